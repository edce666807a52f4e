package chalkline.server.sheets;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.ListFiles;
import chalkline.server.RunningSystem;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import tools.jackson.databind.JsonNode;

/** Courses that no registrar lists come in by a sheet, stand in everything beside the list, and meet it later. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class CourseSheetsTest {
    private static RunningSystem system;
    private static Client abara;
    private static Client lms;
    private static ListFiles list;
    private static Sheets sheets;
    private static List<JsonNode> standing;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(120, "--standins.earlier-terms=false", "--standins.copy-millis=1");
        abara = system.signedIn("abara");
        lms = Client.anonymous(system.standIns());
        assertThat(abara.fetchList().get("state").asString()).isEqualTo("KEPT");
        list = ListFiles.of(lms);
        abara.build("27SP");
        sheets = new Sheets(abara, "27SP");
        standing = abara.get("/api/terms/27SP/cross-lists/sections?find=001")
                .json()
                .valueStream()
                .limit(3)
                .toList();
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    private static JsonNode shell(String code) {
        return lms.get("/lms/api/shells?limit=500&after=0&since=0")
                .json()
                .get("items")
                .valueStream()
                .filter(one -> one.get("code").asString().equals(code))
                .findFirst()
                .orElseThrow(() -> new IllegalStateException("no shell " + code));
    }

    private static String ninety() {
        List<String> lines = new ArrayList<>();
        lines.add("Course\tTitle\tSec\tDepartment\tE-mail\tStart date\tEnd date\tnewsItems");
        for (int i = 1; i <= 87; i++) {
            lines.add("CEED " + (100 + i) + "\tKnots " + i
                    + "\t001\tContinuing Education\tUna Berg <una@skerrow.example>\t2027-02-01\t2027-03-12\t"
                    + (i == 1 ? "77" : ""));
        }
        for (JsonNode one : standing) {
            String[] name = one.get("name").asString().split("-");
            lines.add(name[0] + "\tAnother Title\t" + name[1] + "\t\t\t\t\t");
        }
        return String.join("\n", lines);
    }

    /** 90 rows, 3 failures on existing ones (common practice, no source). */
    @Test
    @Order(1)
    void ofNinetyRowsEightySevenAreBuiltAndThreeReported() {
        JsonNode rows = sheets.pasted(ninety());
        JsonNode judged = sheets.judged(rows);
        assertThat(Sheets.many(judged, "NEW")).isEqualTo(87);
        assertThat(Sheets.many(judged, "OTHERWISE")).isEqualTo(3);
        Client.Answer answer = sheets.kept(rows, judged, Set.of());
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        JsonNode kept = answer.json();
        assertThat(kept.get("about").get("rows").asInt()).isEqualTo(87);
        assertThat(kept.get("rows").get(87).get("row").get("says").asString()).contains("→ Another Title");
        JsonNode built = abara.build("27SP");
        assertThat(built.get("failed").asInt()).isZero();
        JsonNode after =
                abara.get("/api/course-sheets/" + kept.get("about").get("id")).json();
        assertThat(after.get("rows")
                        .valueStream()
                        .map(one -> one.get("standing").asString()))
                .hasSize(90)
                .containsOnly("STANDS");
        JsonNode shell = shell("27sp-ceed-101-001");
        assertThat(shell.get("title").asString()).contains("Knots 1");
        assertThat(shell.get("category").get(0).asString()).isEqualTo("Continuing Education");
        assertThat(shell.get("settings").get("newsItems").asString()).isEqualTo("77");
        JsonNode people = lms.get("/lms/api/shells/" + shell.get("key").asString() + "/people")
                .json();
        assertThat(people.get(0).get("user").asString()).isEqualTo("una@skerrow.example");
        assertThat(Sheets.many(sheets.judged(rows), "THERE"))
                .as("the same sheet again")
                .isEqualTo(87);
    }

    /** Whoever has no account in the LMS keeps their shell from standing, and only theirs; then that one alone is tried again. */
    @Test
    @Order(2)
    void theRowsThatFailedRunAgainAlone() {
        List<List<String>> rows = List.of(
                List.of("course", "title", "department", "instructors"),
                List.of("CEED 201", "Ropes", "Training", "Olga Vik <olga@partner.example>"),
                List.of("CEED 202", "Sails", "Training", "una@skerrow.example"));
        JsonNode kept = sheets.kept(rows, sheets.judged(rows), Set.of()).json();
        String path = "/api/course-sheets/" + kept.get("about").get("id");
        abara.build("27SP");
        JsonNode results = abara.get(path).json().get("rows");
        assertThat(results.valueStream().map(one -> one.get("standing").asString()))
                .containsExactly("FAILED", "STANDS");
        assertThat(results.get(0).get("reason").asString()).contains("no account: olga@partner.example");
        assertThat(lms.put("/lms/api/trouble/account?user=olga@partner.example", "")
                        .status())
                .isEqualTo(200);
        JsonNode again = abara.build("27SP", results.get(0).get("shell").asString());
        assertThat(again.get("shells").asInt()).isEqualTo(1);
        assertThat(abara.get(path)
                        .json()
                        .get("rows")
                        .valueStream()
                        .map(one -> one.get("standing").asString()))
                .containsOnly("STANDS");
    }

    @Test
    @Order(3)
    void theColumnsOfASheetAreRemembered() {
        List<List<String>> rows = List.of(List.of("What", "Whim"), List.of("CEED 301", "Training"));
        assertThat(sheets.judged(rows).get("remembered").asBoolean()).isFalse();
        String body = """
                {"rows":[["What","Whim"],["CEED 101","Pier 8"]],"header":0,"columns":["course","room"],"another":[]}""";
        JsonNode judged =
                abara.post("/api/terms/27SP/course-sheets/judged", body).json();
        assertThat(Sheets.many(judged, "THERE")).isEqualTo(1);
        String keep = "{\"sheet\":" + body + ",\"list\":" + judged.get("list") + ",\"conventions\":"
                + judged.get("conventions")
                + ",\"name\":\"rooms\",\"note\":\"\",\"out\":[],\"change\":[1],\"previous\":[]}";
        assertThat(abara.post("/api/terms/27SP/course-sheets", keep).status()).isEqualTo(200);
        JsonNode again = sheets.judged(rows);
        assertThat(again.get("remembered").asBoolean()).isTrue();
        assertThat(again.get("columns").get(1).get("key").asString()).isEqualTo("room");
    }

    @Test
    @Order(4)
    void nothingIsKeptOfASheetThatWasJudgedAgainstAnotherList() throws IOException {
        List<List<String>> rows =
                List.of(List.of("course", "title", "department"), List.of("CEED 401", "Splices", "Training"));
        JsonNode judged = sheets.judged(rows);
        abara.read(abara.upload(
                "/api/arrivals",
                "list.zip",
                list.with("courses.csv", text -> text.replace("Introduction", "Opening"))));
        Client.Answer refused = sheets.kept(rows, judged, Set.of());
        assertThat(refused.status()).isEqualTo(409);
        assertThat(sheets.judged(rows).get("rows").get(0).get("outcome").asString())
                .isEqualTo("NEW");
        JsonNode anew = sheets.judged(rows);
        assertThat(sheets.kept(rows, anew, Set.of()).status()).isEqualTo(200);
        assertThat(sheets.view().get("sections").size())
                .as("the new list stands beside ours")
                .isEqualTo(90);
    }

    /** The registrar's list goes back to an earlier one; what is ours stays. */
    @Test
    @Order(5)
    void goingBackToAnEarlierListLeavesWhatIsOurs() {
        JsonNode first = abara.get("/api/arrivals/1").json();
        assertThat(first.get("inUse").asBoolean()).isFalse();
        Client.Answer back = abara.post("/api/arrivals/1/use", "{\"reason\":\"the old titles\"}");
        assertThat(back.status()).as(back.text()).isEqualTo(200);
        assertThat(abara.get("/api/arrivals/1").json().get("inUse").asBoolean()).isTrue();
        assertThat(back.json().get("way").asString()).isEqualTo("AGAIN");
        assertThat(sheets.view().get("sections").size()).isEqualTo(90);
    }

    /** The registrar lists a section of ours after all: it is one section, and its shell stays. */
    @Test
    @Order(6)
    void whatTheRegistrarListsAfterAllIsMergedAndKeepsItsShell() throws IOException {
        JsonNode own = sheets.view().get("sections").get(1);
        assertThat(own.get("label").asString()).isEqualTo("CEED 102-001");
        String key = shell("27sp-ceed-102-001").get("key").asString();
        byte[] with = list.with(java.util.Map.of(
                "courses.csv",
                text -> text
                        + row(text, "course-ceed", "title=Knots 2", "courseCode=CEED 102", "orgSourcedId=" + org(text)),
                "classes.csv",
                text -> text
                        + row(
                                text,
                                "class-ceed",
                                "title=Knots 2",
                                "courseSourcedId=course-ceed",
                                "classCode=CEED 102-001",
                                "termSourcedIds=" + term(text))));
        assertThat(abara.read(abara.upload("/api/arrivals", "more.zip", with))
                        .get("state")
                        .asString())
                .isEqualTo("KEPT");
        JsonNode offers = sheets.view().get("offers");
        assertThat(offers.get(0).get("listed").asString()).isEqualTo("class-ceed");
        String ours = offers.get(0).get("own").asString();
        JsonNode second = abara.get("/api/terms/27SP/proof/rows?limit=5000&versions=" + abara.versions("27SP"))
                .json()
                .get("rows")
                .valueStream()
                .filter(row -> row.get("key").asString().equals("s:class-ceed"))
                .findFirst()
                .orElseThrow();
        assertThat(second.get("action").asString()).as("no second shell").isEqualTo("stop");
        Client.Answer merged = sheets.own("merge", List.of(ours));
        assertThat(merged.status()).as(merged.text()).isEqualTo(200);
        abara.build("27SP");
        assertThat(shell("27sp-ceed-102-001").get("key").asString()).isEqualTo(key);
        assertThat(lms.get("/lms/api/shells?limit=500&after=0&since=0")
                        .json()
                        .get("items")
                        .valueStream()
                        .filter(one -> one.get("code").asString().contains("ceed-102")))
                .as("nothing is doubled")
                .hasSize(1);
        assertThat(sheets.own("part", List.of(ours)).status()).isEqualTo(200);
        assertThat(sheets.view().get("offers").size()).isEqualTo(1);
        assertThat(sheets.own("take-out", List.of(ours)).status()).isEqualTo(200);
        assertThat(sheets.view().get("sections").size()).isEqualTo(89);
        assertThat(sheets.own("take-out", List.of(ours)).status()).isEqualTo(422);
    }

    /** Sheets and a list that end at the same moment all count; who was too late is told so, and tries again. */
    @Test
    @Order(7)
    void whatIsKeptAtOnceAllCounts() throws Exception {
        int before = sheets.view().get("sections").size();
        int many = 6;
        ExecutorService pool = Executors.newFixedThreadPool(many + 1);
        try {
            List<Future<Integer>> kept = new ArrayList<>();
            for (int i = 0; i < many; i++) {
                List<List<String>> rows = List.of(
                        List.of("course", "title", "department"),
                        List.of("CEED 5" + i + "0", "Ropes " + i, "Training"));
                kept.add(pool.submit(() -> keptInTheEnd(rows)));
            }
            Future<JsonNode> dropped = pool.submit(() -> abara.read(abara.upload(
                    "/api/arrivals",
                    "again.zip",
                    list.with("courses.csv", text -> text.replace("Tides", "High Tides")))));
            for (Future<Integer> one : kept) {
                assertThat(one.get()).isPositive();
            }
            assertThat(dropped.get().get("state").asString()).isEqualTo("KEPT");
        } finally {
            pool.shutdown();
        }
        assertThat(sheets.view().get("sections").size()).isEqualTo(before + many);
        assertThat(abara.get("/api/arrivals")
                        .json()
                        .valueStream()
                        .filter(one -> one.get("fileName").asString().equals("again.zip"))
                        .findFirst()
                        .orElseThrow()
                        .get("inUse")
                        .asBoolean())
                .isTrue();
    }

    /** How often it was tried. */
    private static int keptInTheEnd(List<List<String>> rows) {
        for (int tries = 1; tries <= 50; tries++) {
            int status = sheets.kept(rows, sheets.judged(rows), Set.of()).status();
            if (status == 200) {
                return tries;
            }
            assertThat(status).isEqualTo(409);
        }
        return 0;
    }

    private static String cell(String csv, String column) {
        List<String> headings = List.of(csv.lines().findFirst().orElseThrow().split(","));
        return csv.lines().skip(1).findFirst().orElseThrow().split(",")[headings.indexOf(column)];
    }

    private static String org(String courses) {
        return cell(courses, "orgSourcedId");
    }

    private static String term(String classes) {
        return cell(classes, "termSourcedIds");
    }

    private static String row(String csv, String id, String... cells) {
        List<String> fields = new ArrayList<>();
        for (String heading : csv.lines().findFirst().orElseThrow().split(",")) {
            String value = heading.equals("sourcedId") ? id : "";
            for (String cell : cells) {
                if (cell.startsWith(heading + "=")) {
                    value = cell.substring(heading.length() + 1);
                }
            }
            fields.add(value);
        }
        return String.join(",", fields) + "\r\n";
    }
}
