package chalkline.standins.campus;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.ClassFact;
import chalkline.core.arrivals.Enrollment;
import chalkline.core.arrivals.ListedClass;
import chalkline.core.arrivals.Org;
import chalkline.core.arrivals.RegistrarList;
import chalkline.formats.oneroster.OneRosterReader;
import chalkline.formats.oneroster.OneRosterWriter;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.zip.ZipFile;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class CampusTest {
    private static final long SEED = 1907;
    private static final RegistrarList LIST = Campus.list(CampusSize.DEMO, SEED);

    private static byte[] bytes(long seed) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        OneRosterWriter.write(Campus.list(CampusSize.DEMO, seed), out);
        return out.toByteArray();
    }

    @Test
    void hasTheSizeOfTheDemo() {
        assertThat(LIST.orgs().values()).filteredOn(Org::isDepartment).hasSize(24);
        assertThat(LIST.orgs().values().stream().filter(org -> !org.isDepartment()))
                .hasSize(6);
        assertThat(LIST.courses()).hasSize(420);
        assertThat(LIST.classes()).hasSize(1200);
        assertThat(LIST.people()).hasSize(9260);
        assertThat(LIST.enrollments()).hasSize(24_000);
    }

    @Test
    void theSameSeedGivesTheSameBytesAnotherSeedOthers() throws IOException {
        assertThat(bytes(SEED)).isEqualTo(bytes(SEED));
        assertThat(bytes(SEED + 1)).isNotEqualTo(bytes(SEED));
    }

    @Test
    void hasWhatRealDataHas() {
        Set<String> taught = LIST.enrollments().stream()
                .filter(enrollment -> enrollment.role().equals("teacher"))
                .map(Enrollment::classId)
                .collect(Collectors.toSet());
        Set<String> attended = LIST.enrollments().stream()
                .filter(enrollment -> enrollment.role().equals("student"))
                .map(Enrollment::classId)
                .collect(Collectors.toSet());
        List<ListedClass> classes = List.copyOf(LIST.classes().values());
        assertThat(classes)
                .filteredOn(listed -> !listed.fact(ClassFact.CROSS_LIST).isEmpty())
                .hasSizeGreaterThan(40);
        assertThat(classes)
                .filteredOn(listed -> listed.fact(ClassFact.TAGS).contains("lab"))
                .isNotEmpty();
        assertThat(classes)
                .filteredOn(listed -> listed.fact(ClassFact.TAGS).contains("special topics"))
                .isNotEmpty();
        assertThat(classes)
                .filteredOn(listed -> listed.sessionIds().get(0).endsWith("-B"))
                .isNotEmpty();
        assertThat(classes).filteredOn(listed -> !taught.contains(listed.id())).isNotEmpty();
        assertThat(classes)
                .filteredOn(listed -> !attended.contains(listed.id()))
                .isNotEmpty();
        assertThat(new HashSet<>(classes.stream().map(ListedClass::classCode).toList()))
                .hasSizeLessThan(1200);
        assertThat(LIST.courses().values())
                .filteredOn(course -> course.title().length() > 120)
                .isNotEmpty();
        assertThat(LIST.people().values())
                .filteredOn(person -> !person.enabled())
                .isNotEmpty();
        assertThat(LIST.people().values())
                .filteredOn(person -> person.familyName().chars().anyMatch(c -> c > 0x7F))
                .isNotEmpty();
    }

    @Test
    void aDepartmentHadAnotherNameBefore() {
        RegistrarList before = Campus.earlier(CampusSize.DEMO, SEED).get(0);
        assertThat(before.orgs().get("org-DSGN").name()).isEqualTo("Applied Arts");
        assertThat(LIST.orgs().get("org-DSGN").name()).isEqualTo("Design and Making");
        assertThat(before.classes()).hasSize(1200);
    }

    @Test
    void keepsToTheVocabulariesAndHeadersOfOneRoster(@TempDir Path folder) throws Exception {
        // source: 1EdTech OneRoster 1.1, CSV tables, sections 4 and 5 (from memory)
        assertThat(LIST.sessions().values())
                .extracting(AcademicSession::type)
                .isSubsetOf("gradingPeriod", "semester", "schoolYear", "term");
        assertThat(LIST.orgs().values())
                .extracting(Org::type)
                .isSubsetOf("department", "school", "district", "local", "state", "national");
        assertThat(LIST.enrollments())
                .extracting(Enrollment::role)
                .isSubsetOf("administrator", "proctor", "student", "teacher");
        Path zip = Files.write(folder.resolve("list.zip"), bytes(SEED));
        assertThat(header(zip, "academicSessions.csv"))
                .startsWith(
                        "sourcedId",
                        "status",
                        "dateLastModified",
                        "title",
                        "type",
                        "startDate",
                        "endDate",
                        "parentSourcedId",
                        "schoolYear");
        assertThat(header(zip, "orgs.csv"))
                .startsWith("sourcedId", "status", "dateLastModified", "name", "type", "identifier", "parentSourcedId");
        assertThat(header(zip, "courses.csv"))
                .startsWith(
                        "sourcedId",
                        "status",
                        "dateLastModified",
                        "schoolYearSourcedId",
                        "title",
                        "courseCode",
                        "grades",
                        "orgSourcedId",
                        "subjects",
                        "subjectCodes");
        assertThat(header(zip, "classes.csv"))
                .startsWith(
                        "sourcedId",
                        "status",
                        "dateLastModified",
                        "title",
                        "grades",
                        "courseSourcedId",
                        "classCode",
                        "classType",
                        "location",
                        "schoolSourcedId",
                        "termSourcedIds",
                        "subjects",
                        "subjectCodes",
                        "periods");
        assertThat(header(zip, "users.csv"))
                .startsWith(
                        "sourcedId",
                        "status",
                        "dateLastModified",
                        "enabledUser",
                        "orgSourcedIds",
                        "role",
                        "username",
                        "userIds",
                        "givenName",
                        "familyName",
                        "middleName",
                        "identifier",
                        "email",
                        "sms",
                        "phone",
                        "agentSourcedIds",
                        "grades",
                        "password");
        assertThat(header(zip, "enrollments.csv"))
                .startsWith(
                        "sourcedId",
                        "status",
                        "dateLastModified",
                        "classSourcedId",
                        "schoolSourcedId",
                        "userSourcedId",
                        "role",
                        "primary",
                        "beginDate",
                        "endDate");
    }

    private static List<String> header(Path zip, String file) throws IOException {
        try (ZipFile packed = new ZipFile(zip.toFile())) {
            String text = new String(
                    packed.getInputStream(packed.getEntry(file)).readAllBytes(),
                    java.nio.charset.StandardCharsets.UTF_8);
            return Arrays.asList(text.substring(0, text.indexOf("\r\n")).split(","));
        }
    }

    @Test
    void readsBackAsItWasMade(@TempDir Path folder) throws Exception {
        Path zip = Files.write(folder.resolve("list.zip"), bytes(SEED));
        RegistrarList back = OneRosterReader.read(zip);
        assertThat(back.classes()).isEqualTo(LIST.classes());
        assertThat(back.enrollments()).isEqualTo(LIST.enrollments());
        assertThat(back.people()).isEqualTo(LIST.people());
    }

    @Test
    void makesLargeCampuses() {
        RegistrarList large = Campus.list(CampusSize.ofSections(20_000), SEED);
        assertThat(large.classes()).hasSize(20_000);
        assertThat(large.enrollments()).hasSize(600_000);
    }
}
