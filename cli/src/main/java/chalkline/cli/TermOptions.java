package chalkline.cli;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.conventions.Conventions;
import chalkline.core.crosslists.Suggestion;
import chalkline.core.crosslists.Suggestions;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.Proof;
import chalkline.formats.FaultyFileException;
import chalkline.formats.conventions.ConventionsFile;
import chalkline.formats.sheets.Labelled;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** What every command about one term is told, and the files read from it. */
final class TermOptions {
    static final String LABELS = "courses, names of instructors and departments beside the ids";

    @Option(names = "--list", required = true, description = "the registrar's list: a OneRoster 1.1 zip or folder")
    Path list;

    @Option(names = "--conventions", required = true, description = "the conventions, a YAML file")
    Path conventions;

    @Option(names = "--term", required = true, description = "the code of the term")
    String term;

    @Spec(Spec.Target.MIXEE)
    CommandSpec spec;

    /**
     * What the files hold.
     *
     * @param told that what has no effect was told on standard error
     */
    record Input(
            RegistrarList list,
            Conventions conventions,
            AcademicSession term,
            List<HeldShell> held,
            CompletableFuture<Void> told) {
        Proof proof() {
            Proof proof = Proof.of(list, term, conventions, held);
            told.join();
            return proof;
        }

        List<Suggestion> suggestions() {
            List<Suggestion> suggestions = Suggestions.of(list, term, conventions);
            told.join();
            return suggestions;
        }

        Optional<Labelled> labels(boolean wanted) {
            return wanted ? Optional.of(Labelled.of(List.of(list))) : Optional.empty();
        }
    }

    /**
     * Reads the files.
     *
     * @param held what the LMS holds; nothing, if empty
     * @throws FaultyFileException with every fault of all of them
     */
    Input read(Optional<Path> held) throws FaultyFileException {
        InputFiles files = new InputFiles();
        InputFiles others = new InputFiles();
        // the list takes longest by far, so that the others are read beside it
        CompletableFuture<Optional<RegistrarList>> reading = CompletableFuture.supplyAsync(() -> files.list(list));
        Optional<ConventionsFile> rules = others.conventions(conventions);
        List<HeldShell> shells = others.held(held);
        Optional<RegistrarList> registrar = reading.join();
        files.add(others);
        Optional<AcademicSession> session = files.term(registrar, term);
        files.check(rules, registrar);
        files.done();
        // looks at every section too, so it is looked for beside what the command is about
        CompletableFuture<Void> told = CompletableFuture.runAsync(() -> InputFiles.tell(
                rules.orElseThrow().unmatched(registrar.orElseThrow()),
                spec.commandLine().getErr()));
        return new Input(registrar.orElseThrow(), InputFiles.of(rules), session.orElseThrow(), shells, told);
    }
}
