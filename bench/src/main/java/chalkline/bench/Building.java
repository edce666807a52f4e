package chalkline.bench;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import tools.jackson.databind.JsonNode;

/** Times builds in an LMS that takes its time, in processes of their own with a heap of 1 GB each. */
final class Building {
    static final int LARGE = 20_000;
    private static final int WATCHERS = 50;
    private static final int BARE_CALLS = 100;
    private static final double AT_ONCE_MILLIS = 300;
    private static final double LEAST_SHARE = 0.9;
    private static final double FAIR = 0.6;
    private static final double WATCHED = 1.05;

    private Building() {}

    static List<Row> measure() throws Exception {
        List<Row> rows = new ArrayList<>();
        rows.add(throughput(20, 2, 800));
        rows.add(throughput(100, 8, 700));
        rows.add(throughput(500, 24, 600));
        rows.add(shared());
        return rows;
    }

    private static RunningSystem system(int sections, int latencyMillis, int atOnce, int batch) {
        return RunningSystem.inProcesses(
                Map.of(
                        "LMS_BATCH", Integer.toString(batch),
                        "LMS_CALLS_AT_ONCE", Integer.toString(atOnce),
                        "LMS_CALLS_PER_SECOND", "100000"),
                sections,
                "--standins.earlier-terms=false",
                "--standins.calls-per-second=1000000",
                "--standins.copy-millis=1",
                "--standins.latency-millis=" + latencyMillis);
    }

    /**
     * A step a call: how long the calls of the middle of a build take, against calls at once over latency. The latency is
     * what callers who do nothing else see of it in the same run.
     */
    private static Row throughput(int latencyMillis, int atOnce, int shells) {
        try (RunningSystem system = system(shells, latencyMillis, atOnce, 1)) {
            Client abara = system.signedIn("abara");
            Client lms = Client.anonymous(system.standIns());
            abara.fetchList();
            bareLatency(system.standIns(), atOnce); // warms up
            double bare = bareLatency(system.standIns(), atOnce);
            long build = abara.startBuild("27SP").json().get("id").asLong();
            until(abara, build, 2 * shells / 5);
            long start = System.nanoTime();
            long before = answered(lms);
            until(abara, build, 9 * shells / 10);
            double millis = (System.nanoTime() - start) / 1e6;
            long calls = answered(lms) - before;
            abara.ended(build);
            return new Row(
                    calls + " calls at " + latencyMillis + " ms of latency",
                    millis,
                    "calls by %.1f ms each, over %d at once".formatted(bare, atOnce),
                    calls * bare / atOnce,
                    1 / LEAST_SHARE);
        }
    }

    /** What a call takes, in ms, by so many callers at once that only call. */
    private static double bareLatency(URI lms, int atOnce) {
        Client caller = Client.anonymous(lms);
        List<CompletableFuture<Double>> callers = IntStream.range(0, atOnce)
                .mapToObj(i -> CompletableFuture.supplyAsync(
                        () -> {
                            long start = System.nanoTime();
                            for (int call = 0; call < BARE_CALLS; call++) {
                                if (caller.get("/lms/api/copies?job=1").status() != 200) {
                                    throw new IllegalStateException("the LMS does not answer");
                                }
                            }
                            return (System.nanoTime() - start) / 1e6 / BARE_CALLS;
                        },
                        task -> new Thread(task).start()))
                .toList();
        return callers.stream().mapToDouble(CompletableFuture::join).average().orElseThrow();
    }

    private static JsonNode until(Client client, long build, int done) {
        return client.until("/api/builds/" + build, now -> now.get("done").asInt() >= done);
    }

    private static long answered(Client lms) {
        return lms.get("/lms/api/effects").json().at("/answered/times").asLong();
    }

    /** Lots of the one that carried out more, of two processes, against all. */
    private static Row shared() throws SQLException {
        try (RunningSystem system = system(600, 100, 8, 5)) {
            Client abara = system.signedIn("abara");
            abara.fetchList();
            system.startServer("two");
            abara.ended(abara.startBuild("27SP").json().get("id").asLong());
            double most = 0;
            double all = 0;
            try (Connection connection = DriverManager.getConnection(system.databaseUrl(), "chalkline", "chalkline");
                    Statement statement = connection.createStatement();
                    ResultSet lots = statement.executeQuery(
                            "select count(*) from build_lot where holder is not null group by holder")) {
                while (lots.next()) {
                    most = Math.max(most, lots.getInt(1));
                    all += lots.getInt(1);
                }
            }
            return new Row("lots of the busier of two processes (not ms)", most, "all lots (not ms)", all, FAIR);
        }
    }

