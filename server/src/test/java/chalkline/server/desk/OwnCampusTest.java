package chalkline.server.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import chalkline.server.Client;
import chalkline.server.ListFiles;
import chalkline.server.OwnSystem;
import chalkline.server.RunningSystem;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** The first start for a campus of one's own: no demo data, no address that nobody set, a password told once. */
@OwnSystem("it begins with nothing set")
class OwnCampusTest {
    @TempDir
    Path folder;

    @Test
    void nothingIsMadeUpAndNothingIsGuessed() throws Exception {
        Path file = folder.resolve("first-password");
        try (RunningSystem system = RunningSystem.bare(file)) {
            assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(file)))
                    .isEqualTo("rw-------");
            List<String> told = Files.readAllLines(file);
            assertThat(told).hasSize(2).first().isEqualTo("admin");
            Client admin = Client.anonymous(system.address());
            admin.get("/readyz");
            assertThat(admin.send(
                                    "POST",
                                    "/api/sign-in",
                                    "application/x-www-form-urlencoded",
                                    ("username=admin&password=" + told.get(1)).getBytes(StandardCharsets.UTF_8))
                            .status())
                    .isEqualTo(204);
            assertThat(admin.get("/api/me").json().get("mustChange").asBoolean())
                    .isTrue();
            assertThat(admin.post(
                                    "/api/me/password",
                                    "{\"now\":\"" + told.get(1) + "\",\"next\":\"a line of white chalk\"}")
                            .status())
                    .isEqualTo(200);

            JsonNode desk = admin.get("/api/desk").json();
            assertThat(desk.get("demo").asBoolean()).isFalse();
            assertThat(desk.get("registrarSet").asBoolean()).isFalse();
            assertThat(desk.get("lmsSet").asBoolean()).isFalse();
            assertThat(desk.get("terms")).isEmpty();
            Client.Answer fetch = admin.post("/api/arrivals/fetch", "");
            assertThat(fetch.status()).isEqualTo(422);
            assertThat(fetch.json().get("detail").asString()).contains("REGISTRAR_URL");

            // a file is read all the same, and proved; it cannot be built
            JsonNode arrival = admin.read(admin.upload("/api/arrivals", "list.zip", ListFiles.ofOneSection()));
            assertThat(arrival.get("state").asString()).isEqualTo("KEPT");
            assertThat(admin.get("/api/terms/t/proof").json().get("shells").asInt())
                    .isEqualTo(1);
            Client.Answer build = admin.startBuild("t");
            assertThat(build.status()).isEqualTo(422);
            assertThat(build.json().get("detail").asString()).contains("LMS_URL");
            assertThat(admin.post("/api/lms/refreshes", "").status()).isEqualTo(422);

            // the demo's sign-ins never reach these data
            assertThatThrownBy(() -> system.startAgain("CHALKLINE_DEMO", "true"))
                    .hasMessageContaining("This database holds the data of a campus; the demo is started on another.");
            assertThat(admin.get("/api/people").json()).hasSize(1);
        }
    }
}
