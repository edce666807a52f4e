package chalkline.server.build;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Builds against an LMS that refuses and misbehaves. Every test builds shells of its own. */
class BuildTest {
    private static RunningSystem system;
    private static Client abara;
    private static Client lms;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(240, "--standins.earlier-terms=false", "--standins.copy-millis=30");
        abara = system.signedIn("abara");
        lms = Client.anonymous(system.standIns());
        abara.fetchList();
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    @BeforeEach
    void quiet() {
        trouble("{\"latencyMillis\":0,\"failNext\":0,\"dropNext\":0}");
        abara.refreshHeld();
    }

    private static void trouble(String how) {
        assertThat(lms.put("/lms/api/trouble", how).status()).isEqualTo(200);
    }

    /** Rows of the proof by key. */
    private static Map<String, JsonNode> rows() {
        String versions =
                abara.get("/api/terms/27SP/proof").json().get("versions").asString();
        Map<String, JsonNode> rows = new HashMap<>();
        for (JsonNode row : abara.get("/api/terms/27SP/proof/rows?limit=5000&versions=" + versions)
                .json()
                .get("rows")) {
            rows.put(row.get("key").asString(), row);
        }
        return rows;
    }

    private static String[] keys(int from, int to) {
        return java.util.stream.IntStream.range(from, to)
                .mapToObj(i -> "s:cl-27SP-" + i)
                .toArray(String[]::new);
    }

    private static int members(String key) {
        return lms.get("/lms/api/shells/" + key + "/people").json().size();
    }

    @Test
    void builtShellsAreKeptFromThenOn() {
        JsonNode build = abara.build("27SP", keys(1, 31));
        assertThat(build.get("state").asString()).isEqualTo("DONE");
        assertThat(build.get("done").asInt()).isEqualTo(30);
        Map<String, JsonNode> rows = rows();
        assertThat(rows.get("s:cl-27SP-1").get("action").asString()).isEqualTo("keep");
        assertThat(rows.get("s:cl-27SP-31").get("action").asString()).isEqualTo("build");
        Client.Answer again = abara.post(
                "/api/terms/27SP/builds",
                "{\"versions\":\""
                        + abara.get("/api/terms/27SP/proof")
                                .json()
                                .get("versions")
                                .asString() + "\",\"keys\":[\"s:cl-27SP-1\"]}");
        assertThat(again.status()).isEqualTo(422);
        assertThat(again.json().get("detail").asString()).contains("nothing to build");
    }

    @Test
    void aShellThatFailsStopsNoOtherAndCanBeTriedAgain() {
        String code = rows().get("s:cl-27SP-40").get("code").asString();
        // somebody makes a shell with that code in the LMS after the proof was seen
        String versions =
                abara.get("/api/terms/27SP/proof").json().get("versions").asString();
        lms.put("/lms/api/trouble/shell", shell("lms:hand", code));
        Client.Answer started = abara.post(
                "/api/terms/27SP/builds",
                "{\"versions\":\"" + versions + "\",\"keys\":[\"s:cl-27SP-40\",\"s:cl-27SP-41\",\"s:cl-27SP-42\"]}");
        JsonNode build = abara.ended(started.json().get("id").asLong());
        assertThat(build.get("state").asString()).isEqualTo("FAILED");
        assertThat(build.get("done").asInt()).isEqualTo(2);
        assertThat(build.get("failures").get(0).get("refused").asString()).isEqualTo("code-taken");
        assertThat(build.get("failures").get(0).get("reason").asString()).contains(code);
        assertThat(rows().get("s:cl-27SP-41").get("action").asString()).isEqualTo("keep");
        assertThat(rows().get("s:cl-27SP-40").get("action").asString()).isEqualTo("stop");
        JsonNode steps = abara.get("/api/builds/" + build.get("id") + "/steps?shell=s:cl-27SP-40")
                .json();
        assertThat(steps).extracting(step -> step.get("state").asString()).containsExactly("FAILED", "HELD_BACK");

        // the other shell is renamed in the LMS; trying again works
        lms.put("/lms/api/trouble/shell", shell("lms:hand", code + "-old"));
        JsonNode retried = abara.retried(build.get("id").asLong());
        assertThat(retried.get("state").asString()).isEqualTo("DONE");
        assertThat(rows().get("s:cl-27SP-40").get("action").asString()).isEqualTo("keep");
    }

