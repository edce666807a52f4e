package chalkline.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/**
 * A database node is lost, an application process, and the way between two machines, in the middle of a build of 300 shells.
 * With {@code -Dchalkline.loseAll=true} all of it is lost at once first, and then each machine in turn.
 */
class ClusterTest {
    private static final int SHELLS = 300;
    private static final String CUT = "the line was cut: ";
    private static final long PATIENCE_NANOS = 900_000_000_000L;

    @Test
    void whateverIsLostNothingOfABuildIsLostOrDoubled() throws Exception {
        try (RunningSystem lms = RunningSystem.standInsAlone(
                        SHELLS,
                        "--standins.earlier-terms=false",
                        "--standins.copy-millis=1",
                        "--standins.latency-millis=400");
                OwnCluster cluster = new OwnCluster(Map.of(
                        "CHALKLINE_DEMO", "true",
                        "CHALKLINE_TODAY", "2026-12-07",
                        "LMS_CALLS_PER_SECOND", "6",
                        "LMS_BATCH", "4",
                        "LMS_URL", lms.standIns() + "/lms/api",
                        "REGISTRAR_URL", lms.standIns() + "/registrar/list"))) {
            Client abara = Client.signedIn(cluster.address(), "abara");
            abara.fetchList();
            long build = abara.startBuild("27SP").json().get("id").asLong();
            try (Browser browser = new Browser(cluster.address())) {
                browser.signInAt("/27SP/build");
                abara.until("/api/builds/" + build, now -> now.get("done").asInt() > 20);
                List<Callable<Void>> losses = new ArrayList<>();
                boolean all = Boolean.getBoolean("chalkline.loseAll");
                if (all) {
                    losses.add(() -> {
                        cluster.killAll();
                        cluster.start();
                        return null;
                    });
                }
                for (int node = 1; node <= (all ? 3 : 1); node++) {
                    int lost = node;
                    losses.add(() -> {
                        cluster.killNode(lost);
                        return null;
                    });
                }
                for (int number = 1; number <= (all ? 2 : 1); number++) {
                    int lost = number;
                    losses.add(() -> {
                        cluster.killApplication(lost);
                        return null;
                    });
                }
                for (Callable<Void> loss : losses) {
                    loses(cluster, abara, build, loss);
                    cluster.start();
                }
                if (cluster.hasNetworks()) {
                    loses(cluster, abara, build, () -> {
                        cluster.cut(1, 2);
                        return null;
                    });
                    cluster.mend(1, 2);
                }
                Client.anonymous(lms.standIns()).put("/lms/api/trouble", "{\"latencyMillis\":0,\"callsPerSecond\":60}");
                JsonNode ended = abara.ended(build);
                assertThat(ended.get("state").asString()).as(ended.toString()).isEqualTo("DONE");
                assertThat(ended.get("done").asInt())
                        .isEqualTo(ended.get("shells").asInt());
                browser.page.getByText("300 of 300").first().waitFor();
            } catch (AssertionError | RuntimeException e) {
                throw new AssertionError(cluster.logs(), e);
            }
            for (JsonNode action : abara.get("/api/terms/27SP/proof").json().get("actions")) {
                assertThat(action.get("shells").asInt())
                        .as(action.toString())
                        .isEqualTo(action.get("action").asString().equals("keep") ? SHELLS : 0);
            }
            JsonNode effects =
                    Client.anonymous(lms.standIns()).get("/lms/api/effects").json();
            assertThat(effects.at("/shell made/repeated"))
                    .as("shells made twice")
                    .isEmpty();
            assertThat(effects.at("/copy/repeated"))
                    .as("templates copied twice")
                    .isEmpty();
            assertThat(abara.get("/api/ledger/check").json().get("faults")).isEmpty();
        }
    }

    /**
     * Loses something while somebody looks at the build ten times a second, until it has gone on. Whoever looks is told at most
     * once, with a word that says what to do, and finds it again the next time or the one after.
     */
    private static void loses(OwnCluster cluster, Client abara, long build, Callable<Void> loss) throws Exception {
        ExecutorService beside = Executors.newSingleThreadExecutor();
        try {
            int before = abara.get("/api/builds/" + build).json().get("done").asInt();
            Future<Void> lost = beside.submit(loss);
            List<String> told = new ArrayList<>();
            long end = System.nanoTime() + PATIENCE_NANOS;
            int done = before;
            while ((!lost.isDone() || done <= before) && System.nanoTime() < end) {
                Client.Answer answer = look(abara, build);
                if (answer.status() == 200) {
                    done = answer.json().get("done").asInt();
                    before = answer.json().get("endedAt").isNull() ? before : done - 1;
                } else {
                    told.add(answer.text());
                }
            }
            lost.get();
            assertThat(done).as("the build goes on; told were %s", told).isGreaterThan(before);
            // what was on its way to a process that is killed may end without an answer, which a browser says in its
            // own words
            assertThat(told.stream().filter(text -> text.startsWith(CUT)))
                    .as("calls that were cut off")
                    .hasSizeLessThanOrEqualTo(1);
            assertThat(told.stream().filter(text -> !text.startsWith(CUT)))
                    .allSatisfy(text -> assertThat(text).contains("What was kept is safe"));
        } finally {
            beside.shutdownNow();
        }
    }

    private static Client.Answer look(Client abara, long build) {
        try {
            Thread.sleep(100);
            return abara.get("/api/builds/" + build);
        } catch (UncheckedIOException e) {
            return new Client.Answer(0, CUT + e.getMessage());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }
}
