package chalkline.cli;

import chalkline.formats.Fault;
import chalkline.formats.FaultyFileException;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import picocli.CommandLine;
import picocli.CommandLine.Command;

/** The command line: the same computation as the application, on files, without server or database; and what looks at an LMS. */
@Command(
        name = "chalkline",
        mixinStandardHelpOptions = true,
        subcommands = {
            ProofCommand.class,
            SuggestCommand.class,
            CarryCommand.class,
            ChangesCommand.class,
            WhyCommand.class,
            ConventionsCommand.class,
            ConformCommand.class
        })
public final class Main {
    static final int FAULTY = 2;

    private Main() {}

    public static void main(String[] arguments) {
        PrintWriter out = new PrintWriter(System.out, true, StandardCharsets.UTF_8);
        PrintWriter err = new PrintWriter(System.err, true, StandardCharsets.UTF_8);
        System.exit(run(out, err, arguments));
    }

    /** Runs one command; the exit code is 2 where a file or an argument is wrong. */
    static int run(PrintWriter out, PrintWriter err, String... arguments) {
        return new CommandLine(new Main())
                .setOut(out)
                .setErr(err)
                .setExecutionExceptionHandler((e, command, result) -> {
                    if (e instanceof FaultyFileException faulty) {
                        faulty.faults().stream().map(Fault::toString).forEach(err::println);
                        long untold = faulty.count() - faulty.faults().size();
                        if (untold > 0) {
                            err.println("and " + untold + " more");
                        }
                        return FAULTY;
                    }
                    throw e;
                })
                .execute(arguments);
    }
}
