package chalkline.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.Machine;
import chalkline.server.RunningSystem;
import java.net.URI;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Two application processes build a term in an LMS that misbehaves, while one of each is killed, with real sockets and a real
 * database: at the end the LMS is as the proof says, nothing was done twice, and nothing is left under way. What else may come
 * together is tried in thousands of simulated lives. Each test builds shells of its own. With {@code -Dchalkline.soak=MINUTES}
 * the last one goes on for so long, with dice of its own.
 */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class FaultsTest {
    private static final Logger LOG = LoggerFactory.getLogger(FaultsTest.class);
    private static final JsonMapper JSON = new JsonMapper();
    private static final int SECTIONS = 300;
    private static final int ROUNDS_WITH_FAULTS = 3;
    private static final int MOST_ROUNDS = 12;
    private static final List<String> FAULTS =
            List.of("busy", "tooMany", "late", "cut", "wrong", "refuse", "copyFails", "copyEndless", "meddle");
    private static final String CALM =
            "{\"busy\":0,\"tooMany\":0,\"late\":0,\"cut\":0,\"wrong\":0,\"refuse\":0,\"copyFails\":0,\"copyEndless\":0,"
                    + "\"meddle\":0,\"latencyMillis\":0,\"tailMillis\":0}";

    private static OwnDatabase database;
    private static RunningSystem system;
    private static RunningSystem.Server one;
    private static RunningSystem.Server two;
    private static int section = 1;

    @BeforeAll
    static void start() {
        database = new OwnDatabase();
        system = RunningSystem.inProcessesOn(
                database.port(),
                Map.of("LMS_BATCH", "8", "LMS_TIMEOUT", "3s"),
                SECTIONS,
                "--standins.earlier-terms=false",
                "--standins.copy-millis=100");
        one = system.firstServer();
        two = system.startServer("two");
        Client abara = client();
        abara.fetchList();
        // the templates and categories of all are there, so that each fault meets the same kinds of calls
        assertThat(abara.build("27SP", take(40)).get("state").asString()).isEqualTo("DONE");
    }

    @AfterAll
    static void stop() {
        system.close();
        database.close();
    }

    private static Client client() {
        return Client.signedIn(URI.create("http://127.0.0.1:" + one.port()), "abara");
    }

    private static Client lms() {
        return Client.anonymous(system.standIns());
    }

    private static void trouble(String how) {
        assertThat(lms().put("/lms/api/trouble", how).status()).isEqualTo(200);
    }

    /** Keys of the next shells that nobody built yet. */
    private static String[] take(int shells) {
        String[] keys = IntStream.range(section, section + shells)
                .mapToObj(i -> "s:cl-27SP-" + i)
                .toArray(String[]::new);
        section += shells;
        return keys;
    }

    /** What happens to a system while it builds. */
    private interface Blow {
        void fall() throws Exception;
    }

    /** Builds until all of it stands, at first with faults; what fails is gone on with, what others changed is put back. */
    private static void build(String faults, Blow blow, String... keys) throws Exception {
        trouble(faults);
        Client abara = client();
        long build = begun(abara.startBuild("27SP", keys));
        blow.fall();
        for (int round = 1; round <= MOST_ROUNDS; round++) {
            abara = client();
            JsonNode ended = abara.ended(build);
            LOG.info(
                    "round {}: {} {} of {} done, {} {}",
                    round,
                    ended.get("state").asString(),
                    ended.get("done"),
                    ended.get("shells"),
                    ended.get("reason").asString(),
                    ended.get("causes"));
            if (round >= ROUNDS_WITH_FAULTS) {
                trouble(CALM);
            }
            if (ended.get("state").asString().equals("FAILED")) {
                build = begun(abara.post("/api/builds/" + build + "/retry", "{}"));
                continue;
            }
            trouble(CALM);
            String[] left = notAsTheProofSays(abara, keys);
            if (left.length == 0) {
                check(keys);
                return;
            }
            build = begun(abara.startBuild("27SP", left));
        }
        throw new AssertionError("after " + MOST_ROUNDS + " rounds it still does not stand");
    }

    private static long begun(Client.Answer answer) {
        assertThat(answer.status()).as(answer.text()).isEqualTo(202);
        return answer.json().get("id").asLong();
    }

    /** Shells of which any field, section, window or person differs from the proof. */
    private static String[] notAsTheProofSays(Client abara, String... keys) {
        assertThat(abara.refreshHeld(true).get("state").asString()).isEqualTo("DONE");
        List<String> wanted = List.of(keys);
        List<String> left = new ArrayList<>();
        for (JsonNode row : abara.get("/api/terms/27SP/proof/rows?limit=5000&versions=" + abara.versions("27SP"))
                .json()
                .get("rows")) {
            String key = row.get("key").asString();
            if (wanted.contains(key) && !row.get("action").asString().equals("keep")) {
                left.add(key);
            }
        }
        return left.toArray(String[]::new);
    }

    private static void check(String... keys) {
        JsonNode effects = lms().get("/lms/api/effects").json();
        for (String kind : List.of("shell made", "category made", "copy")) {
            assertThat(effects.at("/" + kind + "/repeated")).as(kind).isEmpty();
        }
        assertThat(effects.at("/person in/times").asLong()
                        - effects.at("/person out/times").asLong())
                .as("people who came, less those who went, are those who are there")
                .isEqualTo(count(system.lmsDatabaseUrl(), "member"));
        assertThat(count(system.databaseUrl(), "build_lot where not done"))
                .as("lots left")
                .isZero();
        assertThat(count(system.databaseUrl(), "build_step where state in ('WAITS', 'UNDER_WAY')"))
                .as("steps left")
                .isZero();
        for (String key : keys) {
            assertThat(titles(key)).as("the content of %s", key).doesNotHaveDuplicates();
        }
    }

    private static List<String> titles(String key) {
        List<String> titles = new ArrayList<>();
        lms().get("/lms/api/shells/" + key + "/outline")
                .json()
                .forEach(unit -> titles.add(unit.get("title").asString()));
        return titles;
    }

    private static long count(String url, String of) {
        try (Connection connection = DriverManager.getConnection(url, "chalkline", "chalkline");
                Statement statement = connection.createStatement();
                ResultSet rows = statement.executeQuery("select count(*) from " + of)) {
            rows.next();
            return rows.getLong(1);
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Waits until some shells of the build under way stand, or it has ended. */
    private static void untilSomeStand(int shells) {
        Client abara = client();
        long build = abara.get("/api/terms/27SP/builds").json().get(0).get("id").asLong();
        abara.until(
                "/api/builds/" + build,
                now -> now.get("done").asInt() >= shells || !now.get("endedAt").isNull());
    }

    @Order(1)
    @Test
    void allFaultsAtTenInAHundredAndAProcessTheLmsAndTheDatabaseKilled() throws Exception {
        build(
                all(0.1, 20),
                () -> {
                    killAProcess();
                    killTheLms();
                    killTheDatabase();
                },
                take(60));
    }

    /** A process that was stopped and wakes after another one took over records nothing any more. */
    @Order(2)
    @Test
    void aProcessThatWakesUpFindsItsWorkTaken() throws Exception {
        build(
                "{\"latencyMillis\":300}",
                () -> {
                    String its = "build_lot where holder = 'two' and lease is not null";
                    client().until(() -> count(system.databaseUrl(), its), lots -> lots > 0);
                    signal(two.process(), "STOP");
                    assertThat(count(system.databaseUrl(), its))
                            .as("lots in the hands of the one that sleeps")
                            .isPositive();
                    untilSomeStand(60);
                    signal(two.process(), "CONT");
                },
                take(60));
    }

    private static String all(double share, int latencyMillis) {
        Map<String, Object> trouble = new HashMap<>();
        FAULTS.forEach(fault -> trouble.put(fault, share));
        trouble.put("latencyMillis", latencyMillis);
        trouble.put("tailMillis", 10 * latencyMillis);
        return JSON.writeValueAsString(trouble);
    }

    private static void killAProcess() throws Exception {
        untilSomeStand(1);
        two.process().destroyForcibly().waitFor();
        two = system.startServer("two", two.port());
    }

    private static void killTheLms() throws Exception {
        JsonNode before = lms().get("/lms/api/trouble").json();
        system.standInsProcess().destroyForcibly().waitFor();
        system.startStandInsProcess();
        trouble(JSON.writeValueAsString(before));
    }

    private static void killTheDatabase() {
        database.kill();
        database.start();
        // the application looks for its database now and then, and tells whoever comes before that to try again
        Client nobody = Client.anonymous(URI.create("http://127.0.0.1:" + one.port()));
        nobody.until(() -> nobody.signIn("abara", "chalk").status(), status -> status == 204);
    }

    private static void signal(Process process, String signal) {
        Machine.run(new ProcessBuilder("kill", "-" + signal, Long.toString(process.pid())));
    }

    /** Everything at once, again and again, each time at random moments; taken back under the same faults. */
    @Order(3)
    @Test
    void itHoldsForAsLongAsItIsTried() throws Exception {
        long minutes = Long.getLong("chalkline.soak", 0);
        long seed = Long.getLong("chalkline.soak.seed", Instant.now().getEpochSecond());
        Instant end = Instant.now().plus(Duration.ofMinutes(minutes));
        Random dice = new Random(seed);
        String[] keys = take(60);
        int round = 0;
        do {
            LOG.info("round {} of seed {}", ++round, seed);
            double share = minutes == 0 ? 0.1 : new double[] {0.01, 0.1, 0.3}[dice.nextInt(3)];
            String faults = all(share, dice.nextInt(50));
            build(faults, minutes == 0 ? () -> {} : blow(dice), keys);
            takeBack(faults, keys);
        } while (Instant.now().isBefore(end));
    }

    private static Blow blow(Random dice) {
        return switch (dice.nextInt(4)) {
            case 0 -> FaultsTest::killAProcess;
            case 1 -> FaultsTest::killTheLms;
            case 2 -> FaultsTest::killTheDatabase;
            default -> () -> TimeUnit.MILLISECONDS.sleep(dice.nextInt(3000));
        };
    }

    private static void takeBack(String faults, String... keys) {
        Client abara = client();
        trouble(faults.replaceAll("\"meddle\":[0-9.]+", "\"meddle\":0"));
        for (JsonNode build : abara.get("/api/terms/27SP/builds").json()) {
            boolean done = build.get("kind").asString().equals("BUILD");
            if (done) {
                JsonNode back = abara.takenBack(build.get("id").asLong());
                trouble(CALM);
                for (int i = 0;
                        i < MOST_ROUNDS
                                && back.get("state").asString().equals("FAILED")
                                && back.get("shells").asInt() > 0;
                        i++) {
                    back = abara.retried(back.get("id").asLong());
                }
            }
            if (standing(keys) == 0) {
                return;
            }
        }
        // shells that somebody, or a later build, changed since stay; nothing was done twice, and nothing is left under
        // way
        check();
    }

    private static long standing(String... keys) {
        Client lms = lms();
        return List.of(keys).stream()
                .filter(key -> lms.get("/lms/api/shells/" + key + "/people").status() == 200)
                .count();
    }
}
