package chalkline.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Against a server that answers as the application does and writes down what it was asked. */
class ConventionsCommandTest {
    private static final String YAML = "chalkline: 1\nzone: America/Halifax\n";

    @TempDir
    Path folder;

    private HttpServer server;
    private final List<String> asked = new ArrayList<>();
    private final StringWriter out = new StringWriter();
    private final StringWriter err = new StringWriter();

    @BeforeEach
    void start() throws IOException {
        System.setProperty("CHALKLINE_PASSWORD", "chalk & line");
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.createContext("/", this::answer);
        server.start();
    }

    @AfterEach
    void stop() {
        System.clearProperty("CHALKLINE_PASSWORD");
        server.stop(0);
    }

    private void answer(HttpExchange exchange) throws IOException {
        String path = exchange.getRequestURI().getPath();
        String body = new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8);
        String token = exchange.getRequestHeaders().getFirst("X-XSRF-TOKEN");
        asked.add(exchange.getRequestMethod() + " " + path + " " + token + " " + body);
        boolean wrongPassword = path.equals("/api/sign-in") && !body.contains("password=chalk+%26+line");
        boolean refused = body.contains("refuse me");
        String message = switch (path) {
            case "/api/conventions" -> "{\"about\":{\"number\":7}}";
            case "/api/conventions/versions/7/file" -> YAML;
            case "/api/conventions/versions" ->
                refused ? "{\"detail\":\"Version 8 was kept meanwhile.\"}" : "{\"number\":8}";
            default -> "{}";
        };
        exchange.getResponseHeaders().add("Set-Cookie", "XSRF-TOKEN=t" + asked.size() + "; Path=/");
        byte[] bytes = message.getBytes(StandardCharsets.UTF_8);
        exchange.sendResponseHeaders(wrongPassword ? 401 : refused ? 409 : 200, bytes.length);
        exchange.getResponseBody().write(bytes);
        exchange.close();
    }

    private int run(String... more) {
        List<String> arguments = new ArrayList<>(List.of(
                "conventions",
                "--user",
                "abara",
                "--server",
                "http://127.0.0.1:" + server.getAddress().getPort()));
        arguments.addAll(List.of(more));
        return Main.run(new PrintWriter(out, true), new PrintWriter(err, true), arguments.toArray(String[]::new));
    }

    @Test
    void theConventionsThatHoldComeOutAsTheyAre() throws IOException {
        Path file = folder.resolve("c.yaml");
        assertThat(run("--out", file.toString())).isZero();
        assertThat(Files.readString(file)).isEqualTo(YAML);
    }

    @Test
    void aFileGoesInAsANewVersionWithItsNoteAndTheToken() throws IOException {
        Path file = Files.writeString(folder.resolve("c.yaml"), YAML);
        assertThat(run("--in", file.toString(), "--note", "for spring")).isZero();
        assertThat(out.toString().trim()).isEqualTo("Version 8 is kept.");
        String kept = asked.get(asked.size() - 1);
        assertThat(kept)
                .startsWith("POST /api/conventions/versions t")
                .contains("\"basedOn\":7", "\"note\":\"for spring\"", "zone: America/Halifax");
    }

    @Test
    void aFaultyFileIsToldAndNeverSent() throws IOException {
        Path file = Files.writeString(folder.resolve("c.yaml"), "chalkline: 1\nzone: Nowhere\n");
        assertThat(run("--in", file.toString())).isEqualTo(2);
        assertThat(err.toString()).startsWith("c.yaml:2:7: ");
        assertThat(asked).noneMatch(one -> one.startsWith("POST /api/conventions"));
    }

    @Test
    void whatTheApplicationRefusesIsToldInItsWords() throws IOException {
        Path file = Files.writeString(folder.resolve("c.yaml"), YAML);
        assertThat(run("--in", file.toString(), "--note", "refuse me")).isEqualTo(2);
        assertThat(err.toString().trim()).isEqualTo("Version 8 was kept meanwhile.");
    }

    @Test
    void aWrongPasswordAndASilentServerAreToldApart() {
        System.setProperty("CHALKLINE_PASSWORD", "wrong");
        Path file = folder.resolve("c.yaml");
        assertThat(run("--out", file.toString())).isEqualTo(2);
        assertThat(err.toString()).contains("Nobody has the name abara with this password");
        server.stop(0);
        assertThat(run("--out", file.toString())).isEqualTo(2);
        assertThat(err.toString()).contains("Nothing answers at http://127.0.0.1:");
        assertThat(file).doesNotExist();
    }
}
