package chalkline.server.frame;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;

/** While the database is away every request is answered within seconds, in words, and all goes on once it is back. */
class DatabaseAwayTest {
    private static final Duration SECONDS = Duration.ofSeconds(30);

    @Test
    void everyRequestIsAnsweredInWordsAndGoesOnAfterwards() {
        try (RunningSystem system = RunningSystem.withSections(48, "--standins.earlier-terms=false")) {
            Client abara = system.signedIn("abara");
            abara.fetchList();
            system.cable().cut();
            for (String path : List.of("/api/desk", "/api/arrivals", "/api/terms/27SP/proof")) {
                Instant asked = Instant.now();
                Client.Answer answer = abara.get(path);
                assertThat(answer.status()).as(path + " " + answer.text()).isEqualTo(503);
                assertThat(answer.json().get("detail").asString()).contains("lost touch with its database");
                assertThat(Duration.between(asked, Instant.now())).as(path).isLessThan(SECONDS);
            }
            assertThat(abara.post("/api/arrivals/fetch", "").status()).isEqualTo(503);
            system.cable().mend();
            abara.until(() -> abara.get("/api/desk"), answer -> answer.status() == 200);
            assertThat(abara.fetchList().get("state").asString()).isEqualTo("SAME");
        }
    }
}
