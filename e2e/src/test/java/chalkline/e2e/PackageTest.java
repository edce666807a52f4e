package chalkline.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.Machine;
import chalkline.server.Programs;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** The Debian package is made, and what it puts on a machine starts, is backed up and stops as its units have it. */
class PackageTest {
    private final int port = Machine.freePort();
    private final int database = Machine.freePort();
    private Path folder;

    @BeforeEach
    void start() throws Exception {
        folder = Files.createTempDirectory("chalkline-package");
        run(
                Map.of(),
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Djarmode=tools",
                "-jar",
                Machine.root().resolve("server/target/server-0.1.0-exec.jar").toString(),
                "extract",
                "--destination",
                folder.resolve("app/server").toString());
        Files.createFile(folder.resolve("built"));
    }

    @AfterEach
    void stop() throws Exception {
        run(Map.of(), "rm", "-rf", folder.toString());
    }

    @Test
    void whatThePackagePutsOnAMachineRuns() throws Exception {
        run(
                Map.of("CHALKLINE_RUN", folder.toString()),
                Machine.root().resolve("chalkline").toString(),
                "package",
                "0.1.0~test");
        Path file = folder.resolve("chalkline_0.1.0~test_all.deb");
        assertThat(run(Map.of(), "dpkg-deb", "-c", file.toString()))
                .contains(
                        "./usr/bin/chalkline",
                        "./lib/systemd/system/chalkline.service",
                        "./lib/systemd/system/chalkline-db.service",
                        "./etc/chalkline/chalkline.conf",
                        "./usr/share/chalkline/app/server-0.1.0-exec.jar");
        assertThat(run(Map.of(), "dpkg-deb", "-f", file.toString(), "Depends"))
                .contains("mariadb-server-core", "openjdk-17-jre-headless");
        Path machine = folder.resolve("machine");
        run(Map.of(), "dpkg-deb", "-x", file.toString(), machine.toString());
        assertThatUnitsHaveWhatTheyNeed(machine.resolve("lib/systemd/system"));
        Path data = Files.createDirectory(folder.resolve("data"));
        Map<String, String> settings = Map.of(
                "CHALKLINE_RUN", data.toString(),
                "CHALKLINE_DB_PORT", Integer.toString(database),
                "CHALKLINE_PORT", Integer.toString(port),
                "CHALKLINE_MANAGEMENT_PORT", "0",
                "JAVA_TOOL_OPTIONS", Programs.environment().get("JAVA_TOOL_OPTIONS"));
        String program = machine.resolve("usr/bin/chalkline").toString();
        run(settings, program, "database");
        ProcessBuilder serve = new ProcessBuilder(program, "serve")
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve("serve.log").toFile());
        serve.environment().putAll(settings);
        Process server = serve.start();
        try {
            Client nobody = Client.anonymous(URI.create("http://127.0.0.1:" + port));
            nobody.until(() -> answers(nobody), answers -> answers);
            List<String> first = Files.readAllLines(data.resolve("first-password"));
            Client.firstSignIn(
                    URI.create("http://127.0.0.1:" + port), first.get(0), first.get(1), "four words of chalk");
            run(settings, program, "backup", folder.resolve("backup.tgz").toString());
            assertThat(folder.resolve("backup.tgz")).isNotEmptyFile();
            assertThat(run(settings, program, "ledger", "check")).contains("each is as it was sealed");
        } finally {
            server.destroy();
            server.waitFor(30, TimeUnit.SECONDS);
            run(settings, program, "database-stop");
        }
        assertThat(data.resolve("db/pid")).doesNotExist();
    }

    /** Found on a running systemd: a unit that may write nowhere, without a /tmp of its own, sets up no database. */
    private static void assertThatUnitsHaveWhatTheyNeed(Path units) throws Exception {
        for (String unit : List.of("chalkline.service", "chalkline-db.service")) {
            assertThat(Files.readAllLines(units.resolve(unit)))
                    .as(unit)
                    .contains("ProtectSystem=strict", "PrivateTmp=yes", "StateDirectory=chalkline");
        }
        assertThat(Files.readAllLines(units.resolve("chalkline.service")))
                .as("a database that is started again takes the application down with it")
                .contains("Wants=chalkline-db.service")
                .doesNotContain("Requires=chalkline-db.service");
    }

    private static boolean answers(Client nobody) {
        try {
            return nobody.get("/readyz").status() == 200;
        } catch (java.io.UncheckedIOException notYet) {
            return false;
        }
    }

    private String run(Map<String, String> settings, String... command) throws Exception {
        ProcessBuilder builder = new ProcessBuilder(new ArrayList<>(List.of(command))).redirectErrorStream(true);
        Path out = Files.createTempFile("chalkline", ".out");
        builder.redirectOutput(out.toFile());
        builder.environment().putAll(settings);
        int code = builder.start().waitFor();
        String said = Files.readString(out, StandardCharsets.UTF_8);
        Files.delete(out);
        assertThat(code).as(said).isZero();
        return said;
    }
}
