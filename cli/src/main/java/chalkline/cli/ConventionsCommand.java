package chalkline.cli;

import chalkline.formats.FaultyFileException;
import java.io.IOException;
import java.io.PrintWriter;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

@Command(
        name = "conventions",
        mixinStandardHelpOptions = true,
        description = "the conventions of the running application, out to a file or in from one")
final class ConventionsCommand implements Callable<Integer> {
    private static final String PASSWORD = "CHALKLINE_PASSWORD";

    @Spec
    CommandSpec spec;

    @Option(names = "--server", description = "the address of the application")
    URI server = URI.create("http://127.0.0.1:" + System.getenv().getOrDefault("CHALKLINE_PORT", "8180"));

    @Option(names = "--user", required = true, description = "who signs in; the password is read from " + PASSWORD)
    String user;

    @ArgGroup(multiplicity = "1")
    Way way;

    @Option(names = "--note", description = "why, kept with the version")
    String note = "";

    static final class Way {
        @Option(names = "--out", description = "the file to write")
        Optional<Path> out = Optional.empty();

        @Option(names = "--in", description = "the file to keep as a new version")
        Optional<Path> in = Optional.empty();
    }

    @Override
    public Integer call() throws FaultyFileException {
        String password = System.getProperty(PASSWORD, System.getenv().getOrDefault(PASSWORD, ""));
        PrintWriter message = spec.commandLine().getOut();
        try {
            RunningApplication application = RunningApplication.signedIn(server, user, password);
            if (way.out.isPresent()) {
                String yaml = application.conventions();
                InputFiles.write(way.out.get(), writer -> writer.write(yaml));
                return 0;
            }
            Path in = way.in.orElseThrow();
            InputFiles files = new InputFiles();
            files.conventions(in);
            files.done();
            message.println(application.keep(java.nio.file.Files.readString(in, StandardCharsets.UTF_8), note));
            return 0;
        } catch (RunningApplication.Refused | IOException e) {
            spec.commandLine().getErr().println(e.getMessage());
            return Main.FAULTY;
        }
    }
}
