package chalkline.server;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.HttpURLConnection;
import java.net.ServerSocket;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * The whole system for tests: a schema of its own in the tests' MariaDB, the stand-ins as a process of their own, and the
 * application in this JVM or as a process of its own.
 */
public final class RunningSystem implements AutoCloseable {
    private static final String VERSION = "0.1.0";
    private static final String TOKEN = "--standins.token=";
    private static final Duration PATIENCE = Duration.ofMinutes(2);

    private final String schema = "chalkline_t" + Long.toString(System.nanoTime(), 36);
    private final String lmsSchema = schema + "_lms";
    private final List<Process> processes = new ArrayList<>();
    private final int databasePort;
    private final int standInsPort = freePort();
    private final Map<String, Integer> servers = new HashMap<>();
    private ConfigurableApplicationContext context;
    private @Nullable Wiretap tap;
    private @Nullable Cable cable;
    private int port;
    private String[] lastSettings = {};
    private String token = "";

    private RunningSystem() {
        this.databasePort = database();
    }

    /** A system with a campus of so many sections, the application in this JVM. */
    public static RunningSystem withSections(int sections, String... standInsSettings) {
        RunningSystem system = new RunningSystem();
        system.standIns(sections, standInsSettings);
        system.application();
        system.await(system.standInsPort);
        return system;
    }

    /** The same, with all calls to the LMS listened to; the tap is the caller's to close. */
    public static RunningSystem tapped(int sections, String... standInsSettings) {
        RunningSystem system = new RunningSystem();
        system.standIns(sections, standInsSettings);
        system.tap = new Wiretap(system.standIns());
        system.application("LMS_URL", system.tap.address() + "/lms/api");
        system.await(system.standInsPort);
        return system;
    }

    /** The same, with a connection to the database that can be cut. */
    public static RunningSystem onCable(int sections, String... standInsSettings) {
        RunningSystem system = new RunningSystem();
        system.standIns(sections, standInsSettings);
        system.cable = new Cable(system.databasePort);
        system.application("DB_PORT", Integer.toString(system.cable.port()));
        system.await(system.standInsPort);
        return system;
    }

    /** Nothing but the application, as it is started for a campus of one's own: no demo, no addresses. */
    public static RunningSystem bare(Path firstPassword) {
        RunningSystem system = new RunningSystem();
        system.application(
                "CHALKLINE_DEMO",
                "false",
                "REGISTRAR_URL",
                "",
                "LMS_URL",
                "",
                "CHALKLINE_FIRST_PASSWORD",
                firstPassword.toString());
        return system;
    }

    /** Behind a web server with TLS, which stands on this machine; and where its actuator answers. */
    public static RunningSystem behindProxy(int managementPort) {
        RunningSystem system = new RunningSystem();
        system.standIns(50);
        system.application("CHALKLINE_PROXY", "127.0.0.1", "MANAGEMENT_PORT", Integer.toString(managementPort));
        system.await(system.standInsPort);
        return system;
    }

    /** Ends the application as a stop does, and starts it again. */
    public void restart(Runnable between) {
        context.close();
        between.run();
        application(lastSettings);
    }

    /** The application once more on the same database, otherwise set; it is ended at once. */
    public void startAgain(String... settings) {
        ConfigurableApplicationContext first = context;
        int its = port;
        try {
            application(settings);
            context.close();
        } finally {
            context = first;
            port = its;
        }
    }

    /** The connection to the database. */
    public Cable cable() {
        if (cable == null) {
            throw new IllegalStateException("this system has none");
        }
        return cable;
    }

    /** What listens to the calls to the LMS. */
    public Wiretap tap() {
        if (tap == null) {
            throw new IllegalStateException("nobody listens to this system");
        }
        return tap;
    }

    /** The demo's campus, everything in processes of its own. */
    public static RunningSystem inProcesses(int sections, String... standInsSettings) {
        RunningSystem system = new RunningSystem();
        system.standIns(sections, standInsSettings);
        system.port = system.startServer("one").port();
        system.await(system.standInsPort);
        return system;
    }

    /** The port of the tests' MariaDB. */
    public int databasePort() {
        return databasePort;
    }

    /** The application's schema. */
    public String schema() {
        return schema;
    }

    /** Where the application answers. */
    public URI address() {
        return URI.create("http://127.0.0.1:" + port);
    }

    /** Where the stand-ins answer. */
    public URI standIns() {
        return URI.create("http://127.0.0.1:" + standInsPort);
    }

    /** The application's beans, where it runs in this JVM. */
    public <T> T bean(Class<T> type) {
        return context.getBean(type);
    }

    /** One of several beans of a type. */
    public <T> T bean(String name, Class<T> type) {
        return context.getBean(name, type);
    }

    public Client signedIn(String login) {
        return Client.signedIn(address(), login);
    }

    /** An application process on the same database. */
    public record Server(int port, Process process) {}

    /** Starts one more application process on the same database. */
    public Server startServer(String node) {
        int its = freePort();
        Map<String, String> settings = new HashMap<>(settings());
        settings.put("PORT", Integer.toString(its));
        settings.put("NODE", node);
        Process process = start(root().resolve("server/target/server-" + VERSION + "-exec.jar"), settings, List.of());
        await(its);
        servers.put(node, its);
        return new Server(its, process);
    }

