package chalkline.cli;

import chalkline.core.proof.Action;
import chalkline.core.proof.Proof;
import chalkline.formats.FaultyFileException;
import chalkline.formats.sheets.Sheets;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

@Command(
        name = "proof",
        mixinStandardHelpOptions = true,
        description = "every shell that a term needs, against what the LMS holds, as CSV")
final class ProofCommand implements Callable<Integer> {
    @Mixin
    TermOptions of = new TermOptions();

    @Option(names = "--held", description = "what the LMS holds: one JSON object a line")
    Path held;

    @Option(names = "--out", required = true, description = "the file to write")
    Path out;

    @Option(names = "--strict", description = "exit 1 when there is a stop")
    boolean strict;

    @Option(names = "--labels", description = TermOptions.LABELS)
    boolean labels;

    @Override
    public Integer call() throws FaultyFileException {
        TermOptions.Input input = of.read(Optional.ofNullable(held));
        Proof proof = input.proof();
        InputFiles.writeBytes(out, to -> Sheets.proof(proof.rows(), input.labels(labels), to));
        boolean stopped = proof.rows().stream().anyMatch(row -> row.action() == Action.STOP);
        return strict && stopped ? 1 : 0;
    }
}
