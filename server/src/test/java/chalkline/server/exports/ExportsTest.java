package chalkline.server.exports;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.Bounds;
import chalkline.core.arrivals.RegistrarList;
import chalkline.formats.oneroster.OneRosterReader;
import chalkline.server.Client;
import chalkline.server.OwnSystem;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** A term of an LMS that only takes uploads: built, written as sheets, and kept true by the sheets that come back. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
@OwnSystem("its LMS takes files only")
class ExportsTest {
    private static FileCampus campus;
    private static Client abara;
    private static long courses;
    private static long people;

    @TempDir
    Path folder;

    @BeforeAll
    static void start() {
        campus = new FileCampus();
        abara = campus.abara();
        courses = campus.kept(FileCampus.COURSES);
        people = campus.kept(FileCampus.PEOPLE);
    }

    @AfterAll
    static void stop() {
        campus.close();
    }

    @Test
    @Order(1)
    void aProfileIsLookedAtOnRealRowsBeforeAnythingStands() {
        JsonNode looked = campus.preview(campus.draft(FileCampus.COURSES), "");
        assertThat(looked.get("standing").asBoolean()).isFalse();
        assertThat(looked.get("made").asInt())
                .isEqualTo(looked.get("shells").asInt())
                .isGreaterThan(40);
        assertThat(looked.get("rows").get(0).get("cells").get(3).asString()).isEqualTo("ADD");
        String code = looked.get("rows").get(7).get("cells").get(0).asString();
        assertThat(campus.preview(campus.draft(FileCampus.COURSES), code)
                        .get("shells")
                        .asInt())
                .isEqualTo(1);
        JsonNode wrong = FileCampus.JSON.readTree(FileCampus.JSON
                .writeValueAsString(campus.draft(FileCampus.COURSES))
                .replace("{shell.title}", "{no.such}"));
        assertThat(campus.preview(wrong, "").get("wrong").get(0).get("path").asString())
                .isEqualTo("columns/1/value");
        Client.Answer refused = abara.post(
                "/api/exports/terms/27SP",
                FileCampus.JSON.writeValueAsString(Map.of("profile", courses, "differences", false)));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.text()).contains("Nothing of this term stands yet");
    }

    @Test
    @Order(2)
    void aBuildTellsWhatCanBeToldAndLeavesContentOut() {
        JsonNode built = abara.build("27SP");
        assertThat(built.get("failed").asInt()).isZero();
        assertThat(campus.proof("build")).isZero();
        assertThat(campus.proof("change")).isZero();
        String shell = abara.get("/api/terms/27SP/proof/rows?limit=1&versions=" + abara.versions("27SP"))
                .json()
                .get("rows")
                .get(0)
                .get("key")
                .asString();
        assertThat(abara.get("/api/builds/" + built.get("id") + "/steps?shell=" + shell)
                        .json()
                        .valueStream()
                        .map(step -> step.get("verb").asString()))
                .contains("SHELL", "PEOPLE")
                .doesNotContain("COPY", "OUTLINE");
    }

    @Test
    @Order(3)
    void whatComesBackSaysWhatStandsAndTheProofWantsTheRestAgain() throws Exception {
        JsonNode all = campus.written(courses, false);
        List<CsvRecord> rows = campus.file(all);
        int shells = rows.size() - 1;
        assertThat(FileCampus.count(all, "counts", "WAITING")).isEqualTo(shells).isGreaterThan(40);
        assertThat(rows.get(0).getFields()).containsExactly("COURSE", "NAME", "STARTS", "DO");
        assertThat(rows.subList(1, rows.size())).allMatch(row -> row.getField(3).equals("ADD"));
        assertThat(rows.get(1).getField(2)).matches("\\d\\d/\\d\\d/\\d{4} \\d\\d:\\d\\d");

        StringBuilder sheet = new StringBuilder("Why,Result,Course\r\n");
        for (CsvRecord row : rows.subList(4, rows.size())) {
            sheet.append(",OK,")
                    .append(row.getField(0).toUpperCase(Locale.ROOT))
                    .append("\r\n");
        }
        sheet.append("Category is missing,error,")
                .append(rows.get(1).getField(0))
                .append("\r\n");
        sheet.append("Category is missing,error,")
                .append(rows.get(2).getField(0))
                .append("\r\n");
        sheet.append(",ok,no-such-code\r\n");
        JsonNode came = campus.came(all, sheet.toString());
        assertThat(came.get("passed").asInt()).isEqualTo(shells - 3);
        assertThat(came.get("failed").asInt()).isEqualTo(2);
        assertThat(came.get("back").asInt()).isEqualTo(2);
        assertThat(came.get("unknownCount").asInt()).isEqualTo(1);
        assertThat(came.get("unknown").get(0).get("words").asString()).isEqualTo("no-such-code");
        JsonNode failed = abara.get("/api/exports/" + all.get("id") + "/rows?outcome=FAILED")
                .json()
                .get("rows");
        assertThat(failed).hasSize(2);
        assertThat(failed.get(0).get("reason").asString()).isEqualTo("Category is missing");

        assertThat(campus.proof("build")).as("what failed is wanted again").isEqualTo(2);
        campus.nothingDrifted();
        JsonNode twice = campus.came(all, sheet.toString());
        assertThat(List.of(twice.get("passed"), twice.get("failed"), twice.get("unknownCount")))
                .as("a sheet worked in twice is as worked in once")
                .isEqualTo(List.of(came.get("passed"), came.get("failed"), came.get("unknownCount")));
        assertThat(campus.proof("build")).isEqualTo(2);
        assertThat(abara.build("27SP").get("failed").asInt()).isZero();
        campus.came(
                all,
                "Course,Result,Why\r\n" + rows.get(4).getField(0) + ",ok,\r\n"
                        + rows.get(5).getField(0) + ",no,late\r\n");
        assertThat(campus.proof("build"))
                .as("a second sheet takes back nothing that was built again")
                .isEqualTo(1);
        campus.came(all, "Course,Result,Why\r\n" + rows.get(5).getField(0) + ",ok,\r\n");
        assertThat(abara.build("27SP").get("failed").asInt()).isZero();
        JsonNode again = campus.written(courses, true);
        assertThat(campus.file(again))
                .as("two that failed, and one of which nobody said anything")
                .hasSize(4);
        assertThat(FileCampus.count(again, "statuses", "NEW")).isEqualTo(3);
        campus.came(
                again,
                "Course,Result,Why\r\n"
                        + String.join(
                                "",
                                campus.file(again).stream()
                                        .skip(1)
                                        .map(row -> row.getField(0) + ",ok,\r\n")
                                        .toList()));
        assertThat(campus.file(campus.written(courses, true)))
                .as("nothing but headings")
                .hasSize(1);
    }

    @Test
    @Order(4)
    void whatChangedAndWhatIsGoneIsWrittenAsSuch() throws Exception {
        Client.Answer edit = abara.post(
                "/api/conventions/versions",
                "{\"note\":\"\",\"change\":{\"basedOn\":1,\"stack\":" + abara.stackWith(0, "title", "{label} {title} Ω")
                        + "}}");
        assertThat(edit.status()).as(edit.text()).isEqualTo(200);
        assertThat(abara.build("27SP").get("failed").asInt()).isZero();
        JsonNode changed = campus.written(courses, true);
        String first = campus.file(changed).get(1).getField(0);
        assertThat(FileCampus.count(changed, "statuses", "CHANGED"))
                .isEqualTo(FileCampus.count(changed, "counts", "WAITING"));
        assertThat(campus.file(changed).stream().skip(1))
                .allMatch(row -> row.getField(3).equals("UPDATE"));
        JsonNode came = campus.came(changed, "Course,Result,Why\r\n" + first + ",no,locked\r\n");
        assertThat(came.get("back").asInt()).isEqualTo(1);
        assertThat(campus.proof("change"))
                .as("it is taken to stand as it went through before")
                .isEqualTo(1);
        campus.nothingDrifted();
        assertThat(campus.proof("build")).isZero();
    }

    @Test
    @Order(5)
    void ofManySheetsBroughtAtOnceTheLastOneHasTheLastWord() throws Exception {
        abara.build("27SP");
        JsonNode all = campus.written(courses, false);
        String first = campus.file(all).get(1).getField(0);
        for (String word : List.of("no", "ok", "no", "ok", "no")) {
            campus.brought(all, "Course,Result,Why\r\n" + first + "," + word + ",still locked\r\n");
        }
        JsonNode last = campus.came(all, "Course,Result,Why\r\n" + first + ",ok,\r\n");
        assertThat(List.of(last.get("passed").asInt(), last.get("failed").asInt()))
                .containsExactly(1, 0);
        JsonNode now = abara.get("/api/exports/" + all.get("id")).json();
        assertThat(FileCampus.count(now, "counts", "PASSED")).isEqualTo(1);
        assertThat(FileCampus.count(now, "counts", "FAILED")).isZero();
        assertThat(now.get("came")).as("the last ones are shown").hasSize(5);
        JsonNode listed = abara.get("/api/exports/terms/27SP").json().get(0);
        assertThat(listed.get("came")).isEqualTo(now.get("came"));
    }

    @Test
    @Order(5)
    void whatAProcessLeftUndoneIsWorkedInBeforeTheNextAndWhatIsGivenUpSaysWhy() throws Exception {
        JsonNode all = campus.written(courses, false);
        long export = all.get("id").asLong();
        String first = campus.file(all).get(1).getField(0);
        long left = campus.left(export, first);
        assertThat(campus.lines(left)).isEqualTo(1);
        campus.came(all, "Course,Result,Why\r\n" + first + ",ok,\r\n");
        JsonNode before = abara.get("/api/exports/" + export).json().get("came").get(1);
        assertThat(before.get("id").asLong()).isEqualTo(left);
        assertThat(before.get("failed").asInt()).isEqualTo(1);
        assertThat(campus.lines(left))
                .as("they are kept no longer than they are needed")
                .isZero();
        assertThat(FileCampus.count(abara.get("/api/exports/" + export).json(), "counts", "PASSED"))
                .as("the later sheet has the last word")
                .isEqualTo(1);

        long stuck = campus.left(export, first);
        campus.reads().giveUp(stuck, "x".repeat(Bounds.REASON));
        JsonNode failed = abara.get("/api/exports/" + export).json().get("came").get(0);
        assertThat(failed.get("state").asString()).isEqualTo("FAILED");
        assertThat(failed.get("reason").asString()).startsWith("It was given up after three tries: xx");
        assertThat(campus.lines(stuck)).isZero();
        campus.reads().run(stuck);
        assertThat(abara.get("/api/exports/" + export).json().get("came").get(0))
                .as("whoever comes late changes nothing")
                .isEqualTo(failed);
    }

    @Test
    @Order(5)
    void aSheetThatSaysNothingOfTheExportIsRefusedAtOnce() {
        JsonNode all = campus.written(courses, false);
        Client.Answer refused = abara.upload(
                "/api/exports/" + all.get("id").asLong() + "/results",
                "result.csv",
                "Name,Outcome\r\na,ok\r\n".getBytes(StandardCharsets.UTF_8));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.text()).contains("no column Course, Result, Why", "Name, Outcome");
        assertThat(abara.get("/api/exports/" + all.get("id")).json().get("came"))
                .isEmpty();
    }

    @Test
    @Order(6)
    void peopleGoByDepartmentInFilesOfFortyAndWhoDidNotComeInIsTriedAgain() throws Exception {
        abara.build("27SP");
        JsonNode all = campus.written(people, false);
        Map<String, String> files =
                FileCampus.zip(abara.bytes("/api/exports/" + all.get("id").asLong() + "/file"));
        List<CsvRecord> rows = new ArrayList<>();
        for (Map.Entry<String, String> file : files.entrySet()) {
            List<CsvRecord> read = FileCampus.csv(file.getValue());
            assertThat(read).as(file.getKey()).hasSizeBetween(2, 41);
            rows.addAll(read.subList(1, read.size()));
        }
        assertThat(files.keySet()).anyMatch(name -> name.endsWith("-2.csv"));
        assertThat(rows).hasSize(FileCampus.count(all, "counts", "WAITING"));
        CsvRecord student = rows.stream()
                .filter(row -> row.getField(2).equals("S"))
                .findFirst()
                .orElseThrow();
        JsonNode came = campus.came(
                all,
                "WHO,COURSE,Result,Why\n" + student.getField(1) + "," + student.getField(0)
                        + ",failed,no such person\nsomebody.else,NO-SUCH,ok,\n");
        assertThat(came.get("failed").asInt()).isEqualTo(1);
        assertThat(came.get("unknown").get(0).get("line").asInt()).isEqualTo(3);
        assertThat(came.get("unknown").get(0).get("words").asString())
                .as("nobody is named who is in no row")
                .isEmpty();
        assertThat(campus.proof("change"))
                .as("the shell waits for the person again")
                .isEqualTo(1);
        campus.nothingDrifted();
        abara.post("/api/exports/" + all.get("id") + "/passed", "");
        assertThat(abara.build("27SP").get("failed").asInt()).isZero();
        JsonNode again = campus.written(people, true);
        Map<String, String> rest =
                FileCampus.zip(abara.bytes("/api/exports/" + again.get("id").asLong() + "/file"));
        assertThat(rest).hasSize(1);
        assertThat(FileCampus.csv(rest.values().iterator().next()).get(1).getFields())
                .isEqualTo(student.getFields());
    }

    @Test
    @Order(7)
    void aSectionThatDidNotComeInIsWantedInItsShellAgain() throws Exception {
        JsonNode all = campus.written(campus.kept(FileCampus.SECTIONS), false);
        CsvRecord row = campus.file(all).get(3);
        JsonNode came = campus.came(all, "SECTION,Result,Why\n" + row.getField(1) + ",failed,no such course\n");
        assertThat(List.of(came.get("failed").asInt(), came.get("back").asInt()))
                .containsExactly(1, 1);
        assertThat(campus.proof("change"))
                .as("the shell waits for its section again")
                .isEqualTo(1);
        campus.nothingDrifted();
        abara.post("/api/exports/" + all.get("id") + "/passed", "");
        assertThat(abara.build("27SP").get("failed").asInt()).isZero();
        assertThat(campus.proof("change")).isZero();
        List<CsvRecord> again = campus.file(campus.written(all.get("profile").asLong(), true));
        assertThat(again).hasSize(2);
        assertThat(again.get(1).getFields()).isEqualTo(row.getFields());
    }

    @Test
    @Order(8)
    void aBundleOfWhatStandsReadsBackAndItsDifferencesAreFew() throws Exception {
        JsonNode bundle = abara.post(
                        "/api/exports/terms/27SP/bundles", "{\"form\":\"ONEROSTER_1_1\",\"differences\":false}")
                .json();
        Path file = folder.resolve("bundle.zip");
        Files.write(file, abara.bytes("/api/exports/" + bundle.get("id").asLong() + "/file"));
        RegistrarList list = OneRosterReader.read(file);
        assertThat(list.classes()).hasSize(campus.proof("keep"));
        assertThat(list.enrollments()).isNotEmpty();
        assertThat(list.classes().values().iterator().next().id()).startsWith("s:");

        abara.post("/api/exports/" + bundle.get("id") + "/passed", "");
        JsonNode second = abara.post(
                        "/api/exports/terms/27SP/bundles", "{\"form\":\"ONEROSTER_1_1\",\"differences\":true}")
                .json();
        Map<String, String> members =
                FileCampus.zip(abara.bytes("/api/exports/" + second.get("id").asLong() + "/file"));
        assertThat(FileCampus.csv(members.get("classes.csv")))
                .as("headings only")
                .hasSize(1);
        assertThat(members.get("manifest.csv")).contains("file.classes,delta");
    }
}
