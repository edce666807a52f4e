package chalkline.cli;

import chalkline.cli.conform.Result;
import chalkline.cli.conform.Suite;
import chalkline.formats.FaultyFileException;
import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.PrintWriter;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "conform",
        mixinStandardHelpOptions = true,
        description = "what an adapter of the LMS port keeps and what not, by calling it; never an LMS that is in use")
final class ConformCommand implements Callable<Integer> {
    private static final int NOT_KEPT = 1;

    @Parameters(paramLabel = "URL", description = "what the paths of the port come after, as in LMS_URL")
    URI address;

    @Option(
            names = "--people",
            split = ",",
            paramLabel = "ID",
            description = "three people whom the LMS knows, by the ids that the list has for them")
    List<String> people = List.of();

    @Option(names = "--out", description = "a CSV file with each check, what came of it and the call that shows it")
    Path out;

    @Spec
    CommandSpec spec;

    private final Map<String, String> environment;

    ConformCommand() {
        this(System.getenv());
    }

    ConformCommand(Map<String, String> environment) {
        this.environment = environment;
    }

    @Override
    public Integer call() throws FaultyFileException {
        if (address.getScheme() == null || !address.getScheme().matches("https?") || address.getHost() == null) {
            throw new ParameterException(
                    spec.commandLine(), "“" + address + "” is no address; it begins with http:// or https://.");
        }
        PrintWriter screen = spec.commandLine().getOut();
        URI base = URI.create(address.toString().replaceAll("/+$", ""));
        Suite.Report report = Suite.run(base, authorization(), people, result -> tell(result, screen));
        long kept = count(report, Result.Outcome.KEPT);
        screen.printf(
                Locale.ROOT,
                "%n%d of %d kept, %d broken, %d not offered%n",
                kept,
                report.results().size(),
                count(report, Result.Outcome.BROKEN),
                count(report, Result.Outcome.NOT_OFFERED));
        if (!report.left().isEmpty()) {
            screen.println("It did not let go of: " + String.join(", ", report.left()));
        }
        if (out != null) {
            write(report);
        }
        screen.flush();
        return report.isKept() ? 0 : NOT_KEPT;
    }

    private static long count(Suite.Report report, Result.Outcome outcome) {
        return report.results().stream().filter(one -> one.outcome() == outcome).count();
    }

    private static void tell(Result result, PrintWriter screen) {
        screen.printf("%-24s %-12s %s%n", result.check(), result.outcome().words(), result.keeps());
        if (!result.says().isEmpty()) {
            screen.printf("%24s %s%n", "", result.says());
        }
        if (result.outcome() == Result.Outcome.BROKEN) {
            screen.printf("%24s %s%n", "", result.call());
        }
        screen.flush();
    }

    private void write(Suite.Report report) throws FaultyFileException {
        InputFiles.write(out, writer -> {
            CsvWriter csv = CsvWriter.builder().build(writer);
            csv.writeRecord("check", "outcome", "keeps", "says", "call");
            for (Result one : report.results()) {
                csv.writeRecord(one.check(), one.outcome().words(), one.keeps(), one.says(), one.call());
            }
            csv.flush();
        });
    }

    /** The same settings as the application's, so that no password stands in a command. */
    private Optional<String> authorization() {
        String token = environment.getOrDefault("LMS_TOKEN", "");
        String user = environment.getOrDefault("LMS_USER", "");
        if (!token.isEmpty()) {
            return Optional.of("Bearer " + token);
        }
        String both = user + ":" + environment.getOrDefault("LMS_PASSWORD", "");
        return user.isEmpty()
                ? Optional.empty()
                : Optional.of("Basic " + Base64.getEncoder().encodeToString(both.getBytes(StandardCharsets.UTF_8)));
    }
}
