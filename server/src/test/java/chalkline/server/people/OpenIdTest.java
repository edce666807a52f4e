package chalkline.server.people;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.OwnSystem;
import chalkline.server.RunningSystem;
import java.io.IOException;
import java.net.URI;
import java.net.URLDecoder;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Sign-in with a campus account. Each check that OpenID Connect Core 1.0 asks of a client is broken once: 3.1.3.7 items 2
 * (issuer), 3 (audience), 6 (signature), 9 (expiry), 11 (nonce), and the state of 3.1.2.1; the numbers are from memory.
 */
@OwnSystem("one of its tests has roles told by the provider")
class OpenIdTest {
    private static RunningSystem system;
    private static Client provider;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(48, "--standins.earlier-terms=false");
        provider = Client.anonymous(system.standIns());
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    @AfterEach
    void vouchRightly() {
        assertThat(provider.put("/openid/api/wrong?about=NOTHING", "").status()).isEqualTo(200);
    }

    private static URI redirected(Client client, URI from) throws IOException, InterruptedException {
        HttpResponse<String> answer =
                client.http().send(HttpRequest.newBuilder(from).build(), HttpResponse.BodyHandlers.ofString());
        assertThat(answer.statusCode()).as(from + " " + answer.body()).isEqualTo(302);
        return from.resolve(answer.headers().firstValue("Location").orElseThrow());
    }

    /** Where somebody lands who says at the provider to be this one. */
    private static String landing(Client client, String who) throws IOException, InterruptedException {
        URI ask = redirected(client, system.address().resolve("/sign-in/at/campus"));
        assertThat(ask.getQuery()).contains("state=", "nonce=", "code_challenge=", "response_type=code");
        URI back = redirected(client, URI.create(ask + "&login=" + who));
        URI home = redirected(client, back);
        assertThat(home.getPath()).isEqualTo("/");
        return home.getQuery() == null ? "" : URLDecoder.decode(home.getRawQuery(), StandardCharsets.UTF_8);
    }

    @Test
    void somebodyOfTheCampusIsWhoeverHasThatNameHere() throws IOException, InterruptedException {
        Client tarn = Client.anonymous(system.address());
        assertThat(landing(tarn, "tarn")).isEmpty();
        assertThat(tarn.get("/api/me").json().get("name").asString()).isEqualTo("L. Tarn");
        assertThat(tarn.get("/api/templates").status()).isEqualTo(200);
        assertThat(tarn.get("/api/ledger").status()).isEqualTo(403);
        assertThat(Client.anonymous(system.address())
                        .get("/api/sign-in/ways")
                        .json()
                        .get("campus")
                        .asString())
                .isEqualTo("your campus account");

        // whoever is kept out is out at once, and is told so at the next try
        Client abara = system.signedIn("abara");
        assertThat(abara.post("/api/people/tarn/disabled?disabled=true", "").status())
                .isEqualTo(200);
        assertThat(tarn.get("/api/me").status()).isEqualTo(401);
        assertThat(landing(tarn, "tarn")).isEqualTo("sign-in=disabled");
        abara.post("/api/people/tarn/disabled?disabled=false", "");
    }

    @Test
    void nobodyComesInWhoHasNoNameHere() throws IOException, InterruptedException {
        Client stranger = Client.anonymous(system.address());
        assertThat(landing(stranger, "stranger")).isEqualTo("sign-in=unknown");
        assertThat(stranger.get("/api/me").status()).isEqualTo(401);
    }

    @ParameterizedTest
    @ValueSource(strings = {"ISSUER", "AUDIENCE", "NONCE", "EXPIRED", "SIGNATURE", "STATE"})
    void whatIsNotVouchedForRightlyLetsNobodyIn(String wrong) throws IOException, InterruptedException {
        assertThat(provider.put("/openid/api/wrong?about=" + wrong, "").status())
                .isEqualTo(200);
        Client abara = Client.anonymous(system.address());
        assertThat(landing(abara, "abara")).isEqualTo("sign-in=failed");
        assertThat(abara.get("/api/me").status()).isEqualTo(401);
    }

    @Test
    void rolesCanBeToldByTheCampus() throws IOException, InterruptedException {
        try (RunningSystem told = RunningSystem.with(
                48, "OPENID_ROLES_CLAIM", "groups", "OPENID_ROLES", "chalk-audit=AUDITOR, chalk-design=DESIGNER")) {
            RunningSystem before = system;
            system = told;
            try {
                Client vale = Client.anonymous(told.address());
                assertThat(landing(vale, "vale&groups=chalk-audit,others")).isEmpty();
                assertThat(vale.get("/api/me").json().get("roles").toString()).isEqualTo("[\"AUDITOR\"]");
                assertThat(landing(vale, "vale&groups=chalk-design")).isEmpty();
                assertThat(vale.get("/api/me").json().get("roles").toString()).isEqualTo("[\"DESIGNER\"]");
                assertThat(landing(vale, "nobody-of-ours&groups=others")).isEqualTo("sign-in=unknown");
            } finally {
                system = before;
            }
        }
    }
}
