package chalkline.server;

import java.net.URI;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * The whole system for tests: a schema of its own in the tests' MariaDB, the stand-ins in this JVM or as a process of their own,
 * and so the application.
 */
public final class RunningSystem implements AutoCloseable {
    private static final String VERSION = "0.1.0";
    private static final String TOKEN = "--standins.token=";

    /** Tests of this JVM have one system after each other, as far as they want it set in the same way. */
    private static @Nullable RunningSystem shared;

    private static boolean sharedInUse;

    private @Nullable KeptSchema atStart;
    private final String schema = TestDatabase.freshName();
    private final String lmsSchema = schema + "_lms";
    private final Programs programs = new Programs(schema);
    private final int databasePort;
    private final int standInsPort = Machine.freePort();
    private final int mailPort = Machine.freePort();
    private List<String> standInsArguments = List.of();
    private final Map<String, String> more = new HashMap<>();
    private @Nullable StandInsHere standIns;
    private @Nullable Process standInsProcess;
    private @Nullable Server first;
    private ConfigurableApplicationContext context;
    private @Nullable Wiretap tap;
    private @Nullable Cable cable;
    private @Nullable Cable lmsCable;
    private int managementPort;
    private int port;
    private String[] lastSettings = {};
    private String token = "";

    private RunningSystem() {
        this(TestDatabase.port());
    }

    private RunningSystem(int databasePort) {
        this.databasePort = databasePort;
        TestDatabase.sql(databasePort, "create database " + schema, "create database " + lmsSchema);
    }

    /**
     * A system with a campus of so many sections, the application in this JVM and as it is set without more: the one that
     * other tests had before, with its database put back, or where that is in use one of its own.
     */
    public static synchronized RunningSystem withSections(int sections, String... standInsSettings) {
        if (shared != null && !sharedInUse && tokenIn(standInsSettings).isEmpty()) {
            sharedInUse = true;
            shared.putBack(sections, standInsSettings);
            return shared;
        }
        if (shared != null) {
            requireReason();
        }
        return started(sections, standInsSettings);
    }

    /** The same, for tests after which no other could have it. */
    public static RunningSystem ofItsOwn(int sections, String... standInsSettings) {
        requireReason();
        return new RunningSystem().start(sections, standInsSettings);
    }

    /** Whoever starts a system of their own says why. */
    private static void requireReason() {
        boolean given = StackWalker.getInstance(StackWalker.Option.RETAIN_CLASS_REFERENCE)
                .walk(frames ->
                        frames.anyMatch(frame -> frame.getDeclaringClass().isAnnotationPresent(OwnSystem.class)));
        if (!given) {
            throw new IllegalStateException("Say with @OwnSystem why these tests need a system of their own.");
        }
    }

    private static RunningSystem started(int sections, String... standInsSettings) {
        RunningSystem system = new RunningSystem().start(sections, standInsSettings);
        if (shared == null && system.token.isEmpty()) {
            shared = system;
            sharedInUse = true;
            Memory memory = new Memory(system.context);
            memory.rest(() -> {});
            system.atStart = new KeptSchema(system.databasePort, system.schema);
            memory.goOn();
            Runtime.getRuntime().addShutdownHook(new Thread(system::end));
        }
        return system;
    }

    private RunningSystem start(int sections, String... standInsSettings) {
        standIns(sections, standInsSettings);
        cable = new Cable(databasePort);
        lmsCable = new Cable(standInsPort);
        managementPort = Machine.freePort();
        application(
                "DB_PORT",
                Integer.toString(cable.port()),
                "LMS_URL",
                "http://127.0.0.1:" + lmsCable.port() + "/lms/api",
                "MANAGEMENT_PORT",
                Integer.toString(managementPort),
                "CHALKLINE_PROXY",
                "127.0.0.1");
        awaitStandIns();
        return this;
    }

    /** As it was when it had started, with another campus. */
    private void putBack(int sections, String... standInsSettings) {
        Memory memory = new Memory(context);
        memory.rest(() -> TestDatabase.sql(databasePort, "delete from " + schema + ".build_lot"));
        Objects.requireNonNull(standIns).close();
        TestDatabase.emptyLms(databasePort, lmsSchema);
        standIns(sections, standInsSettings);
        Objects.requireNonNull(atStart).putBack();
        memory.forget();
        memory.goOn();
        awaitStandIns();
    }