    private static String shell(String key, String code) {
        return "{\"key\":\"" + key + "\",\"term\":\"26FA\",\"code\":\"" + code
                + "\",\"title\":\"By hand\",\"category\":[\"Other\"],"
                + "\"opens\":\"2027-01-04T00:00:00Z\",\"closes\":\"2027-01-05T00:00:00Z\",\"open\":false,\"settings\":{}}";
    }

    @Test
    void aLockedCategoryFailsItsShellsOnly() {
        Map<String, JsonNode> rows = rows();
        String locked = rows.get("s:cl-27SP-60").get("category").asString();
        String path = "{\"levels\":[\"" + locked.replace(" / ", "\",\"") + "\"]}";
        lms.put("/lms/api/trouble/lock?locked=true", path);
        String[] keys = keys(60, 100);
        long inside = java.util.Arrays.stream(keys)
                .filter(key -> rows.get(key).get("category").asString().equals(locked))
                .count();
        JsonNode build = abara.build("27SP", keys);
        assertThat(build.get("failed").asLong()).isEqualTo(inside).isPositive();
        assertThat(build.get("done").asLong()).isEqualTo(40 - inside);
        lms.put("/lms/api/trouble/lock?locked=false", path);
        assertThat(abara.retried(build.get("id").asLong()).get("state").asString())
                .isEqualTo("DONE");
    }

    @Test
    void errorsAndLostAnswersLoseAndDoubleNothing() {
        trouble("{\"failNext\":3,\"dropNext\":0,\"latencyMillis\":5}");
        Map<String, JsonNode> before = rows();
        JsonNode first = abara.build("27SP", keys(110, 140));
        assertThat(first.get("state").asString()).isEqualTo("DONE");
        // the work is done, its answer is lost: the same call again is answered, not carried out twice
        trouble("{\"failNext\":0,\"dropNext\":4}");
        JsonNode second = abara.build("27SP", keys(140, 170));
        assertThat(second.get("state").asString()).isEqualTo("DONE");
        Map<String, JsonNode> after = rows();
        for (String key : keys(110, 170)) {
            assertThat(after.get(key).get("action").asString()).as(key).isEqualTo("keep");
            int students = before.get(key).get("students").asInt();
            assertThat(members(key)).as(key).isBetween(students, students + 2);
        }
    }

    @Test
    void aTemplateIsCopiedIntoItsShells() {
        Map<String, JsonNode> rows = rows();
        String lab = rows.values().stream()
                .filter(row -> row.get("action").asString().equals("build"))
                .map(row -> row.get("key").asString())
                .filter(key -> template(key).equals("tpl-lab"))
                .findFirst()
                .orElseThrow();
        JsonNode build = abara.build("27SP", lab);
        assertThat(build.get("state").asString()).isEqualTo("DONE");
        assertThat(abara.get("/api/builds/" + build.get("id") + "/steps?shell=" + lab)
                        .json())
                .extracting(step -> step.get("verb").asString())
                .containsExactly("SHELL", "COPY", "OUTLINE", "PEOPLE");
        assertThat(lms.get("/lms/shell?key=" + lab).text()).contains("Safety in the laboratory");
    }

    private static String template(String key) {
        String versions =
                abara.get("/api/terms/27SP/proof").json().get("versions").asString();
        JsonNode shell = abara.get("/api/terms/27SP/proof/shell?versions=" + versions + "&key=" + key)
                .json();
        for (JsonNode value : shell.get("values")) {
            if (value.get("setting").asString().equals("template")) {
                return value.get("text").asString();
            }
        }
        throw new IllegalStateException("no template");
    }

    @Test
    void anOldProofIsNotBuilt() {
        Client.Answer answer = abara.post("/api/terms/27SP/builds", "{\"versions\":\"1.1.0\",\"keys\":[]}");
        assertThat(answer.status()).isEqualTo(409);
        assertThat(answer.json().get("detail").asString()).contains("Nothing was built");
        assertThat(abara.post("/api/terms/27SP/builds", "{\"versions\":\"x\",\"keys\":[]}")
                        .status())
                .isEqualTo(422);
    }

    @Test
    void aShellOpenedByHandStaysOpen() {
        abara.build("27SP", "s:cl-27SP-200");
        lms.put("/lms/api/trouble/hand/s:cl-27SP-200?open=true", "");
        abara.refreshHeld();
        assertThat(rows().get("s:cl-27SP-200").get("action").asString()).isEqualTo("keep");
    }
}
