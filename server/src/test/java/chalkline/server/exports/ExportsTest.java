package chalkline.server.exports;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.Bounds;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.exports.ResultSheet;
import chalkline.formats.oneroster.OneRosterReader;
import chalkline.server.Client;
import chalkline.server.OwnSystem;
import chalkline.server.RunningSystem;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A term of an LMS that only takes uploads: built, written as sheets, and kept true by the sheets that come back. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
@OwnSystem("its LMS takes files only")
class ExportsTest {
    private static final JsonMapper JSON = JsonMapper.shared();
    private static final String COURSES = """
            chalkline: 1
            profile: Course upload
            rows: shells
            values: {dates: "dd/MM/uuuu HH:mm", yes: Y, no: N, status: {new: ADD, changed: UPDATE, gone: DROP}}
            files: {name: "courses-{term.code}.csv"}
            columns:
              - {heading: COURSE, value: "{shell.code}", needed: yes, longest: 60}
              - {heading: NAME, value: "{shell.title}"}
              - {heading: STARTS, value: "{shell.opens}"}
              - {heading: DO, value: "{status}"}
            results: {match: {COURSE: Course}, outcome: Result, passed: [ok], reason: Why}
            """;
    private static final String PEOPLE = """
            chalkline: 1
            profile: People upload
            rows: enrollments
            values: {roles: {instructor: T, student: S}}
            files: {name: "{department.code}.csv", by: "{department.code}", rows: 40}
            columns:
              - {heading: COURSE, value: "{shell.code}", needed: yes}
              - {heading: WHO, value: "{person.username}", needed: yes}
              - {heading: AS, value: "{role}"}
            results: {match: {COURSE: "", WHO: ""}, outcome: Result, passed: [ok], reason: Why}
            """;
    private static final String SECTIONS = """
            chalkline: 1
            profile: Section upload
            rows: sections
            files: {name: "sections.csv"}
            columns:
              - {heading: SHELL, value: "{shell.code}", needed: yes}
              - {heading: SECTION, value: "{section.id}", needed: yes}
              - {heading: FROM, value: "{section.opens}"}
            results: {match: {SECTION: ""}, outcome: Result, passed: [ok], reason: Why}
            """;

    private static RunningSystem system;
    private static Client abara;
    private static long courses;
    private static long people;

    @TempDir
    Path folder;

