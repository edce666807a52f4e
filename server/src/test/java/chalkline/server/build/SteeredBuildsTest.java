package chalkline.server.build;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Builds in somebody's hand: paused, tried first, planned for a time, ended, gone on with. Each test has shells of its own. */
class SteeredBuildsTest {
    private static final JsonMapper JSON = new JsonMapper();

    private static RunningSystem system;
    private static Client abara;
    private static Client lms;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(400, "--standins.earlier-terms=false", "--standins.copy-millis=30");
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
        trouble("{\"latencyMillis\":0,\"refuse\":0,\"copyFails\":0,\"tooMany\":0}");
        abara.refreshHeld();
    }

    private static void trouble(String how) {
        assertThat(lms.put("/lms/api/trouble", how).status()).isEqualTo(200);
    }

    private static List<String> keys(int from, int to) {
        return IntStream.range(from, to).mapToObj(i -> "s:cl-27SP-" + i).toList();
    }

    private static Client.Answer order(List<String> keys, Map<String, Object> more) {
        Map<String, Object> body = new java.util.HashMap<>(more);
        body.putIfAbsent("versions", abara.versions("27SP"));
        body.put("keys", keys);
        return abara.post("/api/terms/27SP/builds", JSON.writeValueAsString(body));
    }

    private static long begun(Client.Answer answer) {
        assertThat(answer.status()).as(answer.text()).isEqualTo(202);
        return answer.json().get("id").asLong();
    }

    private static JsonNode in(long build, String state) {
        return abara.until(
                "/api/builds/" + build, now -> now.get("state").asString().equals(state));
    }

    private static long standing(List<String> keys) {
        return keys.stream()
                .filter(key -> lms.get("/lms/api/shells/" + key + "/people").status() == 200)
                .count();
    }

    private static String steer(long build, String how) {
        return abara.post("/api/builds/" + build + "/" + how, "")
                .json()
                .get("state")
                .asString();
    }

    @Test
    void aPausedBuildBeginsNothingMoreUntilItGoesOn() {
        trouble("{\"latencyMillis\":100}");
        List<String> keys = keys(1, 101);
        long build = begun(order(keys, Map.of()));
        in(build, "RUNNING");
        assertThat(steer(build, "pause")).isEqualTo("PAUSED");
        assertThat(abara.post("/api/builds/" + build + "/pause", "").status())
                .as("it pauses already")
                .isEqualTo(409);
        // what was in flight is recorded, and then nothing happens any more
        JsonNode first = abara.until(
                "/api/builds/" + build, now -> now.at("/load/inFlight").asInt() == 0);
        assertThat(first.get("pausedBy").asString()).isEqualTo("N. Abara");
        assertThat(order(keys(101, 102), Map.of()).status())
                .as("another build of the term")
                .isEqualTo(409);
        assertThat(steer(build, "go-on")).isEqualTo("RUNNING");
        assertThat(abara.ended(build).get("state").asString()).isEqualTo("DONE");
        assertThat(standing(keys)).isEqualTo(100);
    }

    @Test
    void aFewAreTriedFirst() {
        List<String> keys = keys(110, 150);
        long build = begun(order(keys, Map.of("trial", 5)));
        JsonNode tried = in(build, "PAUSED");
        assertThat(tried.get("pausedBy").asString()).isEqualTo("trial");
        assertThat(tried.get("done").asInt()).isEqualTo(5);
        assertThat(standing(keys)).as("the others wait").isEqualTo(5);
        long departments = 0;
        for (JsonNode one : tried.get("departments")) {
            departments += one.get("done").asInt() > 0 ? 1 : 0;
        }
        assertThat(departments).as("they are of several kinds").isGreaterThan(1);
        steer(build, "go-on");
        assertThat(abara.ended(build).get("done").asInt()).isEqualTo(40);
        assertThat(standing(keys)).isEqualTo(40);
    }

    @Test
    void aBuildBeginsAtItsTimeAndNotOverANewerList() throws SQLException {
        Instant soon = Instant.now().plusSeconds(2);
        long build = begun(order(keys(160, 170), Map.of("at", soon.toString())));
        assertThat(abara.get("/api/builds/" + build).json().get("state").asString())
                .isEqualTo("PLANNED");
        JsonNode other = abara.build("27SP", "s:cl-27SP-170");
        assertThat(other.get("state").asString()).as("it is in nobody's way").isEqualTo("DONE");
        JsonNode done = abara.ended(build);
        assertThat(done.get("done").asInt()).isEqualTo(10);
        assertThat(Instant.parse(done.get("endedAt").asString())).isAfter(soon);

        assertThat(order(
                                keys(171, 172),
                                Map.of("at", Instant.now().minusSeconds(1).toString()))
                        .status())
                .isEqualTo(422);
        long late = begun(
                order(keys(171, 181), Map.of("at", Instant.now().plusSeconds(3).toString())));
        int version =
                abara.get("/api/terms/27SP/cross-lists").json().get("version").asInt();
        Client.Answer kept = abara.post("/api/conventions/versions", """
                {"note":"","change":{"basedOn":%d,"dates":{"sections":
                  [{"section":"cl-27SP-399","opens":"term.start - 10d 08:00"}]}}}""".formatted(version));
        assertThat(kept.status()).as(kept.text()).isEqualTo(200);
        JsonNode refused = abara.ended(late);
        assertThat(refused.get("reason").asString()).contains("changed since this build was planned");
        assertThat(standing(keys(171, 181))).isZero();
        assertThat(troubled().get("reason").asString())
                .as("the desk tells it")
                .isEqualTo(refused.get("reason").asString());
        assertThat(lotsLeft(late)).isZero();
        long dropped = begun(order(
                keys(171, 172), Map.of("at", Instant.now().plusSeconds(600).toString())));
        steer(dropped, "end");
        assertThat(abara.ended(dropped).get("state").asString()).isEqualTo("FAILED");
    }

    /** Four at once, each time: one build, and three clear answers. */
    @Test
    void twoStartsAtOnceMakeOneBuild() throws Exception {
        List<String> keys = keys(190, 230);
        String versions = abara.versions("27SP");
        ExecutorService four = Executors.newFixedThreadPool(4);
        try {
            List<Callable<Client.Answer>> starts = new ArrayList<>();
            for (int i = 0; i < 4; i++) {
                starts.add(() -> order(keys, Map.of("versions", versions)));
            }
            List<Client.Answer> answers = new ArrayList<>();
            for (Future<Client.Answer> answer : four.invokeAll(starts)) {
                answers.add(answer.get());
            }
            assertThat(answers).extracting(Client.Answer::status).containsExactlyInAnyOrder(202, 409, 409, 409);
            answers.stream()
                    .filter(answer -> answer.status() == 409)
                    .forEach(answer ->
                            assertThat(answer.json().get("detail").asString()).containsAnyOf("under way", "changed"));
            Client.Answer one = answers.stream()
                    .filter(answer -> answer.status() == 202)
                    .findFirst()
                    .orElseThrow();
            assertThat(abara.ended(begun(one)).get("done").asInt()).isEqualTo(40);
        } finally {
            four.shutdownNow();
        }
        assertThat(lms.get("/lms/api/effects").json().at("/copy/repeated")).isEmpty();
        assertThat(lms.get("/lms/api/effects").json().at("/shell made/repeated"))
                .isEmpty();
    }

    /** What failed is tried again for one cause alone, and as the conventions are by then. */
    @Test
    void whatFailedIsPlannedAnewAndByCause() {
        List<String> keys = keys(240, 300);
        String versions = abara.versions("27SP");
        String code = "";
        for (JsonNode row : abara.get("/api/terms/27SP/proof/rows?limit=5000&versions=" + versions)
                .json()
                .get("rows")) {
            code = row.get("key").asString().equals("s:cl-27SP-245")
                    ? row.get("code").asString()
                    : code;
        }
        lms.put("/lms/api/trouble/shell", """
                {"key":"by-hand","term":"26FA","code":"%s","title":"By hand","category":["Other"],"settings":{},
                 "opens":"2027-01-04T00:00:00Z","closes":"2027-01-05T00:00:00Z","open":false}""".formatted(code));
        trouble("{\"copyFails\":0.3}");
        JsonNode failed = abara.ended(begun(order(keys, Map.of("versions", versions))));
        assertThat(troubled().get("failed").asInt())
                .as("the desk tells it")
                .isEqualTo(failed.get("failed").asInt());
        trouble("{\"copyFails\":0}");
        lms.delete("/lms/api/trouble/shell/by-hand");
        assertThat(failed.get("causes"))
                .extracting(cause -> cause.get("refused").asString())
                .containsExactlyInAnyOrder("code-taken", "copy-failed");
        long copies = cause(failed, "copy-failed").get("shells").asLong();
        Client.Answer again =
                abara.post("/api/builds/" + failed.get("id") + "/retry", "{\"causes\":[\"copy-failed\"]}");
        JsonNode second = abara.ended(begun(again));
        assertThat(second.get("done").asLong()).isEqualTo(copies);
        assertThat(second.at("/others/follows").asLong())
                .isEqualTo(failed.get("id").asLong());
        JsonNode rest = abara.retried(failed.get("id").asLong());
        assertThat(rest.get("state").asString()).isEqualTo("DONE");
        assertThat(troubled().isNull()).as("nothing is left to tell").isTrue();
        assertThat(standing(keys)).isEqualTo(60);
        JsonNode effects = lms.get("/lms/api/effects").json();
        assertThat(effects.at("/copy/repeated")).as("each was copied once").isEmpty();
        assertThat(abara.post("/api/builds/" + rest.get("id") + "/retry", "{}").status())
                .as("nothing is left")
                .isEqualTo(422);
    }

    private static int lotsLeft(long build) throws SQLException {
        try (Connection connection = DriverManager.getConnection(system.databaseUrl(), "chalkline", "chalkline");
                Statement statement = connection.createStatement();
                ResultSet rows = statement.executeQuery(
                        "select count(*) from build_lot where not done and build_id = " + build)) {
            rows.next();
            return rows.getInt(1);
        }
    }

    private static JsonNode troubled() {
        for (JsonNode term : abara.get("/api/desk").json().get("terms")) {
            if (term.get("code").asString().equals("27SP")) {
                return term.get("troubled");
            }
        }
        throw new IllegalStateException("the term is missing");
    }

    private static JsonNode cause(JsonNode build, String refused) {
        for (JsonNode cause : build.get("causes")) {
            if (cause.get("refused").asString().equals(refused)) {
                return cause;
            }
        }
        throw new IllegalStateException("nothing failed for " + refused);
    }

    /** An old build that is gone on with sends what holds today, not what held then. */
    @Test
    void anOldBuildGoneOnWithSendsWhatHoldsToday() {
        String key = "s:cl-27SP-310";
        trouble("{\"refuse\":1}");
        JsonNode failed = abara.build("27SP", key);
        trouble("{\"refuse\":0}");
        int version =
                abara.get("/api/terms/27SP/cross-lists").json().get("version").asInt();
        Client.Answer kept = abara.post(
                "/api/conventions/versions",
                "{\"note\":\"\",\"change\":{\"basedOn\":" + version + ",\"stack\":"
                        + abara.stackWith(0, "title", "Today {course} {section}") + "}}");
        assertThat(kept.status()).as(kept.text()).isEqualTo(200);
        assertThat(abara.retried(failed.get("id").asLong()).get("state").asString())
                .isEqualTo("DONE");
        assertThat(lms.get("/lms/shell?key=" + key).text()).contains("<h1>Today ");
    }

    /** The LMS is put back to an older state and keeps what it answered: what it lost is made again, under other keys. */
    @Test
    void whatTheLmsLostIsBuiltAgainThoughItRemembersItsAnswers() {
        List<String> keys = keys(350, 360);
        long mark =
                lms.get("/lms/api/shells?since=0&limit=1").json().get("mark").asLong();
        assertThat(abara.ended(begun(order(keys, Map.of()))).get("done").asInt())
                .isEqualTo(10);
        lms.put("/lms/api/trouble/restore?mark=" + mark, "");
        assertThat(standing(keys)).isZero();
        abara.refreshHeld(true);
        assertThat(abara.ended(begun(order(keys, Map.of()))).get("done").asInt())
                .isEqualTo(10);
        assertThat(standing(keys)).isEqualTo(10);
    }

    @Test
    void whatABuildCostsIsSaidBefore() {
        List<String> keys = keys(320, 345);
        JsonNode cost = abara.post(
                        "/api/terms/27SP/builds/cost",
                        JSON.writeValueAsString(Map.of("versions", abara.versions("27SP"), "keys", keys)))
                .json();
        assertThat(cost.get("shells").asInt()).isEqualTo(25);
        assertThat(cost.get("seconds").asInt()).isPositive();
        long before = calls();
        JsonNode build = abara.ended(begun(order(keys, Map.of())));
        assertThat(build.get("done").asInt()).isEqualTo(25);
        long steps = 0;
        for (String key : keys) {
            steps += abara.get("/api/builds/" + build.get("id") + "/steps?shell=" + key)
                    .json()
                    .size();
        }
        assertThat(cost.get("steps").asLong())
                .as("with categories and templates")
                .isBetween(steps + 1, steps + 60);
        assertThat(cost.get("calls").asLong()).isBetween((calls() - before) / 3, 2 * (calls() - before));
    }

    /** Calls that changed something since the start. */
    private static long calls() {
        return lms.get("/lms/api/effects").json().at("/call/times").asLong();
    }
}
