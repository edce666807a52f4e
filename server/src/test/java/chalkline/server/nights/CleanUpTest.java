package chalkline.server.nights;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.Machine;
import chalkline.server.RunningSystem;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** What has been kept long enough goes; what a proof, a build or the ledger needs stays as it was. And what metrics tell. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class CleanUpTest {
    private static RunningSystem system;
    private static Client abara;
    private static JdbcClient db;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(40, "--standins.earlier-terms=false");
        abara = system.signedIn("abara");
        db = system.bean(JdbcClient.class);
        fetched();
        abara.build("27SP");
        // a second list, which is in use from then on, and a second look at the LMS
        Client.anonymous(system.standIns()).put("/registrar/api/day", "{\"day\":3}");
        fetched();
        abara.build("27SP");
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    private static void fetched() {
        assertThat(abara.fetchList().get("state").asString()).isEqualTo("KEPT");
    }

    private static Map<String, Integer> cleaned() {
        return system.bean(CleanUp.class).run();
    }

    private static int rows(String table) {
        return db.sql("select count(*) from " + table).query(Integer.class).single();
    }

    private static String proof() {
        return abara.get("/api/terms/27SP/proof/rows?limit=5000&versions=" + abara.versions("27SP"))
                .text();
    }

    @Test
    @Order(1)
    void whatIsYoungStays() {
        assertThat(rows("arrival")).isEqualTo(2);
        assertThat(cleaned()).isEmpty();
    }

    /** Everything is made three years old but the last build, and then the last build too. */
    @Test
    @Order(2)
    void ofWhatIsOldOnlyWhatNothingNeedsGoes() {
        String before = proof();
        String versions = abara.versions("27SP");
        int ledger = rows("ledger");
        old("update arrival set received_at = received_at - interval 3 year");
        old("update held_version set seen_at = seen_at - interval 3 year");
        old("update build set ended_at = ended_at - interval 3 year where id = 1");
        old("update mail set sent_at = utc_timestamp() - interval 3 year");
        Map<String, Integer> gone = cleaned();
        assertThat(gone)
                .as("the last build still needs its list and what it saw")
                .doesNotContainKey("steps of builds");
        assertThat(gone.get("rows of lists")).as("of the first list").isPositive();
        assertThat(db.sql("select outdated from arrival order by id")
                        .query(Boolean.class)
                        .list())
                .containsExactly(true, false);
        assertThat(abara.versions("27SP")).isEqualTo(versions);
        assertThat(proof()).isEqualTo(before);
        assertThat(rows("ledger")).as("one entry more").isEqualTo(ledger + 1);
        assertThat(abara.get("/api/ledger/check").json().get("faults")).isEmpty();
        Client.Answer old = abara.get("/api/terms/27SP/proof/rows?versions=1.1.0");
        assertThat(old.status()).isEqualTo(404);
        assertThat(old.text()).contains("docs/running.md says how long");

        old("update build set ended_at = ended_at - interval 3 year");
        assertThat(cleaned()).containsKey("steps of builds");
        assertThat(rows("build_step")).isZero();
        assertThat(rows("build")).isEqualTo(2);
        assertThat(proof()).isEqualTo(before);
        assertThat(abara.get("/api/terms/27SP/builds").status()).isEqualTo(200);
        assertThat(cleaned()).as("what is gone is gone").isEmpty();
    }

    private static void old(String sql) {
        db.sql(sql).update();
    }

    /** The text format of Prometheus (version 0.0.4): lines of a name, labels and a number. */
    @Test
    @Order(3)
    void metricsTellOfTheQueueTheLmsTheGuardsAndDrift() throws Exception {
        HttpRequest ask = HttpRequest.newBuilder(
                        URI.create("http://127.0.0.1:" + system.managementPort() + "/actuator/prometheus"))
                .header(
                        "Authorization",
                        "Basic " + Base64.getEncoder().encodeToString("quill:chalk".getBytes(StandardCharsets.UTF_8)))
                .build();
        HttpResponse<String> answer = HttpClient.newHttpClient().send(ask, HttpResponse.BodyHandlers.ofString());
        assertThat(answer.statusCode()).isEqualTo(200);
        assertThat(answer.body().lines().filter(line -> !line.startsWith("#")))
                .allMatch(line -> line.matches("[a-zA-Z_:][a-zA-Z0-9_:]*(\\{.*})? [-+0-9.EeNaInf]+"));
        assertThat(answer.body())
                .contains(
                        "chalkline_build_under_way 0.0",
                        "chalkline_build_lots 0.0",
                        "chalkline_lists_held 0.0",
                        "chalkline_drift_open",
                        "chalkline_mail_waiting",
                        "chalkline_jobs_late",
                        "chalkline_build_steps_total{outcome=\"done\"",
                        "chalkline_lms_calls_seconds_count{outcome=\"answered\"")
                .doesNotContain("abara", "cl-27SP");
        JsonNode dashboard = tools.jackson.databind.json.JsonMapper.shared()
                .readTree(Machine.root().resolve("docs/dashboard.json").toFile());
        for (JsonNode panel : dashboard.get("panels")) {
            for (JsonNode target : panel.get("targets")) {
                java.util.regex.Matcher names = java.util.regex.Pattern.compile("chalkline_[a-z_]+")
                        .matcher(target.get("expr").asString());
                while (names.find()) {
                    assertThat(answer.body()).as("the dashboard shows it").contains(names.group());
                }
            }
        }
    }
}
