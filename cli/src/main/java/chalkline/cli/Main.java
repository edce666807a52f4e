package chalkline.cli;

import chalkline.formats.Fault;
import chalkline.formats.FaultyFileException;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import picocli.CommandLine;
import picocli.CommandLine.Command;

/** The command line: the same computation as the application, on files, without server or database; and what looks at an LMS. */
@Command(name = "chalkline", mixinStandardHelpOptions = true)
public final class Main {
    static final int FAULTY = 2;

    private static final Map<String, Class<?>> COMMANDS = commands();

    private static Map<String, Class<?>> commands() {
        Map<String, Class<?>> commands = new LinkedHashMap<>();
        commands.put("proof", ProofCommand.class);
        commands.put("suggest", SuggestCommand.class);
        commands.put("carry", CarryCommand.class);
        commands.put("changes", ChangesCommand.class);
        commands.put("why", WhyCommand.class);
        commands.put("conventions", ConventionsCommand.class);
        commands.put("conform", ConformCommand.class);
        return commands;
    }

    private Main() {}

    public static void main(String[] arguments) {
        PrintWriter out = new PrintWriter(System.out, true, StandardCharsets.UTF_8);
        PrintWriter err = new PrintWriter(System.err, true, StandardCharsets.UTF_8);
        System.exit(run(out, err, arguments));
    }

    /** Runs one command; the exit code is 2 where a file or an argument is wrong. */
    static int run(PrintWriter out, PrintWriter err, String... arguments) {
        CommandLine line = new CommandLine(new Main());
        String named = arguments.length == 0 ? "" : arguments[0];
        // what the others take is looked up only where they may be asked for: that takes a tenth of a second
        COMMANDS.forEach((name, command) -> {
            if (name.equals(named) || !COMMANDS.containsKey(named)) {
                line.addSubcommand(name, command);
            }
        });
        return line.setOut(out)
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
