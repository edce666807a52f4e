package chalkline.formats.oneroster;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import chalkline.core.arrivals.Enrollment;
import chalkline.core.arrivals.RegistrarList;
import chalkline.formats.FaultyFileException;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Lists of version 1.2, and lists of changes. */
class FormsOfListsTest {
    private static final List<String> FILES =
            List.of("academicSessions", "orgs", "courses", "classes", "users", "enrollments");

    @TempDir
    Path folder;

    private RegistrarList base;

    @BeforeEach
    void read() throws Exception {
        base = OneRosterReader.read(new Bundles().zip(folder, ""));
    }

    /** A bundle in which nothing changed: every file has its header alone. */
    private static Bundles changes(String version) {
        Bundles bundle = new Bundles();
        for (String file : FILES) {
            String all = new String(bundle.content(file + ".csv"), StandardCharsets.UTF_8);
            bundle.with(file + ".csv", all.substring(0, all.indexOf('\n') + 1));
        }
        return bundle.with("manifest.csv", manifest(version, FILES, "delta"));
    }

    private static String manifest(String version, List<String> files, String how) {
        StringBuilder rows = new StringBuilder("propertyName,value\r\noneroster.version," + version + "\r\n");
        files.forEach(file ->
                rows.append("file.").append(file).append(',').append(how).append("\r\n"));
        return rows.toString();
    }

    private static Bundles plus(Bundles bundle, String file, String... rows) {
        return bundle.with(
                file, new String(bundle.content(file), StandardCharsets.UTF_8) + String.join("\r\n", rows) + "\r\n");
    }

    private RegistrarList applied(Bundles changes) throws IOException, FaultyFileException {
        return OneRosterReader.read(changes.zip(folder, ""), "changes.zip", Optional.of(base));
    }

    private List<String> faults(Bundles changes) {
        FaultyFileException e = catchThrowableOfType(FaultyFileException.class, () -> applied(changes));
        assertThat(e).as("it is refused").isNotNull();
        return e.faults().stream().map(Object::toString).toList();
    }

    @Test
    void noChangesLeaveTheListAsItWas() throws Exception {
        assertThat(applied(changes("1.1"))).isEqualTo(base);
        assertThat(applied(changes("1.1")
                        .without("orgs.csv")
                        .with(
                                "manifest.csv",
                                manifest("1.1", FILES, "delta").replace("file.orgs,delta", "file.orgs,absent"))))
                .isEqualTo(base);
    }

    @Test
    void rowsTakeThePlaceOfThoseWithTheirIdComeAndGo() throws Exception {
        Bundles changes = changes("1.1");
        plus(changes, "courses.csv", "c1,active,High Tides,OCEA 210,ocea", "c2,active,Waves,OCEA 220,ocea");
        plus(changes, "classes.csv", "k3,active,Waves,c2,OCEA 220-001,scheduled,,ocea,t,");
        plus(changes, "users.csv", "u2,tobedeleted,,,,,,,");
        plus(changes, "enrollments.csv", "e1,tobedeleted,,,,,,,", "e5,active,k3,,u1,teacher,true,,");
        RegistrarList list = applied(changes);
        assertThat(list.courses().get("c1").title()).isEqualTo("High Tides");
        assertThat(list.courses().keySet()).containsExactly("c1", "c2");
        assertThat(list.classes().keySet()).containsExactly("k1", "k3");
        assertThat(list.people().keySet()).containsExactly("u1");
        assertThat(list.enrollments())
                .as("e1 was taken out, and e2 went with its student")
                .extracting(Enrollment::id)
                .containsExactly("e5");
    }

