package chalkline.server;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.lang.management.ManagementFactory;
import java.net.HttpURLConnection;
import java.net.URI;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.TimeUnit;
import org.springframework.util.FileSystemUtils;

/** Programs of ours as processes of their own, which end with the tests. */
public final class Programs implements AutoCloseable {
    private static final Duration PATIENCE = Duration.ofMinutes(10);

    private final List<Process> processes = new CopyOnWriteArrayList<>();
    private final String name;

    /** @param name what their logs in run/ begin with */
    public Programs(String name) {
        this.name = name;
    }

    Process start(Path jar, Map<String, String> settings, List<String> arguments) {
        if (!Files.exists(jar)) {
            throw new IllegalStateException(jar + " is missing; run ./chalkline test, which builds it first");
        }
        List<String> command = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Xmx1g",
                "-XX:+ExitOnOutOfMemoryError"));
        command.addAll(compilers(jar));
        command.addAll(List.of("-jar", unpacked(jar).toString()));
        command.addAll(arguments);
        Path log = Machine.root().resolve("run").resolve(name + "-" + jar.getFileName() + ".log");
        ProcessBuilder builder = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.appendTo(log.toFile()));
        builder.environment().putAll(settings);
        try {
            Process process = builder.start();
            processes.add(process);
            // also when the start of a system fails or the tests are cut off
            Runtime.getRuntime().addShutdownHook(new Thread(process::destroyForcibly));
            return process;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** The same program in a folder, from which it starts faster than from an archive of archives; unpacked once, by whoever is first. */
    private static synchronized Path unpacked(Path jar) {
        Path folder = Machine.root().resolve("run/unpacked");
        String name = jar.getFileName().toString();
        Path program = folder.resolve(name.replace("-exec.jar", "")).resolve(name);
        try {
            Files.createDirectories(folder);
            try (FileChannel file = FileChannel.open(
                            folder.resolve("lock"), StandardOpenOption.CREATE, StandardOpenOption.WRITE);
                    FileLock lock = file.lock()) {
                Path mark = folder.resolve(name + ".unpacked");
                boolean there = lock.isValid()
                        && Files.exists(mark)
                        && Files.getLastModifiedTime(mark).compareTo(Files.getLastModifiedTime(jar)) > 0;
                if (!there) {
                    FileSystemUtils.deleteRecursively(program.getParent());
                    Machine.run(new ProcessBuilder(
                            Path.of(System.getProperty("java.home"), "bin", "java")
                                    .toString(),
                            "-XX:TieredStopAtLevel=1",
                            "-Djarmode=tools",
                            "-jar",
                            jar.toString(),
                            "extract",
                            "--destination",
                            program.getParent().toString()));
                    Files.writeString(mark, "");
                }
            }
            return program;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static List<String> compilers(Path jar) {
        return jar.getFileName().toString().startsWith("standins") ? List.of("-XX:TieredStopAtLevel=1") : asHere();
    }

    /**
     * Tests want programs that start fast, so these are compiled as the tests are: by the first compiler only. A benchmark's
     * server has both, as where it is used.
     */
    private static List<String> asHere() {
        return ManagementFactory.getRuntimeMXBean().getInputArguments().stream()
                .filter(argument -> argument.startsWith("-XX:TieredStopAtLevel")
                        || argument.startsWith("-XX:ReservedCodeCacheSize"))
                .toList();
    }

    /** What a script that starts programs is to have in its environment, so that they are compiled so too. */
    public static Map<String, String> environment() {
        return Map.of("JAVA_TOOL_OPTIONS", String.join(" ", asHere()));
    }

    /** Waits until the program started last answers. */
    void await(int port, String path) {
        Process last = processes.isEmpty() ? null : processes.get(processes.size() - 1);
        Instant end = Instant.now().plus(PATIENCE);
        while (!isHealthy(port, path)) {
            boolean died = last != null && !last.isAlive();
            if (died || Instant.now().isAfter(end)) {
                throw new IllegalStateException(
                        "nothing answers on port " + port + "; see the logs in run/ of " + name);
            }
            pause(100);
        }
    }

    private static boolean isHealthy(int port, String path) {
        try {
            HttpURLConnection call = (HttpURLConnection)
                    URI.create("http://127.0.0.1:" + port + path).toURL().openConnection();
            call.setConnectTimeout(1000);
            call.setReadTimeout(2000);
            return call.getResponseCode() == HttpURLConnection.HTTP_OK;
        } catch (IOException e) {
            return false;
        }
    }

    static void pause(long millis) {
        try {
            Thread.sleep(millis);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    @Override
    public void close() {
        processes.forEach(Process::destroy);
        for (Process process : processes) {
            try {
                if (!process.waitFor(20, TimeUnit.SECONDS)) {
                    process.destroyForcibly();
                }
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        }
    }
}
