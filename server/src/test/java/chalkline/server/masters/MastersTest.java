package chalkline.server.masters;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import tools.jackson.databind.JsonNode;

/** Masters, from the first to the archive: shared, started from, edited, taken into what nobody worked in, put away. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class MastersTest {
    private static final String MASTERS = "/api/terms/27SP/upkeep/masters";

    private static RunningSystem system;
    private static Client abara;
    private static Client lms;
    private static String course;
    private static String instructor;
    private static List<String> shells;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(240, "--standins.copy-millis=20", "--standins.calls-per-second=1000");
        abara = system.signedIn("abara");
        lms = Client.anonymous(system.standIns());
        abara.fetchList();
        abara.refreshHeld();
        JsonNode rows = rows();
        // the course of most shells
        Map<String, Integer> counts = new HashMap<>();
        rows.forEach(row -> counts.merge(courseOf(row), 1, Integer::sum));
        course = counts.entrySet().stream()
                .max(Map.Entry.<String, Integer>comparingByValue().thenComparing(Map.Entry::getKey))
                .orElseThrow()
                .getKey();
        assertThat(counts.get(course)).isGreaterThanOrEqualTo(3);
        shells = new ArrayList<>();
        rows.forEach(row -> {
            if (courseOf(row).equals(course)) {
                shells.add(row.get("key").asString());
            }
        });
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    private static JsonNode rows() {
        return abara.get("/api/terms/27SP/proof/rows?limit=5000&versions=" + abara.versions("27SP"))
                .json()
                .get("rows");
    }

    /** The title begins with the label: subject, number and section. */
    private static String courseOf(JsonNode row) {
        String title = row.get("title").asString();
        String label = title.substring(0, title.indexOf(' ', title.indexOf(' ') + 1));
        return label.contains("-") ? label.substring(0, label.indexOf('-')) : label;
    }

    private static JsonNode ok(Client.Answer answer) {
        assertThat(answer.status()).as(answer.text()).isIn(200, 202);
        return answer.json();
    }

    private static void byHand(String what) {
        assertThat(lms.put("/lms/api/trouble/" + what, "").status()).isEqualTo(200);
    }

    private static JsonNode make(String code, String courses, String from) {
        return ok(abara.post("/api/masters", wish(code, courses, from)));
    }

    private static String wish(String code, String courses, String from) {
        return """
                {"master":{"title":"%s, master","code":"%s","category":"Masters","courses":[%s],"datesOf":""},"from":%s}""".formatted(
                code, code, courses.isEmpty() ? "" : "\"" + courses + "\"", from == null ? null : "\"" + from + "\"");
    }

    private static JsonNode master(JsonNode sheet, String id) {
        for (JsonNode one : sheet.get("masters")) {
            if (one.get("id").asString().equals(id)) {
                return one;
            }
        }
        throw new AssertionError("no master " + id + " in " + sheet);
    }

    private static JsonNode started(String key) {
        for (JsonNode one : ok(abara.get(MASTERS))) {
            if (one.get("key").asString().equals(key)) {
                return one;
            }
        }
        throw new AssertionError(key + " did not start from a master");
    }

    private static JsonNode outlineOf(String key) {
        return ok(lms.get("/lms/api/shells/" + key + "/outline"));
    }

    private static Set<String> titlesIn(String key) {
        Set<String> titles = new TreeSet<>();
        outlineOf(key)
                .forEach(unit -> unit.get("items")
                        .forEach(item -> titles.add(item.get("title").asString())));
        return titles;
    }

    @Test
    @Order(1)
    void aMasterIsMadeOutsideAnyTermFilledFromAShellAndSharedByHand() {
        // a shell of an earlier term that has content
        String earlier = ok(lms.get("/lms/api/shells?since=0&after=0&limit=200"))
                .get("items")
                .valueStream()
                .filter(shell -> shell.get("facts").get("content").asString().equals("copied")
                        || !ok(lms.get("/lms/api/shells/" + shell.get("key").asString() + "/outline"))
                                .isEmpty())
                .findFirst()
                .orElseThrow()
                .get("code")
                .asString();
        JsonNode one = master(make("MASTER-1", course, earlier), "master-1");
        assertThat(one.get("stands").asBoolean()).isTrue();
        assertThat(one.get("courses").get(0).asString()).isEqualTo(course);
        assertThat(one.get("people")).isEmpty();

        instructor = abara.get("/api/masters/people?part=an")
                .json()
                .get(0)
                .get("user")
                .asString();
        ok(abara.post("/api/master/master-1/people", "{\"user\":\"" + instructor + "\",\"role\":\"INSTRUCTOR\"}"));
        one = master(
                ok(abara.post(
                        "/api/master/master-1/people", "{\"user\":\"" + instructor + "\",\"role\":\"DESIGNER\"}")),
                "master-1");
        assertThat(one.get("people")).hasSize(1);
        assertThat(one.get("people").get(0).get("role").asString()).isEqualTo("designer");
        JsonNode people = ok(lms.get("/lms/api/shells/m:master-1/people"));
        assertThat(people).hasSize(1);
        assertThat(people.get(0).get("role").asString()).isEqualTo("designer");

        Client.Answer nobody = abara.post("/api/master/master-1/people", "{\"user\":\"no-one\",\"role\":\"DESIGNER\"}");
        assertThat(nobody.status()).isEqualTo(422);
        assertThat(nobody.text()).contains("no-one");
        assertThat(abara.post("/api/master/master-1/people", "{\"user\":\"x\",\"role\":\"STUDENT\"}")
                        .status())
                .isEqualTo(400);
    }

    @Test
    @Order(2)
    void twoMastersAreNeverForOneCourseAndNoneTakesTheCodeOfAShell() {
        Client.Answer second = abara.post("/api/masters", wish("MASTER-2", course.toLowerCase(Locale.ROOT), null));
        assertThat(second.status()).isEqualTo(422);
        assertThat(second.text()).contains("MASTER-1 already");
        Client.Answer taken = abara.post("/api/masters", wish("master-1", "", null));
        assertThat(taken.status()).isEqualTo(422);
        assertThat(taken.text()).contains("code");
        assertThat(ok(abara.get("/api/masters")).get("masters")).hasSize(1);
        Client.Answer noTerm = abara.put(
                "/api/master/master-1",
                "{\"title\":\"A\",\"code\":\"A\",\"category\":\"Masters\",\"courses\":[],\"datesOf\":\"99XX\"}");
        assertThat(noTerm.status()).isEqualTo(422);
        assertThat(noTerm.text()).contains("99XX");
        // one for developing in, for no course yet
        assertThat(master(make("LAB-DEV", "", null), "lab-dev").get("courses")).isEmpty();
    }

    @Test
    @Order(3)
    void sectionsStartFromTheMasterOfTheirCourse() {
        ok(abara.post("/api/masters/look", "{}"));
        Set<String> content = titlesIn("m:master-1");
        assertThat(content).isNotEmpty();
        String layers = """
                [{"name":"All","when":[],"off":false,"fix":[],"set":{"template":"master","code":"{term.code:lower}-{label:slug}",
                  "title":"{label} {title}","category":"{college} / {department}"}}]""";
        ok(abara.post(
                "/api/conventions/versions",
                "{\"change\":{\"basedOn\":1,\"stack\":{\"about\":0,\"layers\":" + layers + "}},\"note\":\"\"}"));
        String versions = abara.versions("27SP");
        JsonNode starts = ok(abara.get("/api/terms/27SP/starts?versions=" + versions));
        Map<String, Integer> kinds = new HashMap<>();
        starts.forEach(row -> kinds.merge(row.get("kind").asString(), 1, Integer::sum));
        assertThat(kinds).containsEntry("master", shells.size());
        JsonNode start = ok(abara.get("/api/terms/27SP/start?versions=" + versions + "&key=" + shells.get(0)));
        assertThat(start.get("message").asString()).contains("MASTER-1");

        abara.build("27SP");
        for (String key : shells) {
            assertThat(titlesIn(key)).isEqualTo(content);
            assertThat(started(key).get("state").asString()).isEqualTo("CURRENT");
        }
        assertThat(ok(lms.get("/lms/api/shells/m:master-1/people")))
                .as("nobody came into the master with the sections")
                .hasSize(1);
    }

    @Test
    @Order(4)
    void whatIsEditedIsSeenAndTakenOnlyWhereNobodyWorked() {
        String worked = shells.get(0);
        String meanwhile = shells.get(1);
        byHand("content/" + worked);
        JsonNode own = outlineOf(worked);
        byHand("content/m:master-1");
        abara.refreshHeld();
        JsonNode content = ok(abara.get("/api/master/master-1"));
        assertThat(content.get("versions").get(0).get("edits").toString())
                .contains("\"added\"")
                .contains("Added by hand");
        assertThat(started(worked).get("state").asString()).isEqualTo("WORKED_IN");
        int ready = shells.size() - 1;

        Client.Answer other = abara.post(MASTERS, "{\"master\":\"master-1\",\"shells\":" + (ready + 1) + "}");
        assertThat(other.status()).isEqualTo(409);
        // somebody begins to work in one while nobody looks
        byHand("work/" + meanwhile);
        Set<String> before = titlesIn(meanwhile);
        JsonNode begun = ok(abara.post(MASTERS, "{\"master\":\"master-1\",\"shells\":" + ready + "}"));
        JsonNode ended = abara.ended(begun.get("build").asLong());
        assertThat(ended.get("done").asInt()).isEqualTo(ready - 1);
        assertThat(ended.get("failed").asInt()).isEqualTo(1);
        assertThat(titlesIn(meanwhile)).isEqualTo(before);
        assertThat(outlineOf(worked)).isEqualTo(own);
        for (String key : shells.subList(2, shells.size())) {
            assertThat(titlesIn(key)).isEqualTo(titlesIn("m:master-1"));
            assertThat(started(key).get("state").asString()).isEqualTo("CURRENT");
        }
        assertThat(started(meanwhile).get("state").asString()).isEqualTo("WORKED_IN");

        Client.Answer back = abara.post("/api/builds/" + begun.get("build").asLong() + "/take-back", "{}");
        assertThat(back.status()).isEqualTo(422);
        assertThat(back.text()).contains("stays in the shells");
        // the next build has nothing to fill again
        byHand("title/" + meanwhile + "?title=Ours");
        abara.refreshHeld();
        abara.build("27SP");
        assertThat(titlesIn(meanwhile)).isEqualTo(before);
    }

    @Test
    @Order(5)
    void aShellsWholeLifeIsOnOnePage() {
        JsonNode story = ok(abara.get("/api/terms/27SP/upkeep/shells/" + shells.get(1) + "/story"));
        List<String> events = new ArrayList<>();
        story.get("events").forEach(event -> events.add(event.get("what").asString()));
        assertThat(events)
                .as("the latest first")
                .containsSubsequence("failed: outline once more", "built", "has the content of a master");
        assertThat(events).contains("changed by hand in the LMS");
        assertThat(story.get("events"))
                .anySatisfy(event -> assertThat(event.get("more").asString()).contains("Somebody has worked in it"));
        assertThat(abara.get("/api/terms/27SP/upkeep/shells/s:never/story").status())
                .isEqualTo(404);
    }

    @Test
    @Order(6)
    void theLmsTakesNoStudentIntoAMaster() {
        Client.Answer answer = lms.put(
                "/lms/api/people",
                "{\"items\":[{\"key\":\"m:master-1\",\"add\":[{\"user\":\"" + instructor
                        + "\",\"role\":\"student\",\"section\":\"\"}],\"remove\":[]}]}",
                "try-1");
        assertThat(answer.text()).contains("no-students");
    }

    @Test
    @Order(7)
    void whatNobodyUsesIsAskedAboutPutAwayAndTakenOutAgain() {
        JsonNode sheet = ok(abara.get("/api/masters"));
        assertThat(master(sheet, "master-1").get("uses").get(0).get("shells").asInt())
                .isEqualTo(shells.size());
        assertThat(sheet.get("unusedTerms").asInt()).isEqualTo(3);
        Client.Answer nobody = abara.post("/api/masters/questions", "{\"ids\":[\"lab-dev\"],\"term\":\"27SP\"}");
        assertThat(nobody.status()).isEqualTo(422);
        JsonNode asked = ok(abara.post("/api/masters/questions", "{\"ids\":[\"master-1\"],\"term\":\"27SP\"}"));
        assertThat(asked.get("mails").asInt()).isEqualTo(1);
        assertThat(master(asked.get("sheet"), "master-1").get("askedAt").isNull())
                .isFalse();

        String away = "{\"ids\":[\"master-1\"],\"retired\":%s}";
        long mark = ok(lms.get("/lms/api/shells?since=0&after=0&limit=1"))
                .get("mark")
                .asLong();
        sheet = ok(abara.post("/api/masters/retirement", away.formatted("true")));
        assertThat(master(sheet, "master-1").get("retiredBy").asString()).isNotEmpty();
        assertThat(ok(lms.get("/lms/api/shells?since=" + mark + "&after=0&limit=50"))
                        .get("items"))
                .anySatisfy(shell -> {
                    assertThat(shell.get("key").asString()).isEqualTo("m:master-1");
                    assertThat(shell.get("facts").get("archived").asBoolean()).isTrue();
                });
        // its course is free for another one, and then it cannot come back
        make("MASTER-3", course, null);
        assertThat(abara.post("/api/masters/retirement", away.formatted("false"))
                        .status())
                .isEqualTo(422);
        ok(abara.post("/api/masters/retirement", "{\"ids\":[\"master-3\"],\"retired\":true}"));
        sheet = ok(abara.post("/api/masters/retirement", away.formatted("false")));
        assertThat(master(sheet, "master-1").get("retiredAt").isNull()).isTrue();
        assertThat(ok(abara.put("/api/masters/rule", "{\"unusedTerms\":1}"))
                        .get("unusedTerms")
                        .asInt())
                .isEqualTo(1);
    }
}
