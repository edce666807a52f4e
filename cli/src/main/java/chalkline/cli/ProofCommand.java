package chalkline.cli;

import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Session;
import chalkline.core.proof.Action;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.Proof;
import chalkline.formats.FaultyFileException;
import chalkline.formats.conventions.ConventionsFile;
import chalkline.formats.sheets.Sheets;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

@Command(name = "proof", description = "every shell that a term needs, against what the LMS holds, as CSV")
final class ProofCommand implements Callable<Integer> {
    @Mixin
    TermOptions of = new TermOptions();

    @Option(names = "--held", description = "what the LMS holds: one JSON object a line")
    Path held;

    @Option(names = "--out", required = true, description = "the file to write")
    Path out;

    @Option(names = "--strict", description = "exit 1 when there is a stop")
    boolean strict;

    @Override
    public Integer call() throws FaultyFileException {
        Files files = new Files();
        Optional<RegistrarList> list = files.list(of.list);
        Optional<ConventionsFile> conventions = files.conventions(of.conventions);
        List<HeldShell> shells = files.held(held);
        Optional<Session> term = files.term(list, of.term);
        files.check(conventions, list);
        files.done();
        Proof proof = Proof.of(list.orElseThrow(), term.orElseThrow(), Files.of(conventions), shells);
        Files.write(out, writer -> Sheets.proof(proof.rows(), writer));
        boolean stopped = proof.rows().stream().anyMatch(row -> row.action() == Action.STOP);
        return strict && stopped ? 1 : 0;
    }
}
