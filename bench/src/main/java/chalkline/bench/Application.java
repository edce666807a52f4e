package chalkline.bench;

import chalkline.core.arrivals.RegistrarList;
import chalkline.formats.FaultyFileException;
import chalkline.formats.oneroster.OneRosterReader;
import chalkline.server.Client;
import chalkline.server.RunningSystem;
import chalkline.server.arrivals.StoreTimer;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.IntFunction;
import java.util.function.Supplier;

/** Times the running application: reading into MariaDB, the effect of an edit as the screen asks for it, and the
 * sheet in a browser. */
final class Application {
    private static final int EDITS = 30;
    private static final int STORES = 6;
    private static final double KEY_PRESS_MILLIS = 300;

    private static final double LAYER_OF_ALL_MILLIS = 150;
    /** A person waits this long for a screen without wondering whether it will come. */
    private static final double FIRST_SCREEN_MILLIS = 1000;

    private Application() {}

    static List<Row> measure(Path file) throws IOException, SQLException {
        try (RunningSystem system = RunningSystem.withSections(48, "--standins.earlier-terms=false")) {
            Client abara = system.signedIn("abara");
            abara.read(abara.upload("/api/arrivals", "large.zip", Files.readAllBytes(file)));
            List<Row> rows = new ArrayList<>(List.of(
                    new Row(
                            "effect of a title edit in one layer, 20,000 sections",
                            warm(abara, "effect", i -> title(abara, 3, i)),
                            "a key press",
                            KEY_PRESS_MILLIS,
                            1),
                    new Row(
                            "the same in the layer of all of them",
                            warm(abara, "effect", i -> title(abara, 0, i)),
                            "what an edit of all may take",
                            LAYER_OF_ALL_MILLIS,
                            1),
                    new Row(
                            "effect of one shell's window moved, 20,000 sections",
                            warm(abara, "effect", Application::window),
                            "a key press",
                            KEY_PRESS_MILLIS,
                            1),
                    new Row(
                            "two sections at the joining table, among 20,000",
                            warm(abara, "cross-lists/effect", Application::together),
                            "a key press",
                            KEY_PRESS_MILLIS,
                            1),
                    new Row(
                            "all suggestions of 20,000 sections anew, after an edit",
                            suggestions(abara),
                            "a first screen",
                            FIRST_SCREEN_MILLIS,
                            1)));
            look(system, BigSheet.ofTheList(), rows);
            look(system, List.of(BigSheet.ofTheLedger(Filling.ledger(system))), rows);
            look(system, BigSheet.ofCourses(Filling.courses(abara), Filling.ROWS, Filling.SECTIONS), rows);
            return rows;
        }
    }

    private static void look(RunningSystem system, List<BigSheet> sheets, List<Row> rows) {
        sheets.forEach(sheet -> rows.addAll(sheet.measure(system.address())));
    }

    /** Writing in turn, so that a slow moment of the machine meets both. */
    static List<Row> store(Path file) throws IOException, FaultyFileException {
        RegistrarList list = OneRosterReader.read(file);
        try (RunningSystem system = RunningSystem.withSections(48, "--standins.earlier-terms=false")) {
            Path folder = Files.createTempDirectory("chalkline-bench");
            double[] stored = new double[STORES];
            double[] loaded = new double[STORES];
            for (int i = 0; i < STORES; i++) {
                stored[i] = StoreTimer.store(system, list, 1_000_001 + 2L * i);
                loaded[i] = StoreTimer.load(system.databasePort(), system.schema(), list, 1_000_002 + 2L * i, folder);
            }
            return List.of(new Row(
                    "600,000 enrollments and the rest into MariaDB",
                    later(stored),
                    "LOAD DATA of the same rows",
                    later(loaded),
                    1.8));
        }
    }

    private static String title(Client abara, int layer, int edit) {
        return "{\"basedOn\":1,\"stack\":" + abara.stackWith(layer, "title", "{label} {title} " + edit) + "}";
    }

    private static String window(int edit) {
        return "{\"basedOn\":1,\"dates\":{\"sections\":[{\"section\":\"cl-27SP-" + (edit + 1)
                + "\",\"opens\":\"term.start - 10d 08:00\"}]}}";
    }

    private static String together(int edit) {
        int section = 2 * edit + 1;
        return "{\"basedOn\":1,\"crossLists\":{\"split\":[],\"keep\":[{\"id\":\"x1\",\"lead\":\"cl-27SP-" + section
                + "\",\"joined\":[\"cl-27SP-" + (section + 1) + "\"],\"approved\":false,\"reason\":\"\"}]}}";
    }

    private static double suggestions(Client abara) {
        double[] millis = new double[10];
        for (int i = 0; i < millis.length; i++) {
            abara.post(
                    "/api/conventions/versions",
                    "{\"note\":\"\",\"change\":" + window(i).replace("basedOn\":1", "basedOn\":" + (i + 1)) + "}");
            millis[i] = once(() -> abara.get("/api/terms/27SP/cross-lists"));
        }
        return later(millis);
    }

    private static double once(Supplier<Client.Answer> ask) {
        long start = System.nanoTime();
        Client.Answer answer = ask.get();
        double millis = (System.nanoTime() - start) / 1e6;
        if (answer.status() != 200) {
            throw new IllegalStateException(answer.text());
        }
        return millis;
    }

    /** Many calls, each with another edit. */
    private static double warm(Client abara, String ask, IntFunction<String> edits) {
        double[] millis = new double[EDITS];
        for (int i = 0; i < EDITS; i++) {
            String edit = edits.apply(i);
            millis[i] = once(() -> abara.post("/api/terms/27SP/" + ask, edit));
        }
        return later(millis);
    }

    /** The median of the later half, when the machine has warmed up. */
    private static double later(double[] millis) {
        double[] warm = Arrays.copyOfRange(millis, millis.length / 2, millis.length);
        Arrays.sort(warm);
        return warm[warm.length / 2];
    }
}