    /** The same, with all calls to the LMS listened to. */
    public static RunningSystem tapped(int sections, String... standInsSettings) {
        RunningSystem system = withSections(sections, standInsSettings);
        system.tap = new Wiretap(system.standIns());
        Objects.requireNonNull(system.lmsCable).layTo(system.tap.address().getPort());
        system.lmsCable.cut();
        system.lmsCable.mend();
        return system;
    }

    /** The same with a second registrar, who lists what the first one does. */
    public static RunningSystem withTwoRegistrars(int sections, String... standInsSettings) {
        requireReason();
        RunningSystem system = new RunningSystem();
        system.standIns(sections, standInsSettings);
        system.application(
                "chalkline.sources.north.name",
                "North Campus",
                "chalkline.sources.north.url",
                system.standIns() + "/registrar/list");
        system.awaitStandIns();
        return system;
    }

    /** Nothing but the application, as it is started for a campus of one's own: no demo, no addresses. */
    public static RunningSystem bare(Path firstPassword) {
        requireReason();
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

    /** With some settings of the application otherwise, as names and values by turns. */
    public static RunningSystem with(int sections, String... settings) {
        requireReason();
        RunningSystem system = new RunningSystem();
        system.standIns(sections, "--standins.earlier-terms=false");
        system.application(settings);
        system.awaitStandIns();
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

    /** Where its actuator answers. */
    public int managementPort() {
        return managementPort;
    }

    /** What listens to the calls to the LMS. */
    public Wiretap tap() {
        if (tap == null) {
            throw new IllegalStateException("nobody listens to this system");
        }
        return tap;
    }

    /** Everything in processes of its own, on another MariaDB than the tests', the application otherwise set. */
    public static RunningSystem inProcessesOn(
            int databasePort, Map<String, String> more, int sections, String... standInsSettings) {
        RunningSystem system = new RunningSystem(databasePort);
        system.more.putAll(more);
        return inProcesses(system, sections, standInsSettings);
    }

    /** The same on the tests' MariaDB. */
    public static RunningSystem inProcesses(Map<String, String> more, int sections, String... standInsSettings) {
        RunningSystem system = new RunningSystem();
        system.more.putAll(more);
        return inProcesses(system, sections, standInsSettings);
    }

    private static RunningSystem inProcesses(RunningSystem system, int sections, String... standInsSettings) {
        system.standInsAsked(sections, standInsSettings);
        system.startStandInsProcess();
        system.first = system.startServer("one");
        system.port = system.first.port();
        return system;
    }

    /** The LMS and the registrar alone, for an application that is started otherwise. */
    public static RunningSystem standInsAlone(int sections, String... standInsSettings) {
        RunningSystem system = new RunningSystem();
        system.standIns(sections, standInsSettings);
        system.awaitStandIns();
        return system;
    }

    /** The application on data that an earlier version left, as one dump of SQL. Nobody answers for the LMS. */
    public static RunningSystem on(String dump) {
        requireReason();
        RunningSystem system = new RunningSystem();
        try (Connection connection = DriverManager.getConnection(
                        system.databaseUrl() + "&allowMultiQueries=true", "chalkline", "chalkline");
                Statement statement = connection.createStatement()) {
            statement.execute(dump);
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
        system.application("LMS_URL", "", "REGISTRAR_URL", "");
        return system;
    }

    /** The application's first process. */
    public Server firstServer() {
        if (first == null) {
            throw new IllegalStateException("this application runs in the tests' own process");
        }
        return first;
    }

    /** The stand-ins' process, of a system that has all in processes. */
    public Process standInsProcess() {
        if (standInsProcess == null) {
            throw new IllegalStateException("the stand-ins run in the tests' own process");
        }
        return standInsProcess;
    }

    /** Starts the stand-ins as a process; again after they ended, as they were. */
    public void startStandInsProcess() {
        standInsProcess = programs.start(jar("standins"), settings(), standInsArguments);
        programs.await(standInsPort, "/actuator/health");
    }

    private void awaitStandIns() {
        if (standIns != null) {
            standIns.await();
        }
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
        return startServer(node, Machine.freePort());
    }

    /** The same at a port of one's choice. */
    public Server startServer(String node, int its) {
        Map<String, String> settings = new HashMap<>(settings());
        settings.putAll(more);
        settings.put("PORT", Integer.toString(its));
        settings.put("NODE", node);
        Process process = programs.start(jar("server"), settings, List.of());
        programs.await(its, "/readyz");
        return new Server(its, process);
    }

    /** The same on another MariaDB, as one that a backup was put back to; the stand-ins stay where they are. */
    public Server startServerOn(int otherDatabase, String node) {
        more.put("DB_PORT", Integer.toString(otherDatabase));
        return startServer(node);
    }

    private Map<String, String> settings() {
        Map<String, String> settings = TestSettings.quick();
        settings.put("DB_PORT", Integer.toString(databasePort));
        settings.put("DB_SCHEMA", schema);
        settings.put("LMS_SCHEMA", lmsSchema);
        settings.put("STANDINS_PORT", Integer.toString(standInsPort));
        settings.put("REGISTRAR_URL", standIns() + "/registrar/list");
        settings.put("REGISTRAR_TOKEN", token);
        settings.put("LMS_URL", standIns() + "/lms/api");
        settings.put("LMS_TOKEN", token);
        settings.put("MAIL_PORT", Integer.toString(mailPort));
        settings.put("OPENID_ISSUER", standIns() + "/openid");
        return settings;
    }

    private void standIns(int sections, String... more) {
        standInsAsked(sections, more);
        standIns = new StandInsHere(jar("standins"), settings(), standInsArguments);
    }

    private void standInsAsked(int sections, String... more) {
        List<String> arguments = new ArrayList<>(List.of("--standins.sections=" + sections));
        if (Stream.of(more).noneMatch(argument -> argument.startsWith("--standins.calls-per-second="))) {
            arguments.add("--standins.calls-per-second=1000");
        }
        arguments.addAll(List.of(more));
        token = tokenIn(more);
        standInsArguments = arguments;
    }

    private static String tokenIn(String... arguments) {
        return Stream.of(arguments)
                .filter(argument -> argument.startsWith(TOKEN))
                .map(argument -> argument.substring(TOKEN.length()))
                .findFirst()
                .orElse("");
    }

    private static Path jar(String module) {
        return Machine.root().resolve(module + "/target/" + module + "-" + VERSION + "-exec.jar");
    }

    private void application(String... more) {
        lastSettings = more;
        port = Machine.freePort();
        Map<String, Object> properties = new HashMap<>(settings());
        for (int i = 0; i < more.length; i += 2) {
            properties.put(more[i], more[i + 1]);
        }
        properties.put("PORT", port);
        context = new SpringApplicationBuilder(ChalkLine.class)
                .properties(properties)
                .properties("spring.jpa.properties.hibernate.session_factory.statement_inspector="
                        + Statements.class.getName())
                // as an argument: what is given as properties yields to the application's own file
                .run("--db-scheduler.heartbeat-interval=1s", "--db-scheduler.polling-interval=200ms");
    }

    /** Where one of the tests' schemas is; what they say on loopback is not encrypted. */
    public String databaseUrl() {
        return TestDatabase.url(databasePort, schema);
    }

    /** Where the LMS stand-in's schema is. */
    public String lmsDatabaseUrl() {
        return TestDatabase.url(databasePort, lmsSchema);
    }

    @Override
    public void close() {
        synchronized (RunningSystem.class) {
            if (shared == this) {
                sharedInUse = false;
                listenNoMore();
                return;
            }
        }
        end();
    }

    private void listenNoMore() {
        Objects.requireNonNull(lmsCable).layTo(standInsPort);
        Objects.requireNonNull(cable).mend();
        if (tap != null) {
            tap.close();
            tap = null;
            lmsCable.cut();
            lmsCable.mend();
        }
    }

    private void end() {
        if (context != null) {
            context.close();
        }
        Stream.of(Optional.ofNullable(cable), Optional.ofNullable(lmsCable))
                .flatMap(Optional::stream)
                .forEach(Cable::close);
        programs.close();
        if (standIns != null) {
            standIns.close();
        }
        if (atStart != null) {
            atStart.drop();
        }
        TestDatabase.sql(databasePort, "drop database " + schema, "drop database " + lmsSchema);
    }
}
