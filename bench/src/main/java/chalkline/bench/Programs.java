package chalkline.bench;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;

/** Times whole programs: the command line against a JVM that only parses the same files. */
final class Programs {
    private static final int RUNS = 11;

    private Programs() {}

    /** @param program the start script, as a user calls it */
    static List<Row> measure(Path program, Path small, Path large, Path conventions)
            throws IOException, InterruptedException {
        Path out = Path.of(System.getProperty("java.io.tmpdir"), "chalkline-bench-proof.csv");
        double[] times = times(List.of(
                justParse(large), proof(program, large, conventions, out), proof(program, small, conventions, out)));
        return List.of(
                new Row(
                        "proof of 20,000 sections, 600,000 enrollments, whole",
                        times[1],
                        "a JVM that just parses the files",
                        times[0],
                        2.5),
                new Row(
                        "proof of 20,000 sections, whole program",
                        times[1],
                        "proof of 10,000 sections",
                        times[2],
                        2.2));
    }

    private static List<String> justParse(Path list) {
        return List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Xmx1g",
                "-XX:+UseSerialGC",
                "-cp",
                System.getProperty("java.class.path"),
                "chalkline.bench.JustParse",
                list.toString());
    }

    private static List<String> proof(Path program, Path list, Path conventions, Path out) {
        return List.of(
                program.toString(),
                "proof",
                "--list",
                list.toString(),
                "--conventions",
                conventions.toString(),
                "--term",
                "27SP",
                "--out",
                out.toString());
    }

    /** Of each program, run in turn so that a slow moment of the machine meets all of them. */
    private static double[] times(List<List<String>> programs) throws IOException, InterruptedException {
        double[][] times = new double[programs.size()][RUNS];
        for (int run = -1; run < RUNS; run++) {
            for (int i = 0; i < programs.size(); i++) {
                double time = run(programs.get(i));
                if (run >= 0) {
                    times[i][run] = time;
                }
            }
        }
        return Arrays.stream(times).mapToDouble(Runs::quartile).toArray();
    }

    private static double run(List<String> command) throws IOException, InterruptedException {
        long start = System.nanoTime();
        int code = new ProcessBuilder(command)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .redirectError(ProcessBuilder.Redirect.INHERIT)
                .start()
                .waitFor();
        if (code != 0) {
            throw new IllegalStateException(String.join(" ", command) + " ended with " + code);
        }
        return (System.nanoTime() - start) / 1e6;
    }
}
