package chalkline.server.exports;

import chalkline.core.exports.ExportProfile;
import chalkline.core.exports.ExportRows;
import chalkline.core.exports.ExportStatus;
import chalkline.server.ChalkLineSettings;
import chalkline.server.build.BuiltShells;
import chalkline.server.frame.Time;
import chalkline.server.ledger.LedgerService;
import chalkline.server.lms.FileBooks;
import chalkline.server.lms.HeldService;
import chalkline.server.lms.Lms;
import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/**
 * Works in what an LMS gave back: what went through stands, what failed has its reason. Where the LMS only takes uploads,
 * what failed is taken not to stand from then on, so that the proof wants it built again.
 */
@Component
class ReadResults {
    static final TaskDescriptor<Work> TASK = TaskDescriptor.of("read-results", Work.class);

    /** Which sheet to work in. */
    record Work(long sheet) {}

    static void schedule(SchedulerClient scheduler, long sheet, Instant at) {
        scheduler.scheduleIfNotExists(
                TASK.instance(Long.toString(sheet)).data(new Work(sheet)).scheduledTo(at));
    }

    private final Exports exports;
    private final BroughtSheets sheets;
    private final ResultLines lines;
    private final FileBooks books;
    private final HeldService held;
    private final BuiltShells built;
    private final ChalkLineSettings settings;
    private final LedgerService ledger;
    private final TransactionTemplate transaction;
    private final Time time;
    private final JsonMapper json;

    ReadResults(
            Exports exports,
            BroughtSheets sheets,
            ResultLines lines,
            FileBooks books,
            HeldService held,
            BuiltShells built,
            ChalkLineSettings settings,
            LedgerService ledger,
            TransactionTemplate transaction,
            JsonMapper json,
            Time time) {
        this.time = time;
        this.exports = exports;
        this.sheets = sheets;
        this.lines = lines;
        this.books = books;
        this.held = held;
        this.built = built;
        this.settings = settings;
        this.ledger = ledger;
        this.transaction = transaction;
        this.json = json;
    }

    /** Sheets of one export are worked in as they were brought, so that the last word is the last one's. */
    void run(long id) {
        BroughtSheet last = sheets.findById(id).orElseThrow();
        sheets.findByExportIdAndStateAndIdLessThanEqualOrderById(last.exportId(), BroughtSheet.State.READING, id)
                .forEach(this::workIn);
    }

    /** Whatever of this was done before a process died is done once more; only its end is said once. */
    private void workIn(BroughtSheet sheet) {
        Export export = exports.findById(sheet.exportId()).orElseThrow();
        ResultLines.Came came = lines.came(export.id(), sheet.id());
        boolean isToldBack = settings.lms().kind() == ChalkLineSettings.LmsKind.FILES;
        int back = isToldBack ? takeBack(came.rows(), ProfileService.read(export.yaml())) : 0;
        transaction.executeWithoutResult(status -> {
            BroughtSheet now = sheets.lock(sheet.id()).orElseThrow();
            if (now.state() == BroughtSheet.State.READING) {
                now.cameTo(came, json.writeValueAsString(came.unknown()), back, time.now());
                lines.forget(now.id());
                ledger.write(
                        now.broughtBy(),
                        "export came back",
                        export.name(),
                        Map.of(
                                "export",
                                export.id(),
                                "file",
                                now.name(),
                                "passed",
                                came.passed(),
                                "failed",
                                came.failed()));
            }
        });
    }

    /** How many shells are from then on not what builds left of them. */
    private int takeBack(List<ResultLines.Failed> failed, ExportProfile profile) {
        if (failed.isEmpty()) {
            return 0;
        }
        int back = switch (profile.rows()) {
            case SHELLS -> shells(failed);
            case SECTIONS -> sections(failed);
            case ENROLLMENTS -> enrollments(failed);
        };
        held.refresh();
        return back;
    }

    private int shells(List<ResultLines.Failed> failed) {
        Function<ResultLines.Failed, Optional<Lms.StandingShell>> before = before(failed);
        Map<String, Optional<Lms.StandingShell>> back = new HashMap<>();
        failed.forEach(row -> back.put(row.shell(), before.apply(row)));
        // before what stands is looked at anew: it is nothing that somebody did by hand
        built.wereNotTaken(back);
        books.areAsBefore(back);
        return back.size();
    }

    /** Of each row its shell as it stood when the row went through the last time; empty where it never did. */
    private Function<ResultLines.Failed, Optional<Lms.StandingShell>> before(List<ResultLines.Failed> failed) {
        Map<Integer, Set<String>> seen = new HashMap<>();
        failed.forEach(row -> row.held()
                .ifPresent(version ->
                        seen.computeIfAbsent(version, one -> new HashSet<>()).add(row.shell())));
        Map<Integer, Map<String, Lms.StandingShell>> before = new HashMap<>();
        seen.forEach((version, keys) -> before.put(version, held.standing(version, keys)));
        return row -> row.held().isEmpty()
                ? Optional.empty()
                : Optional.ofNullable(before.get(row.held().getAsInt()).get(row.shell()));
    }

    private int sections(List<ResultLines.Failed> failed) {
        Function<ResultLines.Failed, Optional<Lms.StandingShell>> before = before(failed);
        Map<String, SectionsBack> back = new HashMap<>();
        failed.forEach(row ->
                back.computeIfAbsent(row.shell(), key -> new SectionsBack()).add(row, before.apply(row)));
        built.wereTakenWithout(back);
        books.areWithout(back);
        return back.size();
    }

    /** Who did not come in is not in; who did not go is in still. */
    private int enrollments(List<ResultLines.Failed> failed) {
        Set<String> shells = new HashSet<>();
        List<Lms.PeopleChange> changes = new ArrayList<>();
        for (ResultLines.Failed row : failed) {
            ExportRows.Enrolled who = ExportRows.Enrolled.of(row.key());
            List<Lms.Member> one = List.of(new Lms.Member(who.person(), who.role(), who.section()));
            boolean gone = row.status() == ExportStatus.GONE;
            if (gone || row.held().isEmpty()) {
                changes.add(new Lms.PeopleChange(row.shell(), gone ? List.of() : one, gone ? one : List.of()));
                shells.add(row.shell());
            }
        }
        built.peopleWereNotTaken(shells);
        books.areNot(changes);
        return shells.size();
    }

    /** Ends a sheet that could not be worked in for reasons of Chalk Line's own. */
    void giveUp(long id, String reason) {
        transaction.executeWithoutResult(status -> {
            BroughtSheet sheet = sheets.lock(id).orElseThrow();
            if (sheet.state() == BroughtSheet.State.READING) {
                sheet.giveUp("It was given up after three tries: " + reason, time.now());
                lines.forget(id);
            }
        });
    }
}
