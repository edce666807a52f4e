package chalkline.cli;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.cli.conform.Suite;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What the command prints and writes; the checks themselves are tried on the LMS stand-in. */
class ConformCommandTest {
    @TempDir
    Path folder;

    private final StringWriter out = new StringWriter();
    private final StringWriter err = new StringWriter();
    private HttpServer agrees;

    @BeforeEach
    void start() throws IOException {
        agrees = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        agrees.createContext("/", call -> {
            byte[] yes = "{\"mark\":1,\"items\":[],\"answers\":[{\"done\":true}]}".getBytes(StandardCharsets.UTF_8);
            call.sendResponseHeaders(200, yes.length);
            call.getResponseBody().write(yes);
            call.close();
        });
        agrees.start();
    }

    @AfterEach
    void stop() {
        agrees.stop(0);
    }

    private int run(String... arguments) {
        return Main.run(new PrintWriter(out, true), new PrintWriter(err, true), arguments);
    }

    @Test
    void oneThatAgreesToAllAndDoesNothingIsFoundOut() throws IOException {
        Path sheet = folder.resolve("checks.csv");
        String address = "http://127.0.0.1:" + agrees.getAddress().getPort() + "/";
        assertThat(run("conform", address, "--out", sheet.toString())).isEqualTo(1);
        assertThat(out.toString()).contains("shell-as-put", "BROKEN", "which was put", "GET /shells?since=1");
        List<String> lines = Files.readAllLines(sheet);
        assertThat(lines).hasSize(2 + Suite.names().size());
        assertThat(lines.get(0)).isEqualTo("check,outcome,keeps,says,call");
        assertThat(lines.get(1)).startsWith("answers,kept,");
    }

    @Test
    void whatIsNoAddressIsToldWithTheWayToSayIt() {
        assertThat(run("conform", "lms.skerrow.example")).isEqualTo(2);
        assertThat(err.toString()).contains("it begins with http:// or https://");
    }
}
