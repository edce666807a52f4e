package chalkline.e2e;

import chalkline.server.Machine;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;

/** A MariaDB that a test may kill, since nobody else uses it. What was committed is on disk before anybody hears of it. */
final class OwnDatabase implements AutoCloseable {
    private final Path folder;
    private final int port = Machine.freePort();

    OwnDatabase() {
        this(home());
        start();
    }

    private OwnDatabase(Path folder) {
        this.folder = folder;
    }

    private static Path home() {
        try {
            return Files.createTempDirectory("chalkline-faults");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** One that has what a backup has. */
    static OwnDatabase restored(Path backup) {
        OwnDatabase database = new OwnDatabase(home());
        database.script(
                "restore", backup.toString(), database.folder.resolve("test-db").toString());
        database.start();
        return database;
    }

    /** Writes all that is in it to a file, while it is used. */
    void backup(Path file) {
        script("backup", file.toString(), folder.resolve("test-db").toString());
    }

    int port() {
        return port;
    }

    void start() {
        script("test-database");
    }

    private void script(String... arguments) {
        List<String> line =
                new ArrayList<>(List.of(Machine.root().resolve("chalkline").toString()));
        line.addAll(List.of(arguments));
        ProcessBuilder command = new ProcessBuilder(line);
        command.environment().put("CHALKLINE_RUN", folder.toString());
        command.environment().put("CHALKLINE_TEST_DB_PORT", Integer.toString(port));
        command.environment().put("CHALKLINE_DB_FLUSH", "1");
        Machine.run(command);
    }

    private ProcessHandle process() {
        try {
            long pid = Long.parseLong(
                    Files.readString(folder.resolve("test-db/pid")).strip());
            return ProcessHandle.of(pid).orElseThrow();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** As a machine does that loses its power. */
    void kill() {
        ProcessHandle process = process();
        process.destroyForcibly();
        process.onExit().join();
    }

    @Override
    public void close() {
        ProcessHandle process = process();
        process.destroy();
        process.onExit().join();
        try (Stream<Path> files = Files.walk(folder)) {
            files.sorted(Comparator.reverseOrder())
                    .forEach(file -> file.toFile().delete());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
