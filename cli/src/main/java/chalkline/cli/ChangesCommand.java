package chalkline.cli;

import chalkline.core.arrivals.Guards;
import chalkline.core.arrivals.ListChanges;
import chalkline.core.arrivals.RegistrarList;
import chalkline.formats.FaultyFileException;
import chalkline.formats.conventions.ConventionsFile;
import chalkline.formats.sheets.Labelled;
import chalkline.formats.sheets.Sheets;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

@Command(
        name = "changes",
        mixinStandardHelpOptions = true,
        description =
                "what changed in a term between two lists, as CSV; with conventions, whether their guards hold it")
final class ChangesCommand implements Callable<Integer> {
    private static final int HELD = 3;

    @Option(names = "--before", required = true, description = "the earlier list: a OneRoster 1.1 zip or folder")
    String before;

    @Option(names = "--after", required = true, description = "the later list: a OneRoster 1.1 zip or folder")
    String after;

    @Option(names = "--term", required = true, description = "the code of the term")
    String term;

    @Option(names = "--conventions", description = "the conventions whose guards are looked at, a YAML file")
    Path conventions;

    @Option(names = "--out", required = true, description = "the file to write")
    Path out;

    @Option(names = "--labels", description = TermOptions.LABELS)
    boolean labels;

    @Spec
    CommandSpec spec;

    @Override
    public Integer call() throws FaultyFileException {
        InputFiles files = new InputFiles();
        Optional<RegistrarList> then = files.listAmongOthers(Path.of(before), before);
        Optional<RegistrarList> now = files.listAmongOthers(Path.of(after), after);
        Optional<Guards> guards = Optional.ofNullable(conventions)
                .flatMap(files::conventions)
                .map(ConventionsFile::conventions)
                .map(rules -> rules.guards());
        files.termInEither(then, now, term, after);
        files.done();
        ListChanges changes = ListChanges.between(then.orElseThrow(), now.orElseThrow(), term);
        Optional<Labelled> named =
                labels ? Optional.of(Labelled.of(List.of(then.orElseThrow(), now.orElseThrow()))) : Optional.empty();
        InputFiles.write(out, writer -> Sheets.changes(changes.all(), named, writer));
        List<Guards.Trip> tripped = guards.map(changes::tripped).orElse(List.of());
        tripped.forEach(trip -> spec.commandLine().getOut().println("held: " + trip));
        return tripped.isEmpty() ? 0 : HELD;
    }
}