    @BeforeAll
    static void start() {
        system = RunningSystem.with(60, "LMS_KIND", "files", "LMS_URL", "");
        abara = system.signedIn("abara");
        assertThat(abara.fetchList().get("state").asString()).isEqualTo("KEPT");
        courses = kept(COURSES);
        people = kept(PEOPLE);
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    private static JsonNode draft(String yaml) {
        Client.Answer read = abara.post(
                "/api/exports/profiles/file", JSON.writeValueAsString(Map.of("name", "p.yaml", "yaml", yaml)));
        assertThat(read.status()).as(read.text()).isEqualTo(200);
        return read.json();
    }

    private static long kept(String yaml) {
        Client.Answer kept = abara.post(
                "/api/exports/profiles", JSON.writeValueAsString(Map.of("id", 0, "basedOn", 0, "draft", draft(yaml))));
        assertThat(kept.status()).as(kept.text()).isEqualTo(200);
        return kept.json().get("id").asLong();
    }

    private static JsonNode preview(JsonNode draft, String find) {
        Client.Answer answer = abara.post(
                "/api/exports/terms/27SP/preview", JSON.writeValueAsString(Map.of("draft", draft, "find", find)));
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json();
    }

    private static JsonNode written(long profile, boolean differences) {
        Client.Answer asked = abara.post(
                "/api/exports/terms/27SP",
                JSON.writeValueAsString(Map.of("profile", profile, "differences", differences)));
        assertThat(asked.status()).as(asked.text()).isEqualTo(200);
        return abara.until(
                "/api/exports/" + asked.json().get("id").asLong(),
                now -> !now.get("state").asString().equals("WRITING"));
    }

    private static int count(JsonNode export, String of, String what) {
        JsonNode count = export.get(of).get(what);
        return count == null ? 0 : count.asInt();
    }

    private static List<CsvRecord> file(JsonNode export) throws Exception {
        return csv(
                new String(abara.bytes("/api/exports/" + export.get("id").asLong() + "/file"), StandardCharsets.UTF_8));
    }

    private static List<CsvRecord> csv(String text) throws Exception {
        return CsvReader.builder().ofCsvRecord(text).stream().toList();
    }

    private static JsonNode came(JsonNode export, String sheet) {
        long brought = brought(export, sheet);
        JsonNode came = abara.until(
                        "/api/exports/" + export.get("id").asLong(),
                        now -> now.get("came")
                                .valueStream()
                                .noneMatch(one -> one.get("state").asString().equals("READING")))
                .get("came")
                .get(0);
        assertThat(came.get("id").asLong()).isEqualTo(brought);
        assertThat(came.get("state").asString()).as(came.toString()).isEqualTo("READ");
        return came;
    }

    /** Hands a sheet in and does not wait for what it comes to. */
    private static long brought(JsonNode export, String sheet) {
        Client.Answer answer = abara.upload(
                "/api/exports/" + export.get("id").asLong() + "/results",
                "result.csv",
                sheet.getBytes(StandardCharsets.UTF_8));
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json().get("came").get(0).get("id").asLong();
    }

    private static int proof(String action) {
        return abara.get("/api/terms/27SP/proof")
                .json()
                .get("actions")
                .valueStream()
                .filter(one -> one.get("action").asString().equals(action))
                .findFirst()
                .orElseThrow()
                .get("shells")
                .asInt();
    }

    /** What the LMS did not take is nothing that somebody did to it by hand. */
    private static void nothingDrifted() {
        assertThat(abara.get("/api/terms/27SP/upkeep/drift").json().get("rows")).isEmpty();
    }

    @Test
    @Order(1)
    void aProfileIsLookedAtOnRealRowsBeforeAnythingStands() {
        JsonNode looked = preview(draft(COURSES), "");
        assertThat(looked.get("standing").asBoolean()).isFalse();
        assertThat(looked.get("made").asInt())
                .isEqualTo(looked.get("shells").asInt())
                .isGreaterThan(40);
        assertThat(looked.get("rows").get(0).get("cells").get(3).asString()).isEqualTo("ADD");
        String code = looked.get("rows").get(7).get("cells").get(0).asString();
        assertThat(preview(draft(COURSES), code).get("shells").asInt()).isEqualTo(1);
        JsonNode wrong = JSON.readTree(JSON.writeValueAsString(draft(COURSES)).replace("{shell.title}", "{no.such}"));
        assertThat(preview(wrong, "").get("wrong").get(0).get("path").asString())
                .isEqualTo("columns/1/value");
        Client.Answer refused = abara.post(
                "/api/exports/terms/27SP", JSON.writeValueAsString(Map.of("profile", courses, "differences", false)));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.text()).contains("Nothing of this term stands yet");
    }

    @Test
    @Order(2)
    void aBuildTellsWhatCanBeToldAndLeavesContentOut() {
        JsonNode built = abara.build("27SP");
        assertThat(built.get("failed").asInt()).isZero();
        assertThat(proof("build")).isZero();
        assertThat(proof("change")).isZero();
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
        JsonNode all = written(courses, false);
        List<CsvRecord> rows = file(all);
        int shells = rows.size() - 1;
        assertThat(count(all, "counts", "WAITING")).isEqualTo(shells).isGreaterThan(40);
        assertThat(rows.get(0).getFields()).containsExactly("COURSE", "NAME", "STARTS", "DO");
        assertThat(rows.subList(1, rows.size())).allMatch(row -> row.getField(3).equals("ADD"));
        assertThat(rows.get(1).getField(2)).matches("\\d\\d/\\d\\d/\\d{4} \\d\\d:\\d\\d");

        StringBuilder sheet = new StringBuilder("Why,Result,Course\r\n");
        for (CsvRecord row : rows.subList(4, rows.size())) {
            sheet.append(",OK,")
                    .append(row.getField(0).toUpperCase(java.util.Locale.ROOT))
                    .append("\r\n");
        }
        sheet.append("Category is missing,error,")
                .append(rows.get(1).getField(0))
                .append("\r\n");
        sheet.append("Category is missing,error,")
                .append(rows.get(2).getField(0))
                .append("\r\n");
        sheet.append(",ok,no-such-code\r\n");
        JsonNode came = came(all, sheet.toString());
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

        assertThat(proof("build")).as("what failed is wanted again").isEqualTo(2);
        nothingDrifted();
        JsonNode twice = came(all, sheet.toString());
        assertThat(List.of(twice.get("passed"), twice.get("failed"), twice.get("unknownCount")))
                .as("a sheet worked in twice is as worked in once")
                .isEqualTo(List.of(came.get("passed"), came.get("failed"), came.get("unknownCount")));
        assertThat(proof("build")).isEqualTo(2);
        assertThat(abara.build("27SP").get("failed").asInt()).isZero();
        came(
                all,
                "Course,Result,Why\r\n" + rows.get(4).getField(0) + ",ok,\r\n"
                        + rows.get(5).getField(0) + ",no,late\r\n");
        assertThat(proof("build"))
                .as("a second sheet takes back nothing that was built again")
                .isEqualTo(1);
        came(all, "Course,Result,Why\r\n" + rows.get(5).getField(0) + ",ok,\r\n");
        assertThat(abara.build("27SP").get("failed").asInt()).isZero();
        JsonNode again = written(courses, true);
        assertThat(file(again))
                .as("two that failed, and one of which nobody said anything")
                .hasSize(4);
        assertThat(count(again, "statuses", "NEW")).isEqualTo(3);
        came(
                again,
                "Course,Result,Why\r\n"
                        + String.join(
                                "",
                                file(again).stream()
                                        .skip(1)
                                        .map(row -> row.getField(0) + ",ok,\r\n")
                                        .toList()));
        assertThat(file(written(courses, true))).as("nothing but headings").hasSize(1);
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
        JsonNode changed = written(courses, true);
        String first = file(changed).get(1).getField(0);
        assertThat(count(changed, "statuses", "CHANGED")).isEqualTo(count(changed, "counts", "WAITING"));
        assertThat(file(changed).stream().skip(1))
                .allMatch(row -> row.getField(3).equals("UPDATE"));
        JsonNode came = came(changed, "Course,Result,Why\r\n" + first + ",no,locked\r\n");
        assertThat(came.get("back").asInt()).isEqualTo(1);
        assertThat(proof("change"))
                .as("it is taken to stand as it went through before")
                .isEqualTo(1);
        nothingDrifted();
        assertThat(proof("build")).isZero();
    }

