package chalkline.server.lms;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.OwnSystem;
import chalkline.server.RunningSystem;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** What stands in the LMS is seen as it is, also what is no longer there; two builds never start at one moment. */
@OwnSystem("its LMS wants a token")
class RefreshTest {
    private static RunningSystem system;
    private static Client abara;
    private static Client lms;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(
                60, "--standins.earlier-terms=false", "--standins.copy-millis=1", "--standins.token=s3cret");
        abara = system.signedIn("abara");
        lms = Client.anonymous(system.standIns());
        assertThat(abara.fetchList().get("state").asString()).isEqualTo("KEPT");
        abara.build("27SP");
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    private static JsonNode row(String key) {
        for (JsonNode row : abara.get("/api/terms/27SP/proof/rows?limit=5000&versions=" + abara.versions("27SP"))
                .json()
                .get("rows")) {
            if (row.get("key").asString().equals(key)) {
                return row;
            }
        }
        throw new IllegalStateException("no row " + key);
    }

    private static String action(String key) {
        return row(key).get("action").asString();
    }

    /** Somebody waits for it: an LMS that is busy for a second is no reason to send them away. */
    @Test
    void aCallThatTheLmsTurnedAwayIsMadeAgainWhileSomebodyWaits() {
        String roster = "/api/terms/27SP/proof/roster?key=s:cl-27SP-3&versions=" + abara.versions("27SP");
        lms.put("/lms/api/trouble", "{\"callsPerSecond\":1}");
        try {
            for (int i = 0; i < 3; i++) {
                Client.Answer answer = abara.get(roster);
                assertThat(answer.status()).as(answer.text()).isEqualTo(200);
            }
        } finally {
            lms.put("/lms/api/trouble", "{\"callsPerSecond\":60}");
        }
    }

    @Test
    void withoutTheTokenTheLmsLetsNobodyIn() {
        assertThat(lms.get("/lms/api/categories").status()).isEqualTo(401);
        assertThat(lms.get("/registrar/list").status()).isEqualTo(401);
    }

    @Test
    void aShellThatWasDeletedInTheLmsIsBuiltAgain() {
        assertThat(action("s:cl-27SP-5")).isEqualTo("keep");
        lms.delete("/lms/api/trouble/shell/s:cl-27SP-5");
        JsonNode refresh = abara.refreshHeld();
        assertThat(refresh.get("gone").asInt()).isEqualTo(1);
        assertThat(action("s:cl-27SP-5")).isEqualTo("build");
        assertThat(row("s:cl-27SP-5").get("gone").asBoolean()).isTrue();
        assertThat(abara.get("/api/terms/27SP/proof/shell?key=s:cl-27SP-5&versions=" + abara.versions("27SP"))
                        .json()
                        .get("goneSince")
                        .isNull())
                .isFalse();
        assertThat(abara.get("/api/desk").json().at("/terms/0/gone").asInt()).isEqualTo(1);
        assertThat(abara.build("27SP", "s:cl-27SP-5").get("done").asInt()).isEqualTo(1);
        assertThat(action("s:cl-27SP-5")).isEqualTo("keep");
        assertThat(row("s:cl-27SP-5").get("gone").asBoolean()).isFalse();
    }

    /** The LMS comes back from a backup: it never gave the mark that is asked with, so everything is read anew. */
    @Test
    void anLmsThatWasPutBackIsReadAnew() {
        lms.put("/lms/api/trouble/restore?mark=60", "");
        JsonNode refresh = abara.refreshHeld();
        int gone = refresh.get("gone").asInt();
        assertThat(gone).isPositive();
        JsonNode proof = abara.get("/api/terms/27SP/proof").json();
        assertThat(proof.get("gone").asInt()).isEqualTo(gone);
        assertThat(abara.build("27SP").get("failed").asInt()).isZero();
        assertThat(abara.get("/api/terms/27SP/proof").json().get("gone").asInt())
                .isZero();
    }

