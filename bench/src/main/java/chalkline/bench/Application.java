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
import java.util.Arrays;
import java.util.List;

/** Times the running application: reading into MariaDB, the effect of an edit as the screen asks for it, and the
 * sheet in a browser. */
final class Application {
    private static final int EDITS = 30;
    private static final double KEY_PRESS_MILLIS = 300;

    private Application() {}

    static List<Row> measure(Path file) throws IOException, FaultyFileException {
        RegistrarList list = OneRosterReader.read(file);
        try (RunningSystem system = RunningSystem.withSections(48, "--standins.earlier-terms=false")) {
            Path folder = Files.createTempDirectory("chalkline-bench");
            StoreTimer.store(system, list, 1_000_001);
            StoreTimer.load(system.databasePort(), system.schema(), list, 1_000_002, folder);
            double store = StoreTimer.store(system, list, 1_000_003);
            double load = StoreTimer.load(system.databasePort(), system.schema(), list, 1_000_004, folder);
            Client abara = system.signedIn("abara");
            abara.read(abara.upload("/api/arrivals", "large.zip", Files.readAllBytes(file)));
            return List.of(
                    new Row(
                            "600,000 enrollments and the rest into MariaDB",
                            store,
                            "LOAD DATA of the same rows",
                            load,
                            2.5),
                    new Row(
                            "effect of a title edit in one layer, 20,000 sections",
                            effect(abara, 3),
                            "a key press",
                            KEY_PRESS_MILLIS,
                            1),
                    new Row(
                            "the same in the layer of all of them",
                            effect(abara, 0),
                            "a key press",
                            KEY_PRESS_MILLIS,
                            1),
                    new Row(
                            "longest task while 20,000 rows scroll",
                            Scrolling.longestTask(system.address()),
                            "what a hand feels as a stutter",
                            Scrolling.STUTTER_MILLIS,
                            1));
        }
    }

    private static double effect(Client abara, int layer) {
        double[] millis = new double[EDITS];
        for (int i = 0; i < EDITS; i++) {
            String edit = "{\"basedOn\":1,\"stack\":" + abara.stackWith(layer, "title", "{label} {title} " + i) + "}";
            long start = System.nanoTime();
            Client.Answer answer = abara.post("/api/terms/27SP/effect", edit);
            millis[i] = (System.nanoTime() - start) / 1e6;
            if (answer.status() != 200) {
                throw new IllegalStateException(answer.text());
            }
        }
        double[] warm = Arrays.copyOfRange(millis, EDITS / 2, EDITS);
        Arrays.sort(warm);
        return warm[warm.length / 2];
    }
}
