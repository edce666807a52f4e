package chalkline.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Machine;
import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The start script, in a folder with a space in its name, with stand-ins for what it calls: each failure says a sentence. */
class ScriptTest {
    /** Runs until it is ended, with all of its arguments to be seen. */
    private static final String WAITS = "#!/bin/bash\ntrap 'exit 0' TERM\nwhile :; do sleep 0.1; done\n";

    private static final String NOTHING = "#!/bin/bash\nexit 0\n";

    @TempDir
    Path temp;

    private Path home;
    private Path bin;
    private Path run;
    private int port;

    private record Ended(int code, String out, String err) {}

    @BeforeEach
    void lay() throws IOException {
        home = Files.createDirectories(temp.resolve("chalk line"));
        bin = Files.createDirectories(temp.resolve("bin"));
        run = temp.resolve("its run");
        port = Machine.freePort();
        Path root = Machine.root();
        Files.copy(root.resolve("chalkline"), home.resolve("chalkline"));
        Files.setPosixFilePermissions(home.resolve("chalkline"), PosixFilePermissions.fromString("rwx------"));
        Files.createDirectories(home.resolve("scripts"));
        try (Stream<Path> scripts = Files.list(root.resolve("scripts"))) {
            for (Path script : scripts.toList()) {
                Files.copy(script, home.resolve("scripts").resolve(script.getFileName()));
            }
        }
        for (String folder : List.of("core", "formats", "standins", "server", "web")) {
            Files.createDirectories(home.resolve(folder));
        }
        Files.writeString(home.resolve("pom.xml"), "<project/>");
        command("javac", "#!/bin/bash\necho 'javac 17.0.1' >&2\n");
        command("node", NOTHING);
        command("npm", "#!/bin/bash\necho 11.0.0\n");
        command("mvn", NOTHING);
        // unpacks an application, or is one
        command(
                "java",
                "#!/bin/bash\ncase \"$*\" in *jarmode*) mkdir -p \"${@: -1}\" ;; *) " + WAITS.substring(12)
                        + " esac\n");
        command(
                "mariadb-install-db",
                "#!/bin/bash\nfor a in \"$@\"; do case $a in --datadir=*) mkdir -p \"${a#--datadir=}/mysql\" ;; esac; done\n");
        command("mariadbd", WAITS);
        command("mariadb", "#!/bin/bash\ncase \"$*\" in *\" -e \"*) ;; *) cat >/dev/null ;; esac\n");
    }

    @AfterEach
    void stop() throws Exception {
        script("stop");
    }

    private void command(String name, String content) throws IOException {
        Path file = bin.resolve(name);
        Files.writeString(file, content);
        Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rwx------"));
    }

    private Ended script(String... arguments) throws IOException, InterruptedException {
        Path out = Files.createTempFile(temp, "out", "");
        Path err = Files.createTempFile(temp, "err", "");
        String[] command = Stream.concat(Stream.of(home.resolve("chalkline").toString()), Stream.of(arguments))
                .toArray(String[]::new);
        ProcessBuilder builder =
                new ProcessBuilder(command).redirectOutput(out.toFile()).redirectError(err.toFile());
        builder.environment()
                .putAll(Map.of(
                        "PATH", bin + ":" + System.getenv("PATH"),
                        "CHALKLINE_RUN", run.toString(),
                        "CHALKLINE_PORT", Integer.toString(port),
                        "CHALKLINE_MANAGEMENT_PORT", Integer.toString(Machine.freePort()),
                        "CHALKLINE_STANDINS_PORT", Integer.toString(Machine.freePort()),
                        "CHALKLINE_DB_PORT", Integer.toString(Machine.freePort())));
        Process process = builder.start();
        assertThat(process.waitFor(60, TimeUnit.SECONDS)).as("it ends").isTrue();
        return new Ended(
                process.exitValue(),
                Files.readString(out, StandardCharsets.UTF_8),
                Files.readString(err, StandardCharsets.UTF_8));
    }

    private long ofItsOwn() {
        return ProcessHandle.allProcesses()
                .filter(process -> process.info().commandLine().orElse("").contains(run.toString()))
                .count();
    }

    @Test
    void aVerbThatIsNoneIsNamedWithThoseThatAre() throws Exception {
        Ended ended = script("begin");
        assertThat(ended.code()).isEqualTo(2);
        assertThat(ended.err()).contains("there is no \"begin\"", "demo, start, stop");
        assertThat(script("help").out()).contains("./chalkline demo");
    }

    @Test
    void aBuildThatFailsSaysWhereItsLogIs() throws Exception {
        command("mvn", "#!/bin/bash\necho 'cannot find symbol' \nexit 1\n");
        Ended ended = script("start");
        assertThat(ended.code()).isEqualTo(1);
        assertThat(ended.err())
                .contains("cannot find symbol", "The build failed; all of it is in " + run + "/build.log");
        assertThat(ofItsOwn()).isZero();
    }

