package chalkline.formats.oneroster;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.arrivals.Oddity;
import chalkline.core.arrivals.RegistrarList;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * The tables of files, headings and vocabularies of OneRoster's CSV bindings (1EdTech, OneRoster 1.1 CSV Tables, 2017, and
 * OneRoster 1.2 CSV Binding, 2022), written down from memory.
 */
class StandardTablesTest {
    private static final Map<String, String> BOTH = Map.of(
            "academicSessions.csv",
            "sourcedId,status,dateLastModified,title,type,startDate,endDate,parentSourcedId,schoolYear",
            "orgs.csv",
            "sourcedId,status,dateLastModified,name,type,identifier,parentSourcedId",
            "courses.csv",
            "sourcedId,status,dateLastModified,schoolYearSourcedId,title,courseCode,grades,orgSourcedId,subjects,subjectCodes",
            "classes.csv",
            "sourcedId,status,dateLastModified,title,grades,courseSourcedId,classCode,classType,location,schoolSourcedId,"
                    + "termSourcedIds,subjects,subjectCodes,periods",
            "enrollments.csv",
            "sourcedId,status,dateLastModified,classSourcedId,schoolSourcedId,userSourcedId,role,primary,beginDate,endDate");
    private static final String USERS_11 =
            "sourcedId,status,dateLastModified,enabledUser,orgSourcedIds,role,username,userIds,givenName,familyName,middleName,"
                    + "identifier,email,sms,phone,agentSourcedIds,grades,password";
    private static final String USERS_12 =
            "sourcedId,status,dateLastModified,enabledUser,username,userIds,givenName,familyName,middleName,identifier,email,"
                    + "sms,phone,agentSourcedIds,grades,password,userMasterIdentifier,resourceSourcedIds,preferredGivenName,"
                    + "preferredMiddleName,preferredFamilyName,primaryOrgSourcedId,pronouns";
    private static final String ROLES_12 =
            "sourcedId,status,dateLastModified,userSourcedId,roleType,role,beginDate,endDate,orgSourcedId,userProfileSourcedId";

    @TempDir
    Path folder;

    private static Map<String, String> tables(String version) {
        Map<String, String> tables = new LinkedHashMap<>(BOTH);
        tables.put("users.csv", version.equals("1.1") ? USERS_11 : USERS_12);
        if (version.equals("1.2")) {
            tables.put("roles.csv", ROLES_12);
        }
        return tables;
    }

    /** A row under some headings, all else empty. */
    private static String row(String headings, Map<String, String> cells) {
        assertThat(List.of(headings.split(","))).containsAll(cells.keySet());
        return String.join(
                ",",
                Stream.of(headings.split(","))
                        .map(heading -> cells.getOrDefault(heading, ""))
                        .toList());
    }