    /** What a bulk list would be refused for is a fault here too, at the row of the changes. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "courses.csv|c1,,Tides,OCEA 210,ocea|courses.csv:2:status: the field is empty",
                "courses.csv|c2,active,Waves,OCEA 220,gone|courses.csv:2:orgSourcedId: there is no row",
                "courses.csv|c1,tobedeleted,,,|courses.csv:2:sourcedId: the row \"c1\" is gone, and \"k1\" in classes.csv",
                "orgs.csv|sea,tobedeleted,,,,|orgs.csv:2:sourcedId: the row \"sea\" is gone, and \"ocea\" in orgs.csv",
                "orgs.csv|sea,active,Sea,school,SEA,ocea|orgs.csv:2:parentSourcedId: with this row the parents go round",
                "academicSessions.csv|t2,active,Other,term,2027-01-04,,y,2027,27SP|academicSessions.csv:2:metadata.code: an earlier term",
                "enrollments.csv|e9,active,k9,,u1,student,,,|enrollments.csv:2:classSourcedId: there is no row",
                "enrollments.csv|e9,active,k1,,u1,pupil,,,|enrollments.csv:2:role: \"pupil\" is no role"
            })
    void faultsStandAtTheChange(String file, String row, String fault) {
        assertThat(faults(plus(changes("1.1"), file, row)))
                .singleElement()
                .asString()
                .startsWith(fault);
    }

    @Test
    void changesNeedAListToBeAppliedTo() throws Exception {
        Path zip = changes("1.1").zip(folder, "");
        FaultyFileException e = catchThrowableOfType(
                FaultyFileException.class, () -> OneRosterReader.read(zip, "changes.zip", Optional.empty()));
        assertThat(e.faults()).hasSize(FILES.size());
        assertThat(e.faults().get(0).toString())
                .startsWith("manifest.csv:3:value: this file holds changes only, and there is no list yet");
    }

    /** Roles stand in a file of their own in 1.2, and no longer with the users (OneRoster 1.2 CSV tables, from memory). */
    @Test
    void version12HasNoRoleWithItsUsers() throws Exception {
        Bundles bundle = new Bundles()
                .with("manifest.csv", manifest("1.2", FILES, "bulk"))
                .with(
                        "users.csv",
                        "sourcedId,status,dateLastModified,enabledUser,username,userIds,givenName,familyName,middleName,"
                                + "identifier,email,sms,phone,agentSourcedIds,grades,password,userMasterIdentifier,"
                                + "resourceSourcedIds,preferredGivenName,preferredMiddleName,preferredFamilyName,"
                                + "primaryOrgSourcedId,pronouns\r\n"
                                + "u1,,,true,u1,,Zoë,Åsström,,,,,,,,,,,,,,,\r\n"
                                + "u2,,,false,u2,,A,B,,,,,,,,,,,,,,,\r\n"
                                + "u3,tobedeleted,,,,,,,,,,,,,,,,,,,,,\r\n")
                .with(
                        "roles.csv",
                        "sourcedId,status,dateLastModified,userSourcedId,roleType,role,beginDate,endDate,orgSourcedId,"
                                + "userProfileSourcedId\r\nr1,,,u1,primary,teacher,,,sea,\r\n");
        assertThat(OneRosterReader.read(bundle.zip(folder, ""), "list.zip", Optional.empty()))
                .isEqualTo(base);
        Path first =
                new Bundles().with("users.csv", bundle.content("users.csv")).zip(folder, "");
        FaultyFileException e = catchThrowableOfType(
                FaultyFileException.class, () -> OneRosterReader.read(first, "list.zip", Optional.empty()));
        assertThat(e.faults().get(0).toString()).isEqualTo("users.csv:1:role: the column is missing");
    }

    @Test
    void anotherVersionIsRefused() {
        assertThat(faults(new Bundles().with("manifest.csv", manifest("2.0", FILES, "bulk"))))
                .singleElement()
                .asString()
                .startsWith(
                        "manifest.csv:2:value: OneRoster version \"2.0\" is not read here; export version 1.1 or 1.2");
    }

    /** What the writer writes comes back the same, in every form. */
    @ParameterizedTest
    @CsvSource({"1.1,false", "1.2,false", "1.1,true", "1.2,true"})
    void whatIsWrittenIsRead(String version, boolean delta) throws Exception {
        Bundles changes = changes("1.1");
        plus(changes, "courses.csv", "c2,active,Waves,OCEA 220,ocea");
        plus(changes, "classes.csv", "k1,tobedeleted,,,,,,,,", "k3,active,Waves,c2,OCEA 220-001,scheduled,,ocea,t,");
        plus(changes, "enrollments.csv", "e5,active,k3,,u2,student,,,");
        RegistrarList list = applied(changes);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        OneRosterWriter.write(list, version, delta ? Optional.of(base) : Optional.empty(), out);
        Path zip = Files.write(folder.resolve("written.zip"), out.toByteArray());
        RegistrarList back = OneRosterReader.read(zip, "written.zip", Optional.of(base));
        assertThat(back).isEqualTo(list);
    }
}