    /** One build of 20,000 shells, and upkeep of them. */
    static List<Row> large() throws Exception {
        List<Row> rows = new ArrayList<>();
        try (RunningSystem system = system(LARGE, 0, 8, 25)) {
            Client abara = system.signedIn("abara");
            abara.fetchList();
            abara.refreshHeld();
            String versions = abara.versions("27SP");
            abara.get("/api/terms/27SP/proof/rows?limit=100&versions=" + versions);
            long start = System.nanoTime();
            JsonNode started = abara.post(
                            "/api/terms/27SP/builds", "{\"versions\":\"" + versions + "\",\"keys\":[],\"closes\":0}")
                    .json();
            rows.add(new Row(
                    "a build of 20,000 shells is started",
                    (System.nanoTime() - start) / 1e6,
                    "a key press",
                    AT_ONCE_MILLIS,
                    1));
            long build = started.get("id").asLong();
            abara.until(
                    "/api/builds/" + build, now -> now.get("state").asString().equals("RUNNING"));
            double planned = (System.nanoTime() - start) / 1e6;
            int part = 2_000;
            double before = take(abara, build, part);
            double watched;
            try (Watching watching = new Watching(system.address(), build)) {
                watched = take(abara, build, part);
                System.out.println(watching.heard() + " ticks heard by " + WATCHERS + " watchers");
            }
            double after = take(abara, build, part);
            rows.add(new Row(
                    "2,000 shells built while 50 watch",
                    watched,
                    "2,000 while none does, before and after",
                    (before + after) / 2,
                    WATCHED));
            until(abara, build, LARGE);
            JsonNode ended = abara.ended(build);
            double whole = (System.nanoTime() - start) / 1e6;
            System.out.printf(
                    "20,000 shells: planned in %.1f s, built in %.0f s (%s), process of %s%n",
                    planned / 1000, whole / 1000, ended.get("state").asString(), resident(system));
            rows.addAll(Upkeeping.measure(system, abara));
        }
        return rows;
    }

    /** How long the next shells take. */
    private static double take(Client client, long build, int shells) {
        int now = client.get("/api/builds/" + build).json().get("done").asInt();
        long start = System.nanoTime();
        int then = until(client, build, now + shells).get("done").asInt();
        return (System.nanoTime() - start) / 1e6 * shells / (then - now);
    }

    /** The most that the application's process ever had in memory, as the machine counts it. */
    private static String resident(RunningSystem system) throws IOException {
        try (Stream<String> lines = java.nio.file.Files.lines(
                java.nio.file.Path.of("/proc/" + system.firstServer().process().pid() + "/status"))) {
            return lines.filter(line -> line.startsWith("VmHWM"))
                    .map(line -> line.replaceAll("\\s+", " "))
                    .findFirst()
                    .orElse("?");
        }
    }

    /** Browsers that look at a build. */
    private static final class Watching implements AutoCloseable {
        private final List<CompletableFuture<Void>> streams = new ArrayList<>();
        private final java.util.concurrent.atomic.AtomicLong heard = new java.util.concurrent.atomic.AtomicLong();
        private final List<Stream<String>> open = java.util.Collections.synchronizedList(new ArrayList<>());

        Watching(URI address, long build) {
            HttpClient http = Client.signedIn(address, "quill").http();
            for (int i = 0; i < WATCHERS; i++) {
                HttpRequest request = HttpRequest.newBuilder(address.resolve("/api/builds/" + build + "/progress"))
                        .build();
                streams.add(http.sendAsync(request, HttpResponse.BodyHandlers.ofLines())
                        .thenAcceptAsync(this::listen, task -> {
                            Thread thread = new Thread(task);
                            thread.setDaemon(true);
                            thread.start();
                        }));
            }
        }

        private void listen(HttpResponse<Stream<String>> response) {
            open.add(response.body());
            try {
                response.body().filter(line -> line.startsWith("data:")).forEach(line -> heard.incrementAndGet());
            } catch (RuntimeException closed) {
                // nobody watches any more
            }
        }

        long heard() {
            return heard.get();
        }

        @Override
        public void close() {
            open.forEach(Stream::close);
            streams.forEach(stream -> stream.cancel(true));
        }
    }
}
