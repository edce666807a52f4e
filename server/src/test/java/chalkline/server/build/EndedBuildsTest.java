package chalkline.server.build;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import chalkline.server.Wiretap;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.HashSet;
import java.util.Set;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/**
 * One build that meets everything: it never runs for ever. What does not pass ends it with its reason, a person can end it,
 * a stop gives it back; and each time the rest is done after, until every shell stands once.
 */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class EndedBuildsTest {
    private static final int SHELLS = 48;

    private static RunningSystem system;
    private static Wiretap tap;
    private static Client abara;
    private static long build;

    @BeforeAll
    static void start() {
        system = RunningSystem.tapped(SHELLS, "--standins.earlier-terms=false");
        tap = system.tap();
        abara = system.signedIn("abara");
        abara.fetchList();
    }

    @AfterAll
    static void stop() {
        system.close();
        tap.close();
    }

    /** Starts the build, or goes on with what is left of it. */
    private static void goOn() {
        Client.Answer answer =
                build == 0 ? abara.startBuild("27SP") : abara.post("/api/builds/" + build + "/retry", "{}");
        assertThat(answer.status()).as(answer.text()).isEqualTo(202);
        build = answer.json().get("id").asLong();
    }

    /** Why it ended, and why steps failed. */
    private static Set<String> reasons(JsonNode ended) {
        Set<String> reasons = new HashSet<>(Set.of(ended.get("reason").asString()));
        reasons.remove("");
        ended.get("failures")
                .forEach(failure -> reasons.add(failure.get("reason").asString()));
        return reasons;
    }

    private static Set<String> failed() {
        JsonNode ended = abara.ended(build);
        assertThat(ended.get("state").asString()).isEqualTo("FAILED");
        tap.passAll();
        return reasons(ended);
    }

    @Order(1)
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "PUT /lms/api/shells|401||The LMS does not let Chalk Line in (401): look at its token or password.",
                "PUT /lms/api/shells|422|no such field|The LMS refused the whole call to /shells (422): no such field",
                "PUT /lms/api/shells|200|{\"answers\":[]}|The LMS answered for 0 of",
                "PUT /lms/api/shells|200|<html>|What the LMS answers cannot be read: is LMS_URL the address of its port?"
            })
    void whatDoesNotPassEndsTheBuildWithItsReason(String path, int status, String body, String reason) {
        tap.answer(path, status, body == null ? "" : body);
        goOn();
        assertThat(failed()).isNotEmpty().allSatisfy(one -> assertThat(one).startsWith(reason));
    }

    @Order(2)
    @Test
    void aPersonEndsABuildThatWaits() {
        tap.answer("PUT /lms/api/shells", 503, "");
        goOn();
        abara.until("/api/builds/" + build, now -> now.get("state").asString().equals("WAITING"));
        assertThat(abara.post("/api/builds/" + build + "/end", "").status()).isEqualTo(202);
        assertThat(failed()).as("what was left out has not failed").isEmpty();
        assertThat(abara.get("/api/builds/" + build).json().get("done").asInt()).isLessThan(SHELLS);
        assertThat(abara.post("/api/builds/" + build + "/end", "").status()).isEqualTo(409);
    }

    @Order(3)
    @Test
    void copiesThatTheLmsForgotFailTheirShells() {
        tap.answer("GET /lms/api/copies", 200, "{\"jobs\":[],\"askAfterMillis\":50}");
        goOn();
        assertThat(failed()).containsExactly("The LMS knows nothing of this copy any more.");
    }

    @Order(4)
    @Test
    void aCleanStopGivesTheBuildBackForWhoeverIsThereNext() {
        Client.anonymous(system.standIns()).put("/lms/api/trouble", "{\"latencyMillis\":150}");
        goOn();
        abara.until("/api/builds/" + build, now -> now.get("state").asString().equals("RUNNING"));
        system.restart(() -> {
            assertThat(count("build_lot where not done")).as("it is to go on").isPositive();
            assertThat(count("build_lot where lease is not null"))
                    .as("taken by nobody")
                    .isZero();
        });
        abara = system.signedIn("abara");
        JsonNode done = abara.ended(build);
        assertThat(done.get("state").asString()).as("%s", reasons(done)).isEqualTo("DONE");
        assertThat(done.get("failed").asInt()).isZero();
        for (JsonNode action : abara.get("/api/terms/27SP/proof").json().get("actions")) {
            assertThat(action.get("shells").asInt())
                    .as(action.get("action").asString())
                    .isEqualTo(action.get("action").asString().equals("keep") ? SHELLS : 0);
        }
    }

    private static int count(String of) {
        try (Connection connection = DriverManager.getConnection(system.databaseUrl(), "chalkline", "chalkline");
                Statement statement = connection.createStatement();
                ResultSet result = statement.executeQuery("select count(*) from " + of)) {
            result.next();
            return result.getInt(1);
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }
}
