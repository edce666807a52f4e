package chalkline.server.frame;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.OwnSystem;
import chalkline.server.RunningSystem;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.Objects;
import java.util.zip.GZIPInputStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/**
 * Data of earlier versions goes forward. Each dump is of a version's own application (its tables and a small term that it
 * built), written by {@code mariadb-dump}; a released version adds its own, and none is ever changed.
 */
@OwnSystem("its database comes from an earlier version")
class UpgradeTest {
    @ParameterizedTest
    @CsvSource({"24, 1.1.2, 48"})
    void whatAnEarlierVersionLeftIsAllThere(int schema, String versions, int shells) throws Exception {
        try (RunningSystem system = RunningSystem.on(dump(schema))) {
            JdbcClient db = system.bean(JdbcClient.class);
            int now = db.sql("select max(cast(version as int)) from flyway_schema_history where success")
                    .query(Integer.class)
                    .single();
            assertThat(now).isGreaterThan(schema);
            Client abara = system.signedIn("abara");
            assertThat(abara.versions("27SP")).isEqualTo(versions);
            JsonNode proof = abara.get("/api/terms/27SP/proof").json();
            for (JsonNode action : proof.get("actions")) {
                assertThat(action.get("shells").asInt())
                        .as(action.toString())
                        .isEqualTo(action.get("action").asString().equals("keep") ? shells : 0);
            }
            JsonNode build = abara.get("/api/builds/1").json();
            assertThat(build.get("done").asInt()).isEqualTo(shells);
            assertThat(abara.get("/api/ledger/check").json().get("faults")).isEmpty();
            assertThat(abara.get("/api/terms/27SP/upkeep/drift").status()).isEqualTo(200);
            // a second start finds the tables as they are to be, the migrations that were changed among them
            system.startAgain("LMS_URL", "", "REGISTRAR_URL", "");
        }
    }

    private static String dump(int schema) throws IOException {
        try (InputStream in = new GZIPInputStream(Objects.requireNonNull(
                UpgradeTest.class.getResourceAsStream("/released/schema-" + schema + ".sql.gz")))) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }
}
