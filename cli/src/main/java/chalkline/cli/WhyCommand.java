package chalkline.cli;

import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Source;
import chalkline.core.naming.Labels;
import chalkline.core.naming.Text;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.Snag;
import chalkline.core.proof.Why;
import chalkline.formats.Fault;
import chalkline.formats.FaultyFileException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.function.Predicate;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

@Command(
        name = "why",
        mixinStandardHelpOptions = true,
        description = "every value of one shell, with the layer, override or fact that it came from")
final class WhyCommand implements Callable<Integer> {
    @Mixin
    TermOptions of = new TermOptions();

    @Option(names = "--held", description = "what the LMS holds: one JSON object a line")
    Path held;

    @Option(
            names = "--key",
            required = true,
            description = "the shell: its key or code, or one of its sections as \"OCEA 210-001\" or #reference")
    String key;

    @Spec
    CommandSpec spec;

    @Override
    public Integer call() throws FaultyFileException {
        TermOptions.Input input = of.read(Optional.ofNullable(held));
        List<ProofRow> rows = input.proof().rows();
        ProofRow row = find(rows, candidate -> candidate.key().equals(key))
                .or(() -> find(rows, candidate -> candidate.code().equalsIgnoreCase(key)))
                .or(() -> find(
                        rows,
                        candidate -> candidate.shell().stream()
                                .flatMap(shell -> shell.sections().stream())
                                .anyMatch(section -> names(section).contains(Text.caseless(Text.collapse(key))))))
                .orElseThrow(() -> new FaultyFileException(List.of(Fault.ofFile(
                        "proof",
                        "no shell of the proof has the key, the code or a section \"" + key
                                + "\"; write for example s:cl-1042, 27SP-ocea-210-001 or \"OCEA 210-001\""))));
        print(row, Why.of(row, input.conventions()), spec.commandLine().getOut());
        return 0;
    }

    private static Optional<ProofRow> find(List<ProofRow> rows, Predicate<ProofRow> wanted) {
        return rows.stream().filter(wanted).findFirst();
    }

    /** How a person may call a section: by its id, its course and number, or the registrar's own number. */
    private static List<String> names(Section section) {
        return List.of(
                Text.caseless(section.id()),
                Text.caseless(Labels.of(section).label()),
                "#" + Text.caseless(section.reference()));
    }

    private static void print(ProofRow row, List<Why> all, PrintWriter out) {
        out.println(row.key() + ": " + row.action().key());
        for (Snag snag : row.snags()) {
            out.println((snag.isStop() ? "stop " : "note ") + snag.key() + ": " + snag.message() + " " + snag.toDo());
        }
        for (Why why : all) {
            out.println();
            out.println(why.setting().key() + " = " + why.text());
            for (Why.Step step : why.steps()) {
                String would = step.gives().equals(step.text()) ? "" : " gives " + step.gives();
                String ignored = step.taken() ? "" : ", ignored: fixed above";
                out.println("  " + source(step.source()) + ": " + step.text() + would
                        + (step.fixes() ? ", fixed here" : "") + ignored);
            }
            for (Why.Fact fact : why.facts()) {
                out.println("  {" + fact.token().text() + "} = " + fact.value());
            }
            why.held()
                    .filter(text -> !text.equals(why.text()))
                    .ifPresent(text -> out.println("  the LMS holds " + text));
        }
        out.flush();
    }

    private static String source(Source source) {
        return switch (source.origin()) {
            case DEFAULT -> "unless set";
            case LAYER -> "layer " + (source.index() + 1) + ", " + source.name();
            case OVERRIDE -> "override " + (source.index() + 1);
        };
    }
}
