package chalkline.server.people;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.util.Base64;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** Who gets in, how fast, and what the browser is told: behind a web server with TLS that stands on this machine. */
class DoorsTest {
    private static final HttpClient HTTP = HttpClient.newHttpClient();

    private static RunningSystem system;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(50);
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    private static HttpResponse<String> send(String method, String path, String body, String... headers) {
        HttpRequest.BodyPublisher content =
                body.isEmpty() ? HttpRequest.BodyPublishers.noBody() : HttpRequest.BodyPublishers.ofString(body);
        HttpRequest.Builder request =
                HttpRequest.newBuilder(system.address().resolve(path)).method(method, content);
        if (headers.length > 0) {
            request.headers(headers);
        }
        try {
            return HTTP.send(request.build(), HttpResponse.BodyHandlers.ofString());
        } catch (IOException | InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    /** A sign-in from an address, as the web server in front tells it. */
    private static HttpResponse<String> signIn(String login, String password, String from) {
        return send(
                "POST",
                "/api/sign-in",
                "username=" + login + "&password=" + password,
                "Content-Type",
                "application/x-www-form-urlencoded",
                "X-Forwarded-For",
                from,
                "Cookie",
                "XSRF-TOKEN=t",
                "X-XSRF-TOKEN",
                "t");
    }

    private static long count(String sql) throws SQLException {
        String url = system.databaseUrl();
        try (Connection connection = DriverManager.getConnection(url, "chalkline", "chalkline");
                Statement statement = connection.createStatement();
                ResultSet result = statement.executeQuery(sql)) {
            result.next();
            return result.getLong(1);
        }
    }

    @Test
    void guessingGrowsSlowButKeepsNobodyOut() throws SQLException {
        // source: NIST SP 800-63B, section 5.2.2 (rate limiting; from memory)
        Stream.generate(() -> signIn("quill", "wrong", "203.0.113.7"))
                .limit(5)
                .forEach(answer -> assertThat(answer.statusCode()).isEqualTo(401));
        HttpResponse<String> slowed = signIn("quill", "chalk", "203.0.113.7");
        assertThat(slowed.statusCode()).isEqualTo(429);
        assertThat(slowed.headers().firstValue("Retry-After")).contains("1");
        assertThat(slowed.body()).contains("Too many sign-ins failed. Try again in 1 second.");
        // the person themselves comes from elsewhere
        assertThat(signIn("quill", "chalk", "198.51.100.1").statusCode()).isEqualTo(204);
        assertThat(count("select count(*) from ledger where what = 'sign-in failed' and subject = 'quill'"))
                .isEqualTo(5);
        // and also where the guessing came from, once the second has passed
        Client.anonymous(system.address())
                .until(() -> signIn("quill", "chalk", "203.0.113.7"), answer -> answer.statusCode() == 204);
        assertThat(signIn("quill", "wrong", "203.0.113.7").statusCode()).isEqualTo(401);
    }

    @Test
    void anAddressThatTriesManyNamesIsSlowed() {
        for (int i = 0; i < 30; i++) {
            assertThat(signIn("name" + i, "x", "203.0.113.8").statusCode()).isEqualTo(401);
        }
        assertThat(signIn("another", "x", "203.0.113.8").statusCode()).isEqualTo(429);
        assertThat(signIn("another", "x", "203.0.113.9").statusCode()).isEqualTo(401);
    }

    @Test
    void namesOfAnyLengthAreOnlyWrong() {
        assertThat(signIn("n".repeat(5000), "x", "203.0.113.10").statusCode()).isEqualTo(401);
        assertThat(signIn("%00", "x", "203.0.113.10").statusCode()).isEqualTo(401);
        assertThat(signIn("a", "p".repeat(5000), "203.0.113.10").statusCode()).isEqualTo(401);
    }

    @Test
    void nobodyLeavesASessionBehind() throws SQLException {
        long before = count("select count(*) from SPRING_SESSION");
        for (String path : List.of("/", "/27SP/proof", "/api/me", "/api/desk", "/readyz", "/nothing.js")) {
            send("GET", path, "");
        }
        signIn("abara", "wrong", "203.0.113.11");
        assertThat(count("select count(*) from SPRING_SESSION")).isEqualTo(before);
    }

    @Test
    void cookiesGoOverTlsWhereTheProxySaysSo() {
        List<String> open = send("GET", "/", "").headers().allValues("Set-Cookie");
        assertThat(open)
                .hasSize(1)
                .allMatch(cookie -> cookie.contains("SameSite=Strict") && !cookie.contains("Secure"));
        HttpResponse<String> secure = send("GET", "/", "", "X-Forwarded-Proto", "https");
        assertThat(secure.headers().allValues("Set-Cookie")).allMatch(cookie -> cookie.contains("Secure"));
        assertThat(secure.headers().firstValue("Strict-Transport-Security")).isPresent();
        HttpResponse<String> signedIn = send(
                "POST",
                "/api/sign-in",
                "username=abara&password=chalk",
                "Content-Type",
                "application/x-www-form-urlencoded",
                "X-Forwarded-Proto",
                "https",
                "Cookie",
                "XSRF-TOKEN=t",
                "X-XSRF-TOKEN",
                "t");
        assertThat(signedIn.headers().allValues("Set-Cookie"))
                .anyMatch(cookie -> cookie.startsWith("CHALKLINE=")
                        && cookie.contains("Secure")
                        && cookie.contains("HttpOnly")
                        && cookie.contains("SameSite=Lax"));
    }

    @Test
    void everyAnswerSaysWhatABrowserMayDo() {
        // source: W3C Content Security Policy Level 3, and Referrer Policy (directives from memory)
        for (String path : List.of("/", "/api/me", "/assets/none.js", "/api/desk")) {
            HttpResponse<String> answer = send("GET", path, "");
            assertThat(answer.headers().firstValue("Content-Security-Policy"))
                    .as(path)
                    .get()
                    .asString()
                    .contains("default-src 'self'", "base-uri 'none'", "form-action 'self'", "frame-ancestors 'none'");
            assertThat(answer.headers().firstValue("Referrer-Policy")).as(path).contains("no-referrer");
            assertThat(answer.headers().firstValue("X-Content-Type-Options"))
                    .as(path)
                    .contains("nosniff");
        }
    }

    @Test
    void allSignInsOfAPersonEndAtTheirWish() {
        Client here = system.signedIn("abara");
        Client there = system.signedIn("abara");
        Client other = system.signedIn("quill");
        assertThat(here.post("/api/me/sign-out-everywhere", "").status()).isEqualTo(204);
        assertThat(here.get("/api/me").status()).isEqualTo(401);
        assertThat(there.get("/api/me").status()).isEqualTo(401);
        assertThat(other.get("/api/me").status()).isEqualTo(200);
    }

    @Test
    void aSessionEndsWhenItIsOldHoweverBusy() throws SQLException {
        Client old = system.signedIn("quill");
        assertThat(old.get("/api/me").status()).isEqualTo(200);
        long longAgo = System.currentTimeMillis()
                - LongestSession.LONGEST.plus(Duration.ofMinutes(1)).toMillis();
        String url = system.databaseUrl();
        try (Connection connection = DriverManager.getConnection(url, "chalkline", "chalkline");
                Statement statement = connection.createStatement()) {
            statement.execute(
                    "update SPRING_SESSION set creation_time = " + longAgo + " where principal_name = 'quill'");
        }
        assertThat(old.get("/api/me").status()).isEqualTo(401);
    }

    @Test
    void whatTheApplicationSaysOfItselfIsForAdministratorsAndAuditors() throws IOException, InterruptedException {
        assertThat(send("GET", "/actuator/health", "").statusCode()).isEqualTo(404);
        assertThat(send("GET", "/actuator/metrics", "").statusCode()).isEqualTo(401);
        assertThat(metrics("").statusCode()).isEqualTo(401);
        assertThat(metrics("sorley:chalk").statusCode()).isEqualTo(403);
        HttpResponse<String> all = metrics("abara:chalk");
        assertThat(all.statusCode()).isEqualTo(200);
        assertThat(all.body()).contains("jvm.memory.used");
    }

    private static HttpResponse<String> metrics(String who) throws IOException, InterruptedException {
        HttpRequest.Builder request =
                HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + system.managementPort() + "/actuator/metrics"));
        if (!who.isEmpty()) {
            request.header(
                    "Authorization",
                    "Basic " + Base64.getEncoder().encodeToString(who.getBytes(StandardCharsets.UTF_8)));
        }
        return HTTP.send(request.build(), HttpResponse.BodyHandlers.ofString());
    }
}