    @Test
    void everythingIsComparedOnRequest() {
        JsonNode refresh = abara.refreshHeld(true);
        assertThat(refresh.get("state").asString()).isEqualTo("DONE");
        assertThat(refresh.get("everything").asBoolean()).isTrue();
        assertThat(refresh.get("shells").asInt()).isGreaterThanOrEqualTo(50);
        assertThat(refresh.get("changed").asInt() + refresh.get("gone").asInt()).isZero();
    }

    @Test
    void refreshesAtOneMomentAllSucceed() throws Exception {
        HeldService held = system.bean(HeldService.class);
        lms.put("/lms/api/trouble/work/s:cl-27SP-7", "");
        int before = held.current();
        List<HeldService.Found> found = atOnce(8, held::refresh);
        assertThat(found).hasSize(8);
        assertThat(held.current()).isEqualTo(before + 1);
    }

    @Test
    void twoStartsAtOneMomentMakeOneBuild() throws Exception {
        lms.delete("/lms/api/trouble/shell/s:cl-27SP-9");
        abara.refreshHeld();
        String body = "{\"versions\":\"" + abara.versions("27SP") + "\",\"keys\":[\"s:cl-27SP-9\"]}";
        List<Client> clients = List.of(abara, system.signedIn("abara"), system.signedIn("abara"));
        List<Integer> answers = new ArrayList<>();
        ExecutorService threads = Executors.newFixedThreadPool(clients.size());
        try {
            List<Callable<Integer>> starts = clients.stream()
                    .map(client -> (Callable<Integer>)
                            () -> client.post("/api/terms/27SP/builds", body).status())
                    .toList();
            for (Future<Integer> answer : threads.invokeAll(starts)) {
                answers.add(answer.get());
            }
        } finally {
            threads.shutdownNow();
        }
        assertThat(answers).containsExactlyInAnyOrder(202, 409, 409);
        long last = abara.get("/api/terms/27SP/builds").json().get(0).get("id").asLong();
        assertThat(abara.ended(last).get("done").asInt()).isEqualTo(1);
    }

    @Test
    void closingsAreAgreedToByTheirNumber() {
        lms.put("/lms/api/trouble/shell", """
                {"key":"s:old","term":"27SP","code":"old","title":"Old","category":["Other"],"sections":["cl-old"],"lead":"cl-old",
                 "opens":"2027-01-04T00:00:00Z","closes":"2027-01-05T00:00:00Z","open":true,"settings":{}}""");
        lms.put("/lms/api/trouble/work/s:old", "");
        // a list had it before
        system.bean(JdbcClient.class)
                .sql("insert into once_listed values ('27SP', 'cl-old')")
                .update();
        abara.refreshHeld();
        String body = "{\"versions\":\"" + abara.versions("27SP") + "\",\"keys\":[\"s:old\"]}";
        Client.Answer refused = abara.post("/api/terms/27SP/builds", body);
        assertThat(refused.status()).isEqualTo(409);
        assertThat(refused.json().get("detail").asString())
                .contains("It would close 1 shell, 1 of them open to students, 1 with student work");
        JsonNode proof = abara.get("/api/terms/27SP/proof").json();
        assertThat(proof.get("closesOpen").asInt()).isEqualTo(1);
        assertThat(proof.get("closesWithWork").asInt()).isEqualTo(1);
        assertThat(abara.build("27SP", "s:old").get("done").asInt()).isEqualTo(1);
    }

    private static <T> List<T> atOnce(int times, java.util.function.Supplier<T> work) throws Exception {
        ExecutorService threads = Executors.newFixedThreadPool(times);
        try {
            List<T> results = new ArrayList<>();
            for (Future<T> result : threads.invokeAll(java.util.Collections.<Callable<T>>nCopies(times, work::get))) {
                results.add(result.get());
            }
            return results;
        } finally {
            threads.shutdownNow();
        }
    }
}
