package chalkline.formats.oneroster;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import chalkline.core.arrivals.Enrollment;
import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.RegistrarList;
import chalkline.formats.Fault;
import chalkline.formats.FaultyFileException;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class OneRosterReaderTest {
    @TempDir
    Path folder;

    private List<String> faults(Bundles bundle) {
        return faultsAt(bundle.folder(folder));
    }

    private static List<String> faultsAt(Path path) {
        FaultyFileException e = catchThrowableOfType(FaultyFileException.class, () -> OneRosterReader.read(path));
        assertThat(e).as("the list is refused").isNotNull();
        return e.faults().stream().map(OneRosterReaderTest::place).toList();
    }

    private static String place(Fault fault) {
        return fault.file() + ":" + fault.line() + ":" + fault.column();
    }

    @Test
    void readsARightListFromAFolderAndFromAZip() throws Exception {
        RegistrarList list = OneRosterReader.read(new Bundles().folder(folder));
        assertThat(list.classes()).containsOnlyKeys("k1");
        assertThat(list.people()).containsOnlyKeys("u1", "u2");
        assertThat(list.people().get("u1")).isEqualTo(new Person("u1", true, "u1", "Zoë", "Åsström", "", ""));
        assertThat(list.people().get("u2").enabled()).isFalse();
        assertThat(list.enrollments()).extracting("id").containsExactly("e1", "e2");
        assertThat(list.term("27SP")).isPresent();
        assertThat(OneRosterReader.read(new Bundles().zip(folder, ""))).isEqualTo(list);
        assertThat(OneRosterReader.read(new Bundles().zip(folder, "export/"))).isEqualTo(list);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "enrollments.csv|u2,student|u2,Student|enrollments.csv:3:role",
                "enrollments.csv|u1,teacher,true,,\\r|u1,instructor,true,,\\r|enrollments.csv:2:role",
                "courses.csv|c1,active|c1,Active|courses.csv:2:status",
                "users.csv|u1,active|u1,inactive|users.csv:2:status",
                "orgs.csv|school,SEA,|school,SEA,ocea|orgs.csv:3:parentSourcedId",
                "orgs.csv|OCEA,sea|OCEA,ocea|orgs.csv:3:parentSourcedId",
                "academicSessions.csv|2027-08-31,,2027|2027-08-31,t,2027|academicSessions.csv:3:parentSourcedId",
                "courses.csv|title,courseCode|title,title|courses.csv:1:title",
                "classes.csv|location,school|room,room,school|classes.csv:1:room",
                "courses.csv|Tides|Ti\u0007des|courses.csv:2:title",
                "users.csv|Zoë|Zo\u0085ë|users.csv:2:givenName"
            })
    void whatWouldLosePeopleOrIsDamagedIsAFault(String file, String from, String to, String place) {
        String was = from.replace("\\r", "\r");
        assertThat(faults(new Bundles().changed(file, was, to.replace("\\r", "\r"))))
                .contains(place);
    }

    @Test
    void whatIsJudgedAfterAWholeFileIsToldWhereItStands() {
        // thousands of rows, so that what was read first has long made room for what came later
        StringBuilder orgs = new StringBuilder("sourcedId,status,name,type,identifier,parentSourcedId\r\n"
                + "sea,active,College of the Sea,school,SEA,\r\nocea,active,Oceanography,department,OCEA,sea\r\n");
        for (int line = 4; line <= 5000; line++) {
            String parent = line == 9 ? "nobody" : line == 2000 ? "o4500" : line == 4500 ? "o2000" : "sea";
            orgs.append("o%d,active,Department %d,department,D%d,%s\r\n".formatted(line, line, line, parent));
        }
        assertThat(faults(new Bundles().with("orgs.csv", orgs.toString())))
                .containsExactly("orgs.csv:9:parentSourcedId", "orgs.csv:4500:parentSourcedId");
    }

    @Test
    void trueAndFalseAreReadInAnyCase() throws Exception {
        RegistrarList list = OneRosterReader.read(new Bundles()
                .changed("enrollments.csv", "teacher,true", "teacher,TRUE")
                .changed("users.csv", "u2,active,false", "u2,active,False")
                .folder(folder));
        assertThat(list.people().get("u2").enabled()).isFalse();
        assertThat(list.enrollments().get(0).primary()).isTrue();
    }

    @ParameterizedTest
    @CsvSource({"';', semicolons", "'\t', tabs"})
    void anotherSeparatorIsNamed(String separator, String name) {
        Bundles bundle =
                new Bundles().with("courses.csv", String.join(separator, "sourcedId", "status", "title") + "\r\n");
        FaultyFileException e =
                catchThrowableOfType(FaultyFileException.class, () -> OneRosterReader.read(bundle.folder(folder)));
        assertThat(e.faults()).hasSize(1);
        assertThat(e.faults().get(0).toString()).startsWith("courses.csv:1:1: the columns are separated by " + name);
    }

    @Test
    void aZipWithTwoFilesOfOneNameIsRefused() throws Exception {
        Path zip = new Bundles().with("coursez.csv", "x\r\n").zip(folder, "");
        byte[] bytes = Files.readAllBytes(zip);
        String text = new String(bytes, StandardCharsets.ISO_8859_1).replace("coursez.csv", "courses.csv");
        Files.write(zip, text.getBytes(StandardCharsets.ISO_8859_1));
        assertThat(faultsAt(zip)).containsExactly("courses.csv:1:1");
    }

    /** The checksum of the directory is put wrong, of a file that is read and of one that is not. */
    @ParameterizedTest
    @CsvSource({"users.csv", "demographics.csv"})
    void aZipWithAWrongChecksumIsRefused(String file) throws Exception {
        Path zip = new Bundles().with("demographics.csv", "sourcedId\r\n").zip(folder, "");
        byte[] bytes = Files.readAllBytes(zip);
        String text = new String(bytes, StandardCharsets.ISO_8859_1);
        int directory = text.lastIndexOf(file) - 46;
        bytes[directory + 16] ^= 1;
        Files.write(zip, bytes);
        assertThat(faultsAt(zip)).containsExactly(file + ":1:1");
    }

    /** Far more rows than are split ahead, so that a file that is given up must not keep the others waiting. */
    @Test
    void aLongFileWithAWrongHeaderIsGivenUpAndTheRestIsRead() {
        StringBuilder users = new StringBuilder("sourcedId,status,enabledUser\n");
        for (int i = 0; i < 100_000; i++) {
            users.append("x").append(i).append(",active,true\n");
        }
        Bundles bundle = new Bundles()
                .with("users.csv", users.toString())
                .changed("enrollments.csv", "e2,active,k1", "e2,active,k7");
        assertThat(faults(bundle))
                .containsExactly(
                        "users.csv:1:email",
                        "users.csv:1:familyName",
                        "users.csv:1:givenName",
                        "users.csv:1:identifier",
                        "users.csv:1:role",
                        "users.csv:1:username",
                        "enrollments.csv:3:classSourcedId",
                        "enrollments.csv:5:beginDate");
    }

    /** OneRoster 1.1, 3.1 (bulk: rows to be deleted are to be left out; the number from memory): whatever the order of rows. */
    @ParameterizedTest
    @CsvSource({
        "users.csv,u2",
        "classes.csv,k1",
        "courses.csv,c1",
        "orgs.csv,ocea",
        "orgs.csv,sea",
        "academicSessions.csv,t"
    })
    void aRowThatIsLeftOutIsAsIfItWereNotThere(String file, String id) throws Exception {
        String users = new String(new Bundles().content("users.csv"), StandardCharsets.UTF_8);
        Bundles bundle = new Bundles().with("users.csv", users + "u4,active,true,student,u4,D,D,,\r\n");
        bundle.changed("enrollments.csv", "e1,", "e9,active,k1,ocea,u4,student,,,\r\ne1,");
        RegistrarList without = OneRosterReader.read(bundle.zip(folder, ""));
        String content = new String(bundle.content(file), StandardCharsets.UTF_8);
        int header = content.indexOf('\n') + 1;
        String gone = id + ",tobedeleted"
                + ","
                        .repeat((int) content.substring(0, header)
                                        .chars()
                                        .filter(c -> c == ',')
                                        .count()
                                - 1);
        Path before = Files.createDirectory(folder.resolve("before"));
        Path after = Files.createDirectory(folder.resolve("after"));
        bundle.with(file, content.substring(0, header) + gone + "\r\n" + content.substring(header));
        assertThat(OneRosterReader.read(bundle.zip(before, ""))).isEqualTo(without);
        bundle.with(file, content + gone + "\r\n");
        assertThat(OneRosterReader.read(bundle.zip(after, ""))).isEqualTo(without);
        assertThat(without.enrollments())
                .extracting(enrollment -> enrollment.id() + " " + enrollment.userId())
                .containsExactly("e9 u4", "e1 u1", "e2 u2");
    }

    @Test
    void aLongListKeepsItsOrder() throws Exception {
        StringBuilder users =
                new StringBuilder("sourcedId,status,enabledUser,role,username,givenName,familyName,identifier,email\n"
                        + "u3,tobedeleted,true,student,,,,,\n");
        List<String> ids = new java.util.ArrayList<>();
        for (int i = 0; i < 100_000; i++) {
            ids.add("u" + (i < 3 ? i : i + 1));
            users.append(ids.get(i)).append(",active,true,student,,G,F,,\n");
        }
        RegistrarList list = OneRosterReader.read(
                new Bundles().with("users.csv", users.toString()).folder(folder));
        assertThat(list.people().keySet()).containsExactlyElementsOf(ids);
        assertThat(list.enrollments()).extracting(Enrollment::userId).containsExactly("u1", "u2");
    }

    @Test
    void columnsMayComeInAnyOrderWithOthersBetweenAndAMark() throws Exception {
        Bundles bundle = new Bundles()
                .with(
                        "courses.csv",
                        "\uFEFForgSourcedId,metadata.x,courseCode,title,status,sourcedId\nocea,,OCEA 210,\"Ti,\"\"des\",,c1\n\n");
        assertThat(OneRosterReader.read(bundle.folder(folder))
                        .courses()
                        .get("c1")
                        .title())
                .isEqualTo("Ti,\"des");
    }

    @Test
    void linesMayEndAnyWayAndFieldsMayHoldLines() throws Exception {
        // source: RFC 4180, section 2, rules 2, 6 and 7
        Bundles bundle = new Bundles()
                .with("courses.csv", "sourcedId,status,title,courseCode,orgSourcedId\rc1,,\"a\nb\",\"X\"\"Y\",ocea");
        RegistrarList list = OneRosterReader.read(bundle.folder(folder));
        assertThat(list.courses().get("c1").title()).isEqualTo("a\nb");
        assertThat(list.courses().get("c1").courseCode()).isEqualTo("X\"Y");
    }

    @ParameterizedTest
    @CsvSource({
        "academicSessions.csv,2027-01-04,2027-02-30,academicSessions.csv:3:startDate",
        "academicSessions.csv,2027-04-23,2026-12-31,academicSessions.csv:3:endDate",
        "academicSessions.csv,',y,2027,27SP',',z,2027,27SP',academicSessions.csv:3:parentSourcedId",
        "orgs.csv,'OCEA,sea','OCEA,land',orgs.csv:3:parentSourcedId",
        "courses.csv,'210,ocea','210,',courses.csv:2:orgSourcedId",
        "courses.csv,'210,ocea','210,nowhere',courses.csv:2:orgSourcedId",
        "classes.csv,'ocea,t,','ocea,\"t,x\",',classes.csv:2:termSourcedIds",
        "classes.csv,'ocea,t,','ocea,\",\",',classes.csv:2:termSourcedIds",
        "enrollments.csv,',2027-01-04,',',4 Jan 2027,',enrollments.csv:3:beginDate",
        "enrollments.csv,'e2,active,k1','e2,active,k7',enrollments.csv:3:classSourcedId",
        "enrollments.csv,'e2,active','e1,active',enrollments.csv:3:sourcedId",
        "enrollments.csv,'u2,student','u2,',enrollments.csv:3:role",
        "manifest.csv,1.1,1.2,manifest.csv:2:value",
        "manifest.csv,bulk,delta,manifest.csv:3:value",
        "users.csv,'u2,active,false','u2,active',users.csv:3:1"
    })
    void saysWhereAFaultIs(String file, String from, String to, String place) {
        assertThat(faults(new Bundles().changed(file, from, to))).contains(place);
    }

    @Test
    void findsAllFaultsInOnePassInTheOrderOfFilesAndLines() {
        Bundles bundle = new Bundles()
                .without("users.csv")
                .changed("courses.csv", "210,ocea", "210,nowhere")
                .changed("orgs.csv", "OCEA,sea", "OCEA,land")
                .changed("enrollments.csv", "e2,active", "e1,active");
        assertThat(faults(bundle))
                .containsExactly(
                        "orgs.csv:3:parentSourcedId",
                        "courses.csv:2:orgSourcedId",
                        "users.csv:1:1",
                        "enrollments.csv:3:sourcedId",
                        "enrollments.csv:5:beginDate");
    }

    @Test
    void whatRefersToABrokenRowIsNoFaultOfItsOwn() {
        assertThat(faults(new Bundles().changed("courses.csv", "210,ocea", "210,ocea,more")))
                .containsExactly("courses.csv:2:1");
        assertThat(faults(new Bundles().changed("courses.csv", "210,ocea", "210,")))
                .containsExactly("courses.csv:2:orgSourcedId");
    }

    @Test
    void missingColumnsAreNamed() {
        assertThat(faults(new Bundles().changed("classes.csv", "termSourcedIds", "terms")))
                .containsExactly("classes.csv:1:termSourcedIds");
    }

    @Test
    void termsWithOneCodeAreAFaultAtTheLaterRow() {
        Bundles bundle = new Bundles()
                .changed("academicSessions.csv", "27SP\r\n", "27SP\r\nt2,active,Other,term,2027-05-01,,,2027,27SP\r\n");
        assertThat(faults(bundle)).containsExactly("academicSessions.csv:4:metadata.code");
    }

    @Test
    void brokenQuotingIsAFaultAtItsRecord() {
        // source: RFC 4180, section 2, rules 5 to 7
        assertThat(faults(new Bundles().changed("courses.csv", "Tides", "\"Tides\" and more")))
                .containsExactly("courses.csv:2:1");
        assertThat(faults(new Bundles().changed("courses.csv", "Tides", "\"Tides")))
                .containsExactly("courses.csv:2:1");
    }

    @Test
    void aBareQuoteInsideAFieldIsText() throws Exception {
        Bundles bundle = new Bundles().changed("courses.csv", "Tides", "6\" Tides");
        assertThat(OneRosterReader.read(bundle.folder(folder))
                        .courses()
                        .get("c1")
                        .title())
                .isEqualTo("6\" Tides");
    }

    @Test
    void anotherEncodingIsAFaultAtItsLine() {
        byte[] latin1 = "sourcedId,status,title,courseCode,orgSourcedId\r\nc1,,Caf\u00e9,X,ocea\r\n"
                .getBytes(StandardCharsets.ISO_8859_1);
        assertThat(faults(new Bundles().with("courses.csv", latin1))).containsExactly("courses.csv:2:1");
    }

    @Test
    void aWebPageInsteadOfAZipIsSaidToBeOne() throws Exception {
        Path page = folder.resolve("list.zip");
        Files.writeString(page, "<!DOCTYPE html><html>Sign in</html>");
        FaultyFileException e = catchThrowableOfType(FaultyFileException.class, () -> OneRosterReader.read(page));
        assertThat(e.faults().get(0))
                .hasToString(
                        "list.zip:1:1: this is no zip file; it is a web page, as a sign-in or an error page would be");
    }

    @Test
    void namesThatLeadOutOfTheZipAreRefused() throws Exception {
        assertThat(faultsAt(new Bundles().zip(folder, "../"))).containsExactly("list.zip:1:1");
    }

    @Test
    void filesThatUnpackBeyondMeasureAreRefused() throws Exception {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
            zip.putNextEntry(new ZipEntry("manifest.csv"));
            byte[] blank = "\r\n".repeat(32 * 1024).getBytes(StandardCharsets.UTF_8);
            for (int i = 0; i < 4200; i++) {
                zip.write(blank);
            }
            zip.closeEntry();
        }
        Path bomb = Files.write(folder.resolve("list.zip"), bytes.toByteArray());
        FaultyFileException e = catchThrowableOfType(FaultyFileException.class, () -> OneRosterReader.read(bomb));
        assertThat(e.faults())
                .extracting(Fault::toString)
                .contains("manifest.csv:1:1: the file can't be read: it has more than 256 MB; no such file is read");
    }

    @Test
    void overLongFieldsAreRefused() {
        assertThat(faults(new Bundles().changed("courses.csv", "Tides", "x".repeat(70_000))))
                .containsExactly("courses.csv:2:title");
    }
}
