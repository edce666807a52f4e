package chalkline.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.stream.Stream;

/** What it was measured on. */
final class Hardware {
    private Hardware() {}

    static String told() throws IOException {
        return String.format(
                Locale.ROOT,
                "On %d of %s, %s of memory, %s %s, Java %s",
                Runtime.getRuntime().availableProcessors(),
                line("/proc/cpuinfo", "model name"),
                line("/proc/meminfo", "MemTotal"),
                System.getProperty("os.name"),
                System.getProperty("os.version"),
                System.getProperty("java.version"));
    }

    private static String line(String file, String begins) throws IOException {
        try (Stream<String> lines = Files.lines(Path.of(file))) {
            return lines.filter(line -> line.startsWith(begins))
                    .map(line -> line.substring(line.indexOf(':') + 1).strip())
                    .findFirst()
                    .orElse("?");
        }
    }
}
