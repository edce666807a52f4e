package chalkline.server.exports;

import chalkline.core.exports.ExportProfile;
import chalkline.core.exports.ExportRows;
import chalkline.core.exports.ExportStatus;
import chalkline.core.exports.ResultSheet;
import chalkline.formats.FaultyFileException;
import chalkline.formats.sheets.SheetReader;
import chalkline.server.ChalkLineSettings;
import chalkline.server.build.BuiltShells;
import chalkline.server.frame.Refusal;
import chalkline.server.ledger.LedgerService;
import chalkline.server.lms.FileBooks;
import chalkline.server.lms.HeldService;
import chalkline.server.lms.Lms;
import chalkline.server.policy.May;
import chalkline.server.policy.Right;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Reads what an LMS gives back: what went through stands, what failed has its reason. Where the LMS only takes uploads, what
 * failed is taken not to stand from then on, so that the proof wants it built again.
 */
@Service
class ResultService {
    private static final int UNKNOWN_SHOWN = 20;

    private final ExportService exports;
    private final ExportLines rows;
    private final FileBooks books;
    private final HeldService held;
    private final BuiltShells built;
    private final ChalkLineSettings settings;
    private final LedgerService ledger;
    private final TransactionTemplate transaction;

    ResultService(
            ExportService exports,
            ExportLines rows,
            FileBooks books,
            HeldService held,
            BuiltShells built,
            ChalkLineSettings settings,
            LedgerService ledger,
            TransactionTemplate transaction) {
        this.exports = exports;
        this.rows = rows;
        this.books = books;
        this.held = held;
        this.built = built;
        this.settings = settings;
        this.ledger = ledger;
        this.transaction = transaction;
    }

    /** Reads a sheet that came back for an export. */
    @May(Right.EXPORT)
    public ExportViews.Came read(long id, String name, byte[] content) {
        Export export = written(id);
        ExportProfile profile = ProfileService.read(export.yaml());
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
        ExportLines.Came came = rows.came(id, read.results());
        int back = settings.lms().kind() == ChalkLineSettings.LmsKind.FILES && came.failed() > 0
                ? takeBack(came.rows(), profile)
                : 0;
        note(export, Map.of("file", name, "passed", came.passed(), "failed", came.failed()));
        Set<Integer> lines = new HashSet<>(
                came.unknown().subList(0, Math.min(UNKNOWN_SHOWN, came.unknown().size())));
        List<ExportViews.UnknownLine> unknown = read.results().stream()
                .filter(result -> lines.contains(result.line()))
                .map(result -> new ExportViews.UnknownLine(result.line(), result.words()))
                .toList();
        return new ExportViews.Came(
                came.passed(), came.failed(), unknown, came.unknown().size(), back);
    }

    /** Somebody saw that everything that waits went through, as an LMS that gives no sheet back says it. */
    @May(Right.EXPORT)
    public ExportViews.One allPassed(long id) {
        Export export = written(id);
        int passed = export.form() == Export.Form.PROFILE ? rows.allPassed(id) : exports.passed(id);
        note(export, Map.of("passed", passed));
        return exports.one(id);
    }

    private Export written(long id) {
        Export export = exports.find(id);
        if (export.state() != Export.State.WRITTEN) {
            throw new Refusal("This export is not written yet, or is done with.");
        }
        return export;
    }

    private void note(Export export, Map<String, Object> what) {
        Map<String, Object> detail = new HashMap<>(what);
        detail.put("export", export.id());
        transaction.executeWithoutResult(status -> ledger.write("export came back", export.name(), detail));
    }

    /** How many shells are from then on not what builds left of them. */
    private int takeBack(List<ExportLines.Failed> failed, ExportProfile profile) {
        int back = switch (profile.rows()) {
            case SHELLS -> shells(failed);
            case SECTIONS -> 0;
            case ENROLLMENTS -> enrollments(failed);
        };
        held.refresh();
        return back;
    }

    private int shells(List<ExportLines.Failed> failed) {
        Map<Integer, Set<String>> before = new HashMap<>();
        failed.forEach(row -> row.held()
                .ifPresent(version ->
                        before.computeIfAbsent(version, one -> new HashSet<>()).add(row.shell())));
        Map<String, Lms.StandingShell> standing = new HashMap<>();
        before.forEach((version, keys) -> standing.putAll(held.standing(version, keys)));
        Map<String, Optional<Lms.StandingShell>> back = new HashMap<>();
        failed.forEach(row -> back.put(row.shell(), Optional.ofNullable(standing.get(row.shell()))));
        // before what stands is looked at anew: it is nothing that somebody did by hand
        built.wereNotTaken(back);
        books.areAsBefore(back);
        return back.size();
    }

    /** Who did not come in is not in; who did not go is in still. */
    private int enrollments(List<ExportLines.Failed> failed) {
        Set<String> shells = new HashSet<>();
        List<Lms.PeopleChange> changes = new ArrayList<>();
        for (ExportLines.Failed row : failed) {
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
}
