package chalkline.server.exports;

import chalkline.core.exports.ExportProfile;
import chalkline.core.exports.ResultSheet;
import chalkline.formats.FaultyFileException;
import chalkline.formats.sheets.SheetReader;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.SignedIn;
import chalkline.server.frame.Time;
import chalkline.server.ledger.LedgerService;
import chalkline.server.policy.May;
import chalkline.server.policy.Right;
import com.github.kagkarlsson.scheduler.SchedulerClient;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Takes what an LMS gives back for an export; it is worked in beside whoever brought it. */
@Service
class ResultService {
    private final ExportService exports;
    private final BroughtSheets sheets;
    private final ResultLines lines;
    private final LedgerService ledger;
    private final SchedulerClient scheduler;
    private final Time time;
    private final TransactionTemplate transaction;

    ResultService(
            ExportService exports,
            BroughtSheets sheets,
            ResultLines lines,
            LedgerService ledger,
            SchedulerClient scheduler,
            TransactionTemplate transaction,
            Time time) {
        this.time = time;
        this.exports = exports;
        this.sheets = sheets;
        this.lines = lines;
        this.ledger = ledger;
        this.scheduler = scheduler;
        this.transaction = transaction;
    }

    /** Takes a sheet that came back for an export; what cannot be read at all is refused at once. */
    @May(Right.EXPORT)
    public ExportViews.One take(long id, String name, byte[] content) {
        ExportProfile profile = ProfileService.read(written(id).yaml());
        ResultSheet.Read read;
        try {
            SheetReader.Sheet sheet =
                    SheetReader.read(name, content, SheetReader.Written.RECOGNIZED, SheetReader.Most.RESULTS);
            read = ResultSheet.read(profile, sheet.rows(), sheet.lines());
        } catch (FaultyFileException e) {
            throw new Refusal(String.valueOf(e.getMessage()));
        }
        read.wrong().ifPresent(wrong -> {
            throw new Refusal(wrong);
        });
        transaction.executeWithoutResult(status -> {
            long sheet = sheets.saveAndFlush(new BroughtSheet(id, name, SignedIn.login(), time.now()))
                    .id();
            lines.keep(sheet, withoutPeople(profile, read.results()));
            ReadResults.schedule(scheduler, sheet, time.now());
        });
        return exports.one(id);
    }

    /** Who is named in a line is nothing to keep beside the row that it means. */
    private static List<ResultSheet.Result> withoutPeople(ExportProfile profile, List<ResultSheet.Result> results) {
        return profile.rows() != ExportProfile.Rows.ENROLLMENTS
                ? results
                : results.stream()
                        .map(one -> new ResultSheet.Result(one.line(), one.match(), "", one.passed(), one.reason()))
                        .toList();
    }

    /** Somebody saw that everything that waits went through, as an LMS that gives no sheet back says it. */
    @May(Right.EXPORT)
    public ExportViews.One allPassed(long id) {
        Export export = written(id);
        int passed = export.form() == Export.Form.PROFILE ? lines.allPassed(id) : exports.passed(id);
        transaction.executeWithoutResult(status ->
                ledger.write("export came back", export.name(), Map.of("export", export.id(), "passed", passed)));
        return exports.one(id);
    }

    private Export written(long id) {
        Export export = exports.find(id);
        if (export.state() != Export.State.WRITTEN) {
            throw new Refusal("This export is not written yet, or is done with.");
        }
        return export;
    }
}
