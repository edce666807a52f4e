package chalkline.cli;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section.Days;
import chalkline.core.calendar.CarryForward;
import chalkline.core.conventions.Conventions;
import chalkline.formats.FaultyFileException;
import chalkline.formats.conventions.ConventionsFile;
import chalkline.formats.sheets.Dates;
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
        name = "carry",
        mixinStandardHelpOptions = true,
        description = "dates of an earlier term, moved to the matching days of a new one, as CSV")
final class CarryCommand implements Callable<Integer> {
    @Option(names = "--list", required = true, description = "the registrar's list: a OneRoster 1.1 zip or folder")
    Path list;

    @Option(names = "--conventions", required = true, description = "the conventions, a YAML file")
    Path conventions;

    @Option(names = "--from", required = true, description = "the code of the earlier term")
    String from;

    @Option(names = "--to", required = true, description = "the code of the new term")
    String to;

    @Option(names = "--dates", required = true, description = "the dates: CSV with columns id and at")
    Path dates;

    @Option(names = "--out", required = true, description = "the file to write")
    Path out;

    @Spec
    CommandSpec spec;

    @Override
    public Integer call() throws FaultyFileException {
        InputFiles files = new InputFiles();
        Optional<RegistrarList> read = files.list(list);
        Optional<ConventionsFile> rules = files.conventions(conventions);
        List<Dates.Item> items = files.dates(dates);
        Optional<AcademicSession> earlier = files.term(read, from);
        Optional<AcademicSession> later = files.term(read, to);
        files.check(rules, read);
        files.done();
        InputFiles.tell(
                rules.orElseThrow().unmatched(read.orElseThrow()),
                spec.commandLine().getErr());
        Conventions kept = InputFiles.of(rules);
        CarryForward forward = new CarryForward(term(earlier.orElseThrow(), kept), term(later.orElseThrow(), kept));
        List<Dates.CarriedItem> carried =
                items.stream().map(item -> item.carry(forward)).toList();
        InputFiles.write(out, writer -> Sheets.carried(carried, writer));
        return 0;
    }

    private static CarryForward.Term term(AcademicSession session, Conventions conventions) {
        return CarryForward.Term.of(
                new Days(session.start(), session.end()),
                conventions.breaksOf(List.of(session.code())),
                conventions.weekStart());
    }
}
