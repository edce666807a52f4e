package chalkline.server.people;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.Machine;
import chalkline.server.RunningSystem;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.json.JsonMapper;

/** What everybody meets before any right is asked for. */
class BeforeRightsTest {
    private static RunningSystem system;
    private static Client nobody;
    private static Client auditor;
    private static Client abara;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(48, "--standins.earlier-terms=false");
        nobody = Client.anonymous(system.address());
        nobody.get("/readyz");
        auditor = system.signedIn("quill");
        abara = system.signedIn("abara");
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    @Test
    void anAddressWithoutTheSecretGivesNothing() {
        for (Client client : List.of(nobody, auditor, abara)) {
            assertThat(client.get("/calendars/guessed.ics").status()).isEqualTo(404);
        }
    }

    @Test
    void withoutTheTokenNothingChanges() {
        HttpRequest bare = HttpRequest.newBuilder(system.address().resolve("/api/arrivals/fetch"))
                .POST(HttpRequest.BodyPublishers.noBody())
                .build();
        assertThat(abara.get("/api/me").status()).isEqualTo(200);
        assertThat(HttpClient.newHttpClient()
                        .sendAsync(bare, HttpResponse.BodyHandlers.ofString())
                        .join()
                        .statusCode())
                .isIn(401, 403);
    }

    @Test
    void wrongPasswordsDoNotGetIn() {
        Client client = Client.anonymous(system.address());
        client.get("/readyz");
        Client.Answer answer = client.send(
                "POST",
                "/api/sign-in",
                "application/x-www-form-urlencoded",
                "username=abara&password=wrong".getBytes(StandardCharsets.UTF_8));
        assertThat(answer.status()).isEqualTo(401);
    }

    @Test
    void errorsAreProblemDetails() {
        // source: RFC 9457
        Client.Answer answer = abara.get("/api/arrivals/999");
        assertThat(answer.status()).isEqualTo(404);
        assertThat(answer.json().get("detail").asString()).isEqualTo("There is no arrival 999.");
        assertThat(answer.json().get("status").asInt()).isEqualTo(404);
    }

    @Test
    void theDescriptionOfTheApiIsTheOneCheckedIn() throws Exception {
        String served = abara.get("/api/description").text();
        Path file = Machine.root().resolve("docs/api.json");
        JsonMapper json = new JsonMapper();
        assertThat(json.readTree(file.toFile()))
                .as("docs/api.json is stale: write what /api/description serves into it, then run npm run api in web/")
                .isEqualTo(json.readTree(served));
        assertThat(abara.get("/api/description").text())
                .as("whenever it is asked")
                .isEqualTo(served);
    }

    @Test
    void pagesAreServedForEveryAddressThatAPersonMayOpen() {
        assertThat(nobody.get("/27SP/proof?by=action").text()).contains("<div id=\"app\">");
        assertThat(nobody.get("/plumb.svg").text()).contains("<svg");
        assertThat(nobody.get("/assets/nothing.js").status()).isEqualTo(404);
        assertThat(nobody.get("/nothing.txt").status()).isEqualTo(404);
    }
}
