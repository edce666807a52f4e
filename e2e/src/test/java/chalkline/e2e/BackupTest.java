package chalkline.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import java.net.URI;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** A backup is taken in the middle of a build, then the machine is lost; on another one the build goes on to its end. */
class BackupTest {
    private static final int SHELLS = 300;

    @TempDir
    Path folder;

    @Test
    void aBuildGoesOnFromABackupThatWasTakenInTheMiddleOfIt() throws Exception {
        Path file = folder.resolve("a backup");
        try (OwnDatabase lost = new OwnDatabase();
                RunningSystem system = RunningSystem.inProcessesOn(
                        lost.port(),
                        Map.of("LMS_BATCH", "8"),
                        SHELLS,
                        "--standins.earlier-terms=false",
                        "--standins.latency-millis=600")) {
            Client abara = system.signedIn("abara");
            abara.fetchList();
            long build = abara.startBuild("27SP").json().get("id").asLong();
            abara.until("/api/builds/" + build, now -> now.get("done").asInt() > 20);
            lost.backup(file);
            JsonNode then = abara.get("/api/builds/" + build).json();
            assertThat(then.get("endedAt").isNull()).as("the build goes on").isTrue();
            system.firstServer().process().destroyForcibly().waitFor();
            Client.anonymous(system.standIns()).put("/lms/api/trouble", "{\"latencyMillis\":0}");

            try (OwnDatabase other = OwnDatabase.restored(file)) {
                RunningSystem.Server again = system.startServerOn(other.port(), "restored");
                Client there = Client.signedIn(URI.create("http://127.0.0.1:" + again.port()), "abara");
                JsonNode ended = there.ended(build);
                assertThat(ended.get("state").asString()).isEqualTo("DONE");
                assertThat(ended.get("done").asInt())
                        .isEqualTo(ended.get("shells").asInt());
                for (JsonNode action : there.get("/api/terms/27SP/proof").json().get("actions")) {
                    assertThat(action.get("shells").asInt())
                            .as(action.toString())
                            .isEqualTo(action.get("action").asString().equals("keep") ? SHELLS : 0);
                }
                assertThat(Client.anonymous(system.standIns())
                                .get("/lms/api/effects")
                                .json()
                                .at("/shell made/repeated"))
                        .as("shells made twice")
                        .isEmpty();
                assertThat(there.get("/api/ledger/check").json().get("faults")).isEmpty();
                again.process().destroyForcibly().waitFor();
            }
        }
    }
}
