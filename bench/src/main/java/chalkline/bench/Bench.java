package chalkline.bench;

import chalkline.formats.oneroster.OneRosterWriter;
import chalkline.standins.campus.Campus;
import chalkline.standins.campus.CampusSize;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.openjdk.jmh.results.RunResult;
import org.openjdk.jmh.runner.Runner;
import org.openjdk.jmh.runner.RunnerException;
import org.openjdk.jmh.runner.options.OptionsBuilder;
import org.openjdk.jmh.util.ListStatistics;

/** Runs all benchmarks and prints one table. Every figure is held against a limit that was measured in the same run. */
public final class Bench {
    private static final long SEED = 1907;
    private static final List<Integer> SIZES = List.of(5_000, 10_000, 20_000, 40_000, 80_000);
    /** A person sees an answer within this time as one to what was typed. */
    private static final double KEY_PRESS_MILLIS = 300;

    private static final int ROUNDS = 2;
    private static final int QUARTILE = 25;

    private Bench() {}

    public static void main(String[] arguments) throws Exception {
        Path folder = Files.createDirectories(Path.of(arguments[0]));
        Path small = list(folder, 10_000);
        Path large = list(folder, 20_000);
        Path conventions = folder.resolve("conventions.yaml");
        try (var in = Bench.class.getResourceAsStream("/demo/conventions.yaml")) {
            Files.write(conventions, in.readAllBytes());
        }
        String only = arguments.length > 2 ? arguments[2] : "";
        List<Row> rows = new ArrayList<>();
        if (only.isEmpty() || only.equals("files")) {
            rows.addAll(Programs.measure(Path.of(arguments[1]), small, large, conventions));
            rows.addAll(core(large));
        }
        if (only.isEmpty() || only.equals("growth")) {
            Map<Integer, Path> lists = new TreeMap<>();
            for (int sections : SIZES) {
                lists.put(sections, list(folder, sections));
            }
            rows.addAll(Growing.measure(lists));
        }
        if (only.isEmpty() || only.equals("store")) {
            rows.addAll(Application.store(large));
        }
        if (only.isEmpty() || only.equals("screens")) {
            rows.addAll(Application.measure(large));
        }
        if (only.isEmpty() || only.equals("builds")) {
            rows.addAll(Building.measure());
        }
        if (only.isEmpty() || only.equals("builds") || only.equals("large")) {
            rows.addAll(Building.large());
        }
        if (only.isEmpty() || only.equals("people")) {
            rows.addAll(ManyPeople.measure());
        }
        if (rows.isEmpty()) {
            throw new IllegalArgumentException(
                    "There are files, growth, store, screens, builds, large and people to measure, no " + only + ".");
        }
        System.out.println();
        System.out.println(Hardware.told());
        rows.forEach(System.out::println);
        boolean allHold = rows.stream().allMatch(Row::holds);
        System.exit(allHold ? 0 : 1);
    }

    private static Path list(Path folder, int sections) throws IOException {
        Path file = folder.resolve("skerrow-" + sections + ".zip");
        if (!Files.exists(file)) {
            try (OutputStream out = Files.newOutputStream(file)) {
                OneRosterWriter.write(Campus.list(CampusSize.ofSections(sections), SEED), out);
            }
        }
        return file;
    }

    /**
     * How long each takes. What else a machine does only ever makes a run longer, for a minute at times: all are run in two
     * rounds, and the lower quartile of their iterations counts.
     */
    private static Map<String, Double> millis() throws RunnerException {
        System.setProperty("jmh.ignoreLock", "true");
        Map<String, ListStatistics> scores = new HashMap<>();
        for (int round = 0; round < ROUNDS; round++) {
            Collection<RunResult> results = new Runner(new OptionsBuilder()
                            .include(CoreBench.class.getSimpleName())
                            .build())
                    .run();
            for (RunResult result : results) {
                ListStatistics of =
                        scores.computeIfAbsent(result.getPrimaryResult().getLabel(), label -> new ListStatistics());
                result.getBenchmarkResults().stream()
                        .flatMap(fork -> fork.getIterationResults().stream())
                        .forEach(iteration ->
                                of.addValue(iteration.getPrimaryResult().getScore()));
            }
        }
        Map<String, Double> millis = new HashMap<>();
        scores.forEach((label, all) -> millis.put(label, all.getPercentile(QUARTILE)));
        return millis;
    }

    private static List<Row> core(Path list) throws RunnerException {
        Map<String, Double> millis = millis();
        return List.of(
                new Row(
                        "list of 20,000 sections read and checked",
                        millis.get("parse"),
                        "just parsed",
                        millis.get("justParse"),
                        3),
                new Row(
                        "what a night changed in 600,000 enrollments",
                        millis.get("difference"),
                        "the list read and checked",
                        millis.get("parse"),
                        1.5),
                new Row(
                        "a sheet of 5,000 rows judged against 20,000 sections",
                        millis.get("sheet"),
                        "the list read and checked",
                        millis.get("parse"),
                        0.5),
                new Row(
                        "600,000 enrollments with 4,000 sections of our own beside them",
                        millis.get("combined"),
                        "the list read and checked",
                        millis.get("parse"),
                        1),
                new Row(
                        "a sheet of 20,000 shells for an LMS, made and written",
                        millis.get("export"),
                        "the same cells written by the CSV library alone",
                        millis.get("exportJustWritten"),
                        2),
                new Row("facts of 20,000 sections", millis.get("facts"), "just parsed", millis.get("justParse"), 2),
                new Row("proof of 20,000 sections", millis.get("proof"), "just parsed", millis.get("justParse"), 2),
                new Row(
                        "proof of an edit, 20,000 sections",
                        millis.get("proofOfAnEdit"),
                        "a key press",
                        KEY_PRESS_MILLIS,
                        1));
    }
}