    @Test
    @Order(5)
    void ofManySheetsBroughtAtOnceTheLastOneHasTheLastWord() throws Exception {
        abara.build("27SP");
        JsonNode all = written(courses, false);
        String first = file(all).get(1).getField(0);
        for (String word : List.of("no", "ok", "no", "ok", "no")) {
            brought(all, "Course,Result,Why\r\n" + first + "," + word + ",still locked\r\n");
        }
        JsonNode last = came(all, "Course,Result,Why\r\n" + first + ",ok,\r\n");
        assertThat(List.of(last.get("passed").asInt(), last.get("failed").asInt()))
                .containsExactly(1, 0);
        JsonNode now = abara.get("/api/exports/" + all.get("id")).json();
        assertThat(count(now, "counts", "PASSED")).isEqualTo(1);
        assertThat(count(now, "counts", "FAILED")).isZero();
        assertThat(now.get("came")).as("the last ones are shown").hasSize(5);
        JsonNode listed = abara.get("/api/exports/terms/27SP").json().get(0);
        assertThat(listed.get("came")).isEqualTo(now.get("came"));
    }

    /** A sheet that was kept by a process that died before anything was done about it. */
    private static long left(long export, String code) {
        ResultSheet.Read read = ResultSheet.read(
                ProfileService.read(COURSES),
                List.of(List.of("Course", "Result", "Why"), List.of(code, "no", "late")),
                List.of(1, 2));
        return Objects.requireNonNull(system.bean(TransactionTemplate.class).execute(status -> {
            BroughtSheet sheet = system.bean(BroughtSheets.class)
                    .saveAndFlush(new BroughtSheet(export, "left.csv", "abara", Instant.now()));
            system.bean(ResultLines.class).keep(sheet.id(), read.results());
            return sheet.id();
        }));
    }

    private static int lines(long sheet) {
        return system.bean(JdbcClient.class)
                .sql("select count(*) from result_line where sheet_id = ?")
                .param(sheet)
                .query(Integer.class)
                .single();
    }

    @Test
    @Order(5)
    void whatAProcessLeftUndoneIsWorkedInBeforeTheNextAndWhatIsGivenUpSaysWhy() throws Exception {
        JsonNode all = written(courses, false);
        long export = all.get("id").asLong();
        String first = file(all).get(1).getField(0);
        long left = left(export, first);
        assertThat(lines(left)).isEqualTo(1);
        came(all, "Course,Result,Why\r\n" + first + ",ok,\r\n");
        JsonNode before = abara.get("/api/exports/" + export).json().get("came").get(1);
        assertThat(before.get("id").asLong()).isEqualTo(left);
        assertThat(before.get("failed").asInt()).isEqualTo(1);
        assertThat(lines(left))
                .as("they are kept no longer than they are needed")
                .isZero();
        assertThat(count(abara.get("/api/exports/" + export).json(), "counts", "PASSED"))
                .as("the later sheet has the last word")
                .isEqualTo(1);

        long stuck = left(export, first);
        system.bean(ReadResults.class).giveUp(stuck, "x".repeat(Bounds.REASON));
        JsonNode failed = abara.get("/api/exports/" + export).json().get("came").get(0);
        assertThat(failed.get("state").asString()).isEqualTo("FAILED");
        assertThat(failed.get("reason").asString()).startsWith("It was given up after three tries: xx");
        assertThat(lines(stuck)).isZero();
        system.bean(ReadResults.class).run(stuck);
        assertThat(abara.get("/api/exports/" + export).json().get("came").get(0))
                .as("whoever comes late changes nothing")
                .isEqualTo(failed);
    }

