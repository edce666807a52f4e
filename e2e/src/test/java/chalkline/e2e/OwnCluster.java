package chalkline.e2e;

import chalkline.server.Machine;
import chalkline.server.Programs;
import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/**
 * A cluster as {@code ./chalkline cluster} starts it, in a run folder and at ports of its own. Where the machine lets us, each
 * node of the database is in a network of its own, so that the way between two of them can be cut.
 */
final class OwnCluster implements AutoCloseable {
    private static final int PORT = 18_443;
    private static final int DATABASES = 33_440;
    private static final String NET = "10.77.9";
    private static final List<Integer> NODES = List.of(1, 2, 3);

    private final Path folder;
    private final Map<String, String> settings = new HashMap<>();
    private final boolean networks;

    /** @param more settings of the application */
    OwnCluster(Map<String, String> more) throws Exception {
        folder = Files.createTempDirectory("chalkline-cluster");
        networks = makeNetworks();
        settings.putAll(more);
        settings.put("CHALKLINE_RUN", folder.toString());
        settings.put("CHALKLINE_CLUSTER_PORT", Integer.toString(PORT));
        settings.put("CHALKLINE_CLUSTER_DB_PORT", Integer.toString(DATABASES));
        settings.put("CHALKLINE_CLUSTER_MEMORY", "96M");
        // what was committed is there after a kill, if not after a failure of the power
        settings.put("CHALKLINE_DB_FLUSH", "2");
        if (networks) {
            settings.put("CHALKLINE_CLUSTER_NET", NET);
        }
        // what the tests were built with is what is started
        run(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Djarmode=tools",
                "-jar",
                Machine.root().resolve("server/target/server-0.1.0-exec.jar").toString(),
                "extract",
                "--destination",
                folder.resolve("app/server").toString());
        Files.createFile(folder.resolve("built"));
        try {
            start();
        } catch (Exception e) {
            close();
            throw e;
        }
    }

    URI address() {
        return URI.create("https://127.0.0.1:" + PORT);
    }

    /** Whether the way between two nodes can be cut here. */
    boolean hasNetworks() {
        return networks;
    }

    /** Starts whatever of it does not run. */
    void start() throws Exception {
        run(Machine.root().resolve("chalkline").toString(), "cluster");
    }

    /** Ends a node of the database as a lost machine does. */
    void killNode(int node) throws Exception {
        run("kill", "-9", pid("cluster/db" + node + "/pid"));
    }

    /** Ends an application process as a lost machine does. */
    void killApplication(int number) throws Exception {
        run("kill", "-9", "--", "-" + pid("cluster/app" + number + ".pid"));
    }

    /** Ends all nodes and all application processes at once, as a failure of the power does; the proxy stays. */
    void killAll() throws Exception {
        List<String> kill = new ArrayList<>(List.of("kill", "-9", "--"));
        for (int number : List.of(1, 2)) {
            kill.add("-" + pid("cluster/app" + number + ".pid"));
        }
        for (int node : NODES) {
            kill.add(pid("cluster/db" + node + "/pid"));
        }
        run(kill.toArray(String[]::new));
    }

    private String pid(String file) throws IOException {
        return Files.readString(folder.resolve(file)).strip();
    }

    /** Nothing goes from one node to another any more, and nothing comes back. */
    void cut(int node, int from) throws Exception {
        run("ip", "netns", "exec", space(node), "ip", "route", "add", "blackhole", NET + ".1" + from + "/32");
    }

    void mend(int node, int from) throws Exception {
        run("ip", "netns", "exec", space(node), "ip", "route", "del", "blackhole", NET + ".1" + from + "/32");
    }

    private static String space(int node) {
        return "chalkline-db" + node;
    }

    private boolean makeNetworks() throws Exception {
        takeDownNetworks(); // of a run that was ended from outside
        if (!runs("ip", "link", "add", "chalkline-br", "type", "bridge")) {
            return false;
        }
        run("ip", "addr", "add", NET + ".1/24", "dev", "chalkline-br");
        run("ip", "link", "set", "chalkline-br", "up");
        for (int node : NODES) {
            String here = "chalkline-v" + node;
            run("ip", "netns", "add", space(node));
            run("ip", "link", "add", here, "type", "veth", "peer", "name", "eth0", "netns", space(node));
            run("ip", "link", "set", here, "master", "chalkline-br", "up");
            run("ip", "netns", "exec", space(node), "ip", "addr", "add", NET + ".1" + node + "/24", "dev", "eth0");
            run("ip", "netns", "exec", space(node), "ip", "link", "set", "eth0", "up");
            run("ip", "netns", "exec", space(node), "ip", "link", "set", "lo", "up");
        }
        return true;
    }

    private void takeDownNetworks() {
        for (int node : NODES) {
            runs("ip", "netns", "del", space(node));
        }
        runs("ip", "link", "del", "chalkline-br");
    }

    private void run(String... command) throws Exception {
        Path log = folder.resolve("test.log");
        Process process = process(command, log);
        if (!process.waitFor(15, TimeUnit.MINUTES) || process.exitValue() != 0) {
            process.destroyForcibly();
            List<String> lines = Files.readAllLines(log);
            throw new IllegalStateException(String.join(" ", command) + " ended otherwise than it should: "
                    + String.join("\n", lines.subList(Math.max(0, lines.size() - 25), lines.size())));
        }
    }

    private boolean runs(String... command) {
        try {
            return process(command, folder.resolve("test.log")).waitFor() == 0;
        } catch (IOException noSuchProgram) {
            return false;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    private Process process(String[] command, Path log) throws IOException {
        ProcessBuilder builder = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.appendTo(log.toFile()));
        builder.environment().putAll(settings);
        builder.environment().putAll(Programs.environment());
        return builder.start();
    }

    /** The last lines of what its parts wrote, for when something went wrong. */
    String logs() throws IOException {
        List<String> all = new ArrayList<>();
        try (Stream<Path> files = Files.walk(folder.resolve("cluster"), 2)) {
            for (Path file :
                    files.filter(one -> one.toString().endsWith(".log")).toList()) {
                List<String> lines = Files.readAllLines(file, java.nio.charset.StandardCharsets.ISO_8859_1);
                all.add(file + ":\n" + String.join("\n", lines.subList(Math.max(0, lines.size() - 15), lines.size())));
            }
        }
        return String.join("\n", all);
    }

    @Override
    public void close() {
        runs(Machine.root().resolve("chalkline").toString(), "cluster", "stop");
        if (networks) {
            takeDownNetworks();
        }
        runs("rm", "-rf", folder.toString());
    }
}
