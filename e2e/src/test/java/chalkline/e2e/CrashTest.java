package chalkline.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Two application processes on one database; the one that builds is killed in the middle. */
class CrashTest {
    private static RunningSystem system;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(300, "--standins.earlier-terms=false");
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    @Test
    void anotherProcessGoesOnAndNothingIsLostOrDoubled() throws Exception {
        Client abara = system.signedIn("abara");
        abara.fetchList();
        Client lms = Client.anonymous(system.standIns());
        RunningSystem.Server second = system.startServer("second");
        Client there = Client.signedIn(java.net.URI.create("http://127.0.0.1:" + second.port()), "abara");
        lms.put("/lms/api/trouble", "{\"latencyMillis\":60}");

        String versions =
                there.get("/api/terms/27SP/proof").json().get("versions").asString();
        long id = there.post("/api/terms/27SP/builds", "{\"versions\":\"" + versions + "\",\"keys\":[]}")
                .json()
                .get("id")
                .asLong();
        abara.until("/api/builds/" + id, build -> build.get("done").asInt() > 20);
        second.process().destroyForcibly().waitFor();

        lms.put("/lms/api/trouble", "{\"latencyMillis\":0}");
        JsonNode ended = abara.ended(id);
        assertThat(ended.get("state").asString()).isEqualTo("DONE");
        assertThat(ended.get("done").asInt()).isEqualTo(300);
        JsonNode proof = abara.get("/api/terms/27SP/proof").json();
        for (JsonNode action : proof.get("actions")) {
            assertThat(action.get("shells").asInt())
                    .isEqualTo(action.get("action").asString().equals("keep") ? 300 : 0);
        }
        assertThat(lms.get("/lms").text()).contains("300 shells");
    }
}