    @Test
    @Order(5)
    void aSheetThatSaysNothingOfTheExportIsRefusedAtOnce() {
        JsonNode all = written(courses, false);
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
        JsonNode all = written(people, false);
        Map<String, String> files =
                zip(abara.bytes("/api/exports/" + all.get("id").asLong() + "/file"));
        List<CsvRecord> rows = new ArrayList<>();
        for (Map.Entry<String, String> file : files.entrySet()) {
            List<CsvRecord> read = csv(file.getValue());
            assertThat(read).as(file.getKey()).hasSizeBetween(2, 41);
            rows.addAll(read.subList(1, read.size()));
        }
        assertThat(files.keySet()).anyMatch(name -> name.endsWith("-2.csv"));
        assertThat(rows).hasSize(count(all, "counts", "WAITING"));
        CsvRecord student = rows.stream()
                .filter(row -> row.getField(2).equals("S"))
                .findFirst()
                .orElseThrow();
        JsonNode came = came(
                all,
                "WHO,COURSE,Result,Why\n" + student.getField(1) + "," + student.getField(0)
                        + ",failed,no such person\nsomebody.else,NO-SUCH,ok,\n");
        assertThat(came.get("failed").asInt()).isEqualTo(1);
        assertThat(came.get("unknown").get(0).get("line").asInt()).isEqualTo(3);
        assertThat(came.get("unknown").get(0).get("words").asString())
                .as("nobody is named who is in no row")
                .isEmpty();
        assertThat(proof("change")).as("the shell waits for the person again").isEqualTo(1);
        nothingDrifted();
        abara.post("/api/exports/" + all.get("id") + "/passed", "");
        assertThat(abara.build("27SP").get("failed").asInt()).isZero();
        JsonNode again = written(people, true);
        Map<String, String> rest =
                zip(abara.bytes("/api/exports/" + again.get("id").asLong() + "/file"));
        assertThat(rest).hasSize(1);
        assertThat(csv(rest.values().iterator().next()).get(1).getFields()).isEqualTo(student.getFields());
    }

    @Test
    @Order(7)
    void aSectionThatDidNotComeInIsWantedInItsShellAgain() throws Exception {
        JsonNode all = written(kept(SECTIONS), false);
        CsvRecord row = file(all).get(3);
        JsonNode came = came(all, "SECTION,Result,Why\n" + row.getField(1) + ",failed,no such course\n");
        assertThat(List.of(came.get("failed").asInt(), came.get("back").asInt()))
                .containsExactly(1, 1);
        assertThat(proof("change")).as("the shell waits for its section again").isEqualTo(1);
        nothingDrifted();
        abara.post("/api/exports/" + all.get("id") + "/passed", "");
        assertThat(abara.build("27SP").get("failed").asInt()).isZero();
        assertThat(proof("change")).isZero();
        List<CsvRecord> again = file(written(all.get("profile").asLong(), true));
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
        assertThat(list.classes()).hasSize(proof("keep"));
        assertThat(list.enrollments()).isNotEmpty();
        assertThat(list.classes().values().iterator().next().id()).startsWith("s:");

        abara.post("/api/exports/" + bundle.get("id") + "/passed", "");
        JsonNode second = abara.post(
                        "/api/exports/terms/27SP/bundles", "{\"form\":\"ONEROSTER_1_1\",\"differences\":true}")
                .json();
        Map<String, String> members =
                zip(abara.bytes("/api/exports/" + second.get("id").asLong() + "/file"));
        assertThat(csv(members.get("classes.csv"))).as("headings only").hasSize(1);
        assertThat(members.get("manifest.csv")).contains("file.classes,delta");
    }

    private static Map<String, String> zip(byte[] zip) throws Exception {
        Map<String, String> entries = new LinkedHashMap<>();
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                entries.put(entry.getName(), new String(in.readAllBytes(), StandardCharsets.UTF_8));
            }
        }
        return entries;
    }
}