    private Bundles bundle(String version, String file, String column, String word) {
        Map<String, List<Map<String, String>>> rows = Map.of(
                "academicSessions.csv",
                List.of(Map.of(
                        "sourcedId",
                        "t",
                        "title",
                        "Spring",
                        "type",
                        "term",
                        "startDate",
                        "2027-01-04",
                        "endDate",
                        "2027-04-23")),
                "orgs.csv",
                List.of(Map.of("sourcedId", "o", "name", "Oceanography", "type", "department")),
                "courses.csv",
                List.of(Map.of("sourcedId", "c", "title", "Tides", "courseCode", "OCEA 210", "orgSourcedId", "o")),
                "classes.csv",
                List.of(Map.of(
                        "sourcedId",
                        "k",
                        "title",
                        "Tides",
                        "courseSourcedId",
                        "c",
                        "classCode",
                        "OCEA 210-001",
                        "classType",
                        "scheduled",
                        "schoolSourcedId",
                        "o",
                        "termSourcedIds",
                        "t")),
                "enrollments.csv",
                List.of(Map.of(
                        "sourcedId",
                        "e",
                        "classSourcedId",
                        "k",
                        "schoolSourcedId",
                        "o",
                        "userSourcedId",
                        "u",
                        "role",
                        "student")),
                "users.csv",
                List.of(Map.of(
                        "sourcedId", "u", "enabledUser", "true", "username", "u", "givenName", "A", "familyName", "B")),
                "roles.csv",
                List.of(Map.of(
                        "sourcedId",
                        "r",
                        "userSourcedId",
                        "u",
                        "roleType",
                        "primary",
                        "role",
                        "student",
                        "orgSourcedId",
                        "o")));
        StringBuilder manifest = new StringBuilder("propertyName,value\r\nmanifest.version,1.0\r\noneroster.version,"
                + version + "\r\nsource.systemName,Skerrow\r\n");
        Bundles bundle = new Bundles();
        tables(version).forEach((name, headings) -> {
            manifest.append("file.").append(name.replace(".csv", "")).append(",bulk\r\n");
            StringBuilder text = new StringBuilder(headings).append("\r\n");
            for (Map<String, String> cells : rows.get(name)) {
                Map<String, String> all = new LinkedHashMap<>(cells);
                if (name.equals(file)) {
                    all.put(column, word);
                }
                text.append(row(headings, all)).append("\r\n");
            }
            bundle.with(name, text.toString());
        });
        return bundle.with("manifest.csv", manifest.toString());
    }

    private RegistrarList read(Bundles bundle) throws Exception {
        return OneRosterReader.read(bundle.zip(folder, ""), "list.zip", Optional.empty());
    }

    @ParameterizedTest
    @ValueSource(strings = {"1.1", "1.2"})
    void filesWithAllHeadingsOfTheStandardAreRead(String version) throws Exception {
        RegistrarList list = read(bundle(version, "", "", ""));
        assertThat(list.classes()).containsOnlyKeys("k");
        assertThat(list.people()).containsOnlyKeys("u");
        assertThat(list.enrollments()).hasSize(1);
        assertThat(list.courses().get("c").courseCode()).isEqualTo("OCEA 210");
    }

    /** Every word of the vocabularies that a list of sections has. */
    @ParameterizedTest
    @CsvSource({
        "academicSessions.csv,type,gradingPeriod semester term",
        "orgs.csv,type,department school district local state national",
        "classes.csv,classType,homeroom scheduled",
        "enrollments.csv,role,administrator proctor student teacher",
        "enrollments.csv,primary,true false",
        "enrollments.csv,status,active tobedeleted",
        "users.csv,enabledUser,true false"
    })
    void wordsOfTheVocabulariesAreTaken(String file, String column, String words) throws Exception {
        for (String version : List.of("1.1", "1.2")) {
            for (String word : words.split(" ")) {
                RegistrarList list = read(bundle(version, file, column, word));
                assertThat(Oddity.of(list, Optional.empty()).stream().map(Object::toString))
                        .as("%s %s %s", version, file, word)
                        .noneMatch(odd -> odd.contains(word));
            }
        }
    }

    /** What we write has no heading that the standard does not have, but for those that it lets everybody add. */
    @Test
    void nothingIsWrittenUnderAHeadingThatTheStandardDoesNotHave() throws Exception {
        for (String version : List.of("1.1", "1.2")) {
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            OneRosterWriter.write(read(bundle(version, "", "", "")), version, Optional.empty(), out);
            hasNoOtherHeadings(out.toByteArray(), version);
        }
    }

    static void hasNoOtherHeadings(byte[] bundle, String version) throws java.io.IOException {
        Bundles written = Bundles.of(bundle);
        assertThat(written.names())
                .as(version)
                .containsAll(tables(version).keySet())
                .contains("manifest.csv");
        for (String file : tables(version).keySet()) {
            String headings = new String(written.content(file), StandardCharsets.UTF_8)
                    .lines()
                    .findFirst()
                    .orElseThrow();
            assertThat(Arrays.stream(headings.split(",")).filter(one -> !one.startsWith("metadata.")))
                    .as("%s of %s", file, version)
                    .isSubsetOf(tables(version).get(file).split(","));
        }
    }
}
