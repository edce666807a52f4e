package chalkline.server;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.BindException;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.ThreadLocalRandom;

/** The machine that tests run on: its ports, its commands, and where the project is on it. */
public final class Machine {
    private static final int FIRST_PORT = 12_000;
    private static final int FIRST_OUTGOING = 32_768;

    private Machine() {}

    /**
     * Runs a command to its end. It shares no stream with this process, which is told over them what to do: a command that
     * reads from one, or makes it wait for nothing, ends all tests.
     *
     * @throws IllegalStateException with what it said, where it fails
     */
    public static void run(ProcessBuilder command) {
        try {
            Path said = Files.createTempFile("chalkline", ".log");
            int code = command.redirectErrorStream(true)
                    .redirectOutput(said.toFile())
                    .start()
                    .waitFor();
            if (code != 0) {
                throw new IllegalStateException(
                        String.join(" ", command.command()) + " ended with " + code + ": " + Files.readString(said));
            }
            Files.delete(said);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    /** The project's folder. */
    public static Path root() {
        Path folder = Path.of("").toAbsolutePath();
        while (!Files.exists(folder.resolve("chalkline"))) {
            folder = folder.getParent();
        }
        return folder;
    }

    /**
     * A port that nobody listens at, of those that systems give to no connection that goes out, so that none takes it before
     * it is listened at; drawn, so that tests beside each other hardly draw the same.
     */
    public static int freePort() {
        while (true) {
            int port = ThreadLocalRandom.current().nextInt(FIRST_PORT, FIRST_OUTGOING);
            try (ServerSocket socket = new ServerSocket(port)) {
                return socket.getLocalPort();
            } catch (BindException taken) {
                // another one then
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
    }
}
