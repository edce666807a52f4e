package chalkline.bench;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** Times whole programs: the command line against a JVM that only parses the same files. */
final class Programs {
    private static final int RUNS = 5;

    private Programs() {}

    static List<Row> measure(Path small, Path large, Path conventions) throws IOException, InterruptedException {
        Path out = Path.of(System.getProperty("java.io.tmpdir"), "chalkline-bench-proof.csv");
        double parse = median("chalkline.bench.JustParse", large.toString());
        double proof = median(proof(large, conventions, out));
        double half = median(proof(small, conventions, out));
        return List.of(
                new Row(
                        "proof of 20,000 sections, 600,000 enrollments, whole",
                        proof,
                        "a JVM that just parses the files",
                        parse,
                        4),
                new Row("proof of 20,000 sections, whole program", proof, "proof of 10,000 sections", half, 2.2));
    }

    private static String[] proof(Path list, Path conventions, Path out) {
        return new String[] {
            "chalkline.cli.Main",
            "proof",
            "--list",
            list.toString(),
            "--conventions",
            conventions.toString(),
            "--term",
            "27SP",
            "--out",
            out.toString()
        };
    }

    private static double median(String... program) throws IOException, InterruptedException {
        run(program);
        double[] times = new double[RUNS];
        for (int i = 0; i < RUNS; i++) {
            times[i] = run(program);
        }
        Arrays.sort(times);
        return times[RUNS / 2];
    }

    private static double run(String... program) throws IOException, InterruptedException {
        List<String> command = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Xmx1g",
                "-XX:+UseSerialGC",
                "-cp",
                System.getProperty("java.class.path")));
        command.addAll(List.of(program));
        long start = System.nanoTime();
        int code = new ProcessBuilder(command)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .redirectError(ProcessBuilder.Redirect.INHERIT)
                .start()
                .waitFor();
        if (code != 0) {
            throw new IllegalStateException(String.join(" ", program) + " ended with " + code);
        }
        return (System.nanoTime() - start) / 1e6;
    }
}
