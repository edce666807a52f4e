package chalkline.bench;

import chalkline.core.arrivals.RegistrarList;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Setting;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.Proof;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.Rosters;
import chalkline.core.upkeep.Drifts;
import chalkline.formats.conventions.ConventionsReader;
import chalkline.formats.oneroster.OneRosterReader;
import chalkline.server.build.PlanTimer;
import java.lang.ref.Reference;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * What reading, proof, planning and drift cost as a list grows, and what it takes in memory. Each list is measured in a JVM of
 * its own with a heap of 1 GB, which is warm from a small one; the two largest several times in turn, so that a slow moment of
 * the machine meets both.
 */
public final class Growing {
    private static final List<String> WHAT = List.of("list read and checked", "proof", "build planned", "drift found");
    private static final double TWICE = 2.2;
    private static final int ROUNDS = 3;
    private static final int RUNS = 4;
    private static final int WARM = 5;
    private static final int DRIFTED = 20;

    private Growing() {}

    /** @param lists by how many sections they have, the smallest first */
    static List<Row> measure(Map<Integer, Path> lists) throws Exception {
        List<Integer> sizes = lists.keySet().stream().sorted().toList();
        Path small = lists.get(sizes.get(0));
        Map<Integer, List<double[]>> runs = new HashMap<>();
        for (int round = 0; round < ROUNDS; round++) {
            for (int size : round == 0 ? sizes : sizes.subList(sizes.size() - 2, sizes.size())) {
                runs.computeIfAbsent(size, s -> new ArrayList<>()).addAll(inProcess(small, lists.get(size)));
            }
        }
        Map<Integer, double[]> millis = new HashMap<>();
        runs.forEach((size, all) -> millis.put(size, quartiles(all)));
        System.out.println();
        System.out.printf("%-24s%s%n", "ms, heap of 1 GB", header(sizes));
        for (int i = 0; i < WHAT.size(); i++) {
            int at = i;
            System.out.println(line(WHAT.get(i), sizes, size -> millis.get(size)[at]));
        }
        System.out.println(line("MB of list and proof", sizes, size -> millis.get(size)[WHAT.size()]));
        List<Row> rows = new ArrayList<>();
        for (int last = 1; last < sizes.size(); last++) {
            if (sizes.get(last) == 2 * sizes.get(last - 1)) {
                for (int i = 0; i < WHAT.size(); i++) {
                    rows.add(new Row(
                            "%s, %,d sections".formatted(WHAT.get(i), sizes.get(last)),
                            millis.get(sizes.get(last))[i],
                            "of %,d".formatted(sizes.get(last - 1)),
                            millis.get(sizes.get(last - 1))[i],
                            TWICE));
                }
            }
        }
        // the small ones are within the noise of the machine; what is promised is the last doubling
        return rows.subList(rows.size() - WHAT.size(), rows.size());
    }

    /** Of each step, and of what is held in memory. */
    private static double[] quartiles(List<double[]> runs) {
        return IntStream.rangeClosed(0, WHAT.size())
                .mapToDouble(step -> Runs.quartile(
                        runs.stream().mapToDouble(run -> run[step]).toArray()))
                .toArray();
    }

    private static String header(List<Integer> sizes) {
        StringBuilder line = new StringBuilder();
        sizes.forEach(size -> line.append(String.format(Locale.ROOT, "%,10d", size)));
        return line.toString();
    }

    private static String line(String what, List<Integer> sizes, java.util.function.ToDoubleFunction<Integer> of) {
        StringBuilder line = new StringBuilder(String.format("%-24s", what));
        sizes.forEach(size -> line.append(String.format(Locale.ROOT, "%,10.0f", of.applyAsDouble(size))));
        return line.toString();
    }