    @Test
    void aJavaThatIsTooOldIsNamed() throws Exception {
        command("javac", "#!/bin/bash\necho 'javac 11.0.2'\n");
        Ended ended = script("start");
        assertThat(ended.code()).isEqualTo(1);
        assertThat(ended.err()).contains("Java 17 or newer is wanted; javac says javac 11.0.2");
    }

    @Test
    void aTakenPortIsSaidBeforeAnythingStarts() throws Exception {
        try (ServerSocket taken = new ServerSocket(port, 1, InetAddress.getLoopbackAddress())) {
            Ended ended = script("start");
            assertThat(ended.code()).isEqualTo(1);
            assertThat(ended.err())
                    .contains("Port " + taken.getLocalPort() + ", for the application, is taken by another program. Set"
                            + " CHALKLINE_PORT to a free one.");
        }
        assertThat(ofItsOwn()).isZero();
    }

    @Test
    void aProcessThatEndsAtOnceTakesBackWhatWasStarted() throws Exception {
        command(
                "java",
                "#!/bin/bash\ncase \"$*\" in *jarmode*) mkdir -p \"${@: -1}\" ;; *) echo 'no such setting'; exit 3 ;; esac\n");
        Ended ended = script("start");
        assertThat(ended.code()).isEqualTo(1);
        assertThat(ended.err())
                .contains("no such setting", "The server process ended; its log is " + run + "/server.log");
        assertThat(ended.out()).contains("Starting the database");
        assertThat(ofItsOwn()).as("the database was stopped again").isZero();
    }

    @Test
    void aProcessWithoutMemoryIsStartedAgainUnlessItWouldOnlyEndAgain() throws Exception {
        command("ends", "#!/bin/bash\necho x >>\"$1\"\n[ \"$(wc -l <\"$1\")\" -ge 3 ] || exit 3\nexit 7\n");
        Path keep = home.resolve("scripts/keep.sh");
        assertThat(kept(keep, "0", "again")).isEqualTo(7);
        assertThat(temp.resolve("again")).hasContent("x\nx\nx");
        assertThat(kept(keep, "60", "once")).isEqualTo(3);
        assertThat(temp.resolve("once")).hasContent("x");
    }

    private int kept(Path keep, String least, String counts) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(
                        "bash",
                        keep.toString(),
                        least,
                        bin.resolve("ends").toString(),
                        temp.resolve(counts).toString())
                .redirectOutput(temp.resolve("kept.log").toFile())
                .start();
        assertThat(process.waitFor(60, TimeUnit.SECONDS)).as("it ends").isTrue();
        return process.exitValue();
    }

    @Test
    void aDatabaseThatDoesNotStartSaysWhy() throws Exception {
        command("mariadbd", "#!/bin/bash\necho 'disk is full' >&2\nexit 1\n");
        command("mariadb", "#!/bin/bash\nexit 1\n");
        Ended ended = script("start");
        assertThat(ended.code()).isEqualTo(1);
        assertThat(ended.err()).contains("disk is full", "The database did not start; see " + run + "/db/mariadbd.log");
    }

    @Test
    void aFullDiskIsSaidBeforeAnythingIsWritten() throws Exception {
        command("df", "#!/bin/bash\necho head; echo 'disk 100 90 10240 99% /'\n");
        Ended ended = script("start");
        assertThat(ended.code()).isEqualTo(1);
        assertThat(ended.err()).contains("has 10 MB free; 512 MB are wanted");
    }

    @Test
    void whatLiesInTheRunFolderIsItsOwnersAlone() throws Exception {
        command("java", "#!/bin/bash\ncase \"$*\" in *jarmode*) mkdir -p \"${@: -1}\" ;; *) exit 3 ;; esac\n");
        script("start");
        try (Stream<Path> all = Files.walk(run)) {
            for (Path path : all.toList()) {
                Set<PosixFilePermission> given = Files.getPosixFilePermissions(path);
                assertThat(PosixFilePermissions.toString(given))
                        .as(path.toString())
                        .endsWith("------");
            }
        }
        String password = Files.readString(run.resolve("db/password"), StandardCharsets.UTF_8);
        assertThat(password).matches("[0-9a-f]{48}");
        script("start");
        assertThat(run.resolve("db/password")).hasContent(password);
    }

    @Test
    void staleProcessIdsMakeNoNoise() throws Exception {
        Files.createDirectories(run);
        Files.writeString(run.resolve("server.pid"), "999999999");
        Files.createDirectories(run.resolve("db"));
        Files.writeString(run.resolve("db/pid"), "999999999");
        Ended ended = script("stop");
        assertThat(ended.code()).isZero();
        assertThat(ended.err()).isEmpty();
        assertThat(run.resolve("server.pid")).doesNotExist();
    }

    @Test
    void aBackupWithoutADatabaseOrANameSaysSo() throws Exception {
        assertThat(script("backup").err()).contains("Name the file to write: ./chalkline backup FILE");
        Ended ended = script("backup", "x.sql");
        assertThat(ended.code()).isEqualTo(1);
        assertThat(ended.err()).contains("The database does not run");
    }
}
