package chalkline.cli;

import chalkline.core.conventions.Source;
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
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

@Command(name = "why", description = "every value of one shell, with the layer, override or fact that it came from")
final class WhyCommand implements Callable<Integer> {
    @Mixin
    TermOptions of = new TermOptions();

    @Option(names = "--held", description = "what the LMS holds: one JSON object a line")
    Path held;

    @Option(names = "--key", required = true, description = "the key of the shell, as in the proof")
    String key;

    @Spec
    CommandSpec spec;

    @Override
    public Integer call() throws FaultyFileException {
        TermOptions.Input input = of.read(Optional.ofNullable(held));
        ProofRow row = input.proof().rows().stream()
                .filter(candidate -> candidate.key().equals(key))
                .findFirst()
                .orElseThrow(() -> new FaultyFileException(
                        List.of(Fault.ofFile("proof", "the proof has no shell with the key \"" + key + "\""))));
        print(row, Why.of(row, input.conventions()), spec.commandLine().getOut());
        return 0;
    }

    private static void print(ProofRow row, List<Why> all, PrintWriter out) {
        out.println(row.key() + ": " + row.action().key());
        for (Snag snag : row.snags()) {
            out.println((snag.isStop() ? "stop " : "note ") + snag.key() + ": " + snag.says() + " " + snag.toDo());
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