    private static List<double[]> inProcess(Path small, Path list) throws Exception {
        Process process = new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        "-Xmx1g",
                        "-cp",
                        System.getProperty("java.class.path"),
                        Growing.class.getName(),
                        small.toString(),
                        list.toString())
                .redirectError(ProcessBuilder.Redirect.INHERIT)
                .start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        if (process.waitFor() != 0) {
            throw new IllegalStateException("measuring " + list + " ended with " + process.exitValue());
        }
        return said.lines()
                .map(run -> Arrays.stream(run.split(" "))
                        .mapToDouble(Double::parseDouble)
                        .toArray())
                .toList();
    }

    /** Prints a line for each run: the milliseconds of each step, then MB that list and proof hold. */
    public static void main(String[] arguments) throws Exception {
        Conventions conventions;
        try (var in = Growing.class.getResourceAsStream("/demo/conventions.yaml")) {
            conventions = ConventionsReader.read("demo", new String(in.readAllBytes(), StandardCharsets.UTF_8));
        }
        for (int i = 0; i < WARM; i++) {
            steps(Path.of(arguments[0]), conventions);
        }
        for (int run = 0; run < RUNS; run++) {
            System.out.println(Arrays.stream(steps(Path.of(arguments[1]), conventions))
                    .mapToObj(Double::toString)
                    .collect(Collectors.joining(" ")));
        }
    }

    /** Shells as a build left them, and as they stand some days later. */
    private record Built(Map<String, HeldShell> left, List<HeldShell> standing) {}

    private static double[] steps(Path file, Conventions conventions) throws Exception {
        double[] millis = new double[WHAT.size() + 1];
        RegistrarList list = timed(millis, 0, () -> OneRosterReader.read(file));
        Built built = built(millis, list, conventions);
        Proof standing = Proof.of(list, list.term("27SP").orElseThrow(), conventions, built.standing());
        int drifted = timed(
                millis,
                3,
                () -> Drifts.of(standing.rows(), built.left(), Map.of()).size());
        if (drifted < built.standing().size() / DRIFTED) {
            throw new IllegalStateException(drifted + " drifts are too few");
        }
        return millis;
    }

    /** The proof before anything stands is given up with this, as the application gives up one that holds no more. */
    private static Built built(double[] millis, RegistrarList list, Conventions conventions) throws Exception {
        Proof proof = timed(millis, 1, () -> Proof.of(list, list.term("27SP").orElseThrow(), conventions, List.of()));
        int steps = timed(millis, 2, () -> PlanTimer.steps(proof.rows(), conventions));
        if (steps < proof.rows().size()) {
            throw new IllegalStateException(steps + " steps are too few");
        }
        try {
            millis[WHAT.size()] = megabytes();
        } finally {
            Reference.reachabilityFence(list);
            Reference.reachabilityFence(proof);
        }
        Map<String, HeldShell> left = new HashMap<>();
        List<HeldShell> standing = new ArrayList<>();
        for (ProofRow row : proof.rows()) {
            if (row.action().isCarriedOut()) {
                left.put(row.key(), shell(row, row.title()));
                standing.add(shell(row, standing.size() % DRIFTED == 0 ? "Renamed by hand" : row.title()));
            }
        }
        return new Built(left, standing);
    }

    private static double megabytes() {
        System.gc();
        Runtime machine = Runtime.getRuntime();
        return (machine.totalMemory() - machine.freeMemory()) / 1e6;
    }

    /** Each step begins with a clean heap: what others left behind fills much of it for the largest list only. */
    private static <T> T timed(double[] millis, int at, Callable<T> work) throws Exception {
        System.gc();
        long start = System.nanoTime();
        T made = work.call();
        millis[at] = (System.nanoTime() - start) / 1e6;
        return made;
    }

    private static HeldShell shell(ProofRow row, String title) {
        Map<Setting, String> values = new EnumMap<>(row.values());
        values.put(Setting.TITLE, title);
        return new HeldShell(
                row.key(),
                "27SP",
                row.code(),
                values,
                Optional.of(row.lead()),
                Optional.of(row.sections()),
                Optional.of(row.sectionWindows()),
                row.shell().map(shell -> Rosters.of(shell.sections())),
                false,
                false,
                false);
    }
}