    private Map<String, String> settings() {
        Map<String, String> settings = new HashMap<>();
        settings.put("DB_PORT", Integer.toString(databasePort));
        settings.put("DB_SCHEMA", schema);
        settings.put("LMS_SCHEMA", lmsSchema);
        settings.put("STANDINS_PORT", Integer.toString(standInsPort));
        settings.put("REGISTRAR_URL", standIns() + "/registrar/list");
        settings.put("REGISTRAR_TOKEN", token);
        settings.put("LMS_URL", standIns() + "/lms/api");
        settings.put("LMS_TOKEN", token);
        settings.put("CHALKLINE_DEMO", "true");
        // the made-up term is one to come, whenever the tests are run
        settings.put("CHALKLINE_TODAY", "2026-12-07");
        settings.put("DBSCHEDULER_HEARTBEATINTERVAL", "1s");
        settings.put("CHALKLINE_RETRY_PAUSE", "50ms");
        settings.put("LMS_LEFT_ALONE", "1s");
        return settings;
    }

    private void standIns(int sections, String... more) {
        List<String> arguments = new ArrayList<>(List.of("--standins.sections=" + sections));
        arguments.addAll(List.of(more));
        token = arguments.stream()
                .filter(argument -> argument.startsWith(TOKEN))
                .map(argument -> argument.substring(TOKEN.length()))
                .findFirst()
                .orElse("");
        start(root().resolve("standins/target/standins-" + VERSION + "-exec.jar"), settings(), arguments);
    }

    private void application(String... more) {
        lastSettings = more;
        port = freePort();
        Map<String, Object> properties = new HashMap<>(settings());
        for (int i = 0; i < more.length; i += 2) {
            properties.put(more[i], more[i + 1]);
        }
        properties.put("PORT", port);
        context = new SpringApplicationBuilder(ChalkLine.class)
                .properties(properties)
                .properties("spring.jpa.properties.hibernate.generate_statistics=true")
                // as an argument: what is given as properties yields to the application's own file
                .run("--db-scheduler.heartbeat-interval=1s");
    }

    private Process start(Path jar, Map<String, String> settings, List<String> arguments) {
        if (!Files.exists(jar)) {
            throw new IllegalStateException(jar + " is missing; run ./chalkline test, which builds it first");
        }
        List<String> command = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Xmx1g",
                "-XX:TieredStopAtLevel=1",
                "-jar",
                jar.toString()));
        command.addAll(arguments);
        Path log = root().resolve("run").resolve(schema + "-" + jar.getFileName() + ".log");
        ProcessBuilder builder =
                new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(log.toFile());
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

    private void await(int its) {
        Instant end = Instant.now().plus(PATIENCE);
        while (!isHealthy(its)) {
            boolean died = processes.stream().anyMatch(process -> !process.isAlive());
            if (died || Instant.now().isAfter(end)) {
                throw new IllegalStateException(
                        "nothing answers on port " + its + "; see the logs in run/ of " + schema);
            }
            pause();
        }
    }

    private boolean isHealthy(int its) {
        String path = its == standInsPort ? "/actuator/health" : "/readyz";
        try {
            HttpURLConnection call = (HttpURLConnection)
                    URI.create("http://127.0.0.1:" + its + path).toURL().openConnection();
            call.setConnectTimeout(1000);
            call.setReadTimeout(2000);
            return call.getResponseCode() == HttpURLConnection.HTTP_OK;
        } catch (IOException e) {
            return false;
        }
    }

    private static void pause() {
        try {
            Thread.sleep(100);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    /** Starts the tests' MariaDB unless it runs, and makes the schemas. */
    private int database() {
        String set = System.getenv("CHALKLINE_TEST_DB_PORT");
        if (set == null) {
            shell(root().resolve("chalkline").toString(), "test-database");
        }
        int its = set == null ? 33_316 : Integer.parseInt(set);
        sql(its, "create database " + schema, "create database " + lmsSchema);
        return its;
    }

    /** Where one of the tests' schemas is; what they say on loopback is not encrypted. */
    public String databaseUrl() {
        return url(databasePort, schema);
    }

    /** Where the LMS stand-in's schema is. */
    public String lmsDatabaseUrl() {
        return url(databasePort, lmsSchema);
    }

    private static String url(int databasePort, String schema) {
        return "jdbc:mariadb://127.0.0.1:" + databasePort + "/" + schema + "?sslMode=disable";
    }

    private static void sql(int databasePort, String... statements) {
        String url = url(databasePort, "");
        try (Connection connection = DriverManager.getConnection(url, "chalkline", "chalkline");
                Statement statement = connection.createStatement()) {
            for (String sql : statements) {
                statement.execute(sql);
            }
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    private static void shell(String... command) {
        try {
            int code = new ProcessBuilder(command).inheritIO().start().waitFor();
            if (code != 0) {
                throw new IllegalStateException(String.join(" ", command) + " ended with " + code);
            }
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

    /** A port that nobody listens at. */
    public static int freePort() {
        try (ServerSocket socket = new ServerSocket(0)) {
            return socket.getLocalPort();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Override
    public void close() {
        if (context != null) {
            context.close();
        }
        if (cable != null) {
            cable.close();
        }
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
        sql(databasePort, "drop database " + schema, "drop database " + lmsSchema);
    }
}
