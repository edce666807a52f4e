package chalkline.server.exports;

import chalkline.core.arrivals.RegistrarList;
import chalkline.core.exports.ExportProfile;
import chalkline.core.exports.ExportRows;
import chalkline.core.exports.StandingList;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.frame.NotFound;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.SignedIn;
import chalkline.server.frame.Time;
import chalkline.server.ledger.LedgerService;
import chalkline.server.people.PeopleService;
import chalkline.server.policy.May;
import chalkline.server.policy.Right;
import chalkline.server.proof.ProofKey;
import chalkline.server.proof.ProofService;
import com.github.kagkarlsson.scheduler.SchedulerClient;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Has what stands written as files, and says what came of it. */
@Service
class ExportService {
    static final TypeReference<List<String>> CELLS = new TypeReference<>() {};
    private static final TypeReference<List<ExportViews.UnknownLine>> UNKNOWN = new TypeReference<>() {};
    private static final Limit SHOWN = Limit.of(50);
    private static final Limit SHEETS_READ = Limit.of(500);
    private static final int SHEETS_SHOWN = 5;

    private final Exports exports;
    private final ExportLines lines;
    private final BroughtSheets sheets;
    private final ProfileService profiles;
    private final ProofService proofs;
    private final ArrivalService arrivals;
    private final PeopleService people;
    private final LedgerService ledger;
    private final SchedulerClient scheduler;
    private final Time time;
    private final JsonMapper json;

    ExportService(
            Exports exports,
            ExportLines lines,
            BroughtSheets sheets,
            ProfileService profiles,
            ProofService proofs,
            ArrivalService arrivals,
            PeopleService people,
            LedgerService ledger,
            SchedulerClient scheduler,
            JsonMapper json,
            Time time) {
        this.time = time;
        this.exports = exports;
        this.lines = lines;
        this.sheets = sheets;
        this.profiles = profiles;
        this.proofs = proofs;
        this.arrivals = arrivals;
        this.people = people;
        this.ledger = ledger;
        this.scheduler = scheduler;
        this.json = json;
    }

    /**
     * Has sheets written in the background.
     *
     * @param differences whether only what is otherwise than what went through the last time
     */
    @May(Right.EXPORT)
    @Transactional
    public ExportViews.One write(String term, long profile, boolean differences) {
        ProofKey now = standing(term);
        Export export =
                exports.saveAndFlush(Export.of(profiles.find(profile), now, differences, SignedIn.login(), time.now()));
        ledger.write(
                "export written",
                export.name(),
                Map.of("export", export.id(), "term", term, "differences", differences));
        WriteExport.schedule(scheduler, export.id(), time.now());
        return view(export);
    }

    /** A OneRoster bundle of what stands now; of differences, against the last one that went through. */
    @May(Right.EXPORT)
    @Transactional
    public ExportViews.One bundle(String term, Export.Form form, boolean differences) {
        if (form == Export.Form.PROFILE) {
            throw new Refusal("form", 0, "Sheets are written by a profile.");
        }
        ProofKey now = standing(term);
        Optional<Export> last = differences
                ? exports.findFirstByTermAndFormAndStateOrderByIdDesc(term, form, Export.State.PASSED)
                : Optional.empty();
        if (differences && last.isEmpty()) {
            throw new Refusal("No bundle of this form went through yet, so there is nothing to hold it against."
                    + " Write all of it first.");
        }
        Export export = exports.saveAndFlush(Export.bundle(form, now, last, SignedIn.login(), time.now()));
        ledger.write(
                "export written",
                export.name(),
                Map.of("export", export.id(), "term", term, "differences", differences));
        return view(export);
    }

    private ProofKey standing(String term) {
        ProofKey now = proofs.now(term);
        if (proofs.proof(now).proof().rows().stream().noneMatch(row -> ExportRows.isWritten(row, true))) {
            throw new Refusal("Nothing of this term stands yet, so there is nothing to write. Build it first.");
        }
        return now;
    }

    /** The last of a term, the latest first. */
    @May(Right.READ_EXPORTS)
    @Transactional(readOnly = true)
    public List<ExportViews.One> list(String term) {
        List<Export> shown = exports.findByTermOrderByIdDesc(term, SHOWN);
        Map<Long, List<ExportViews.Came>> came = came(shown);
        return shown.stream()
                .map(export -> view(export, came.getOrDefault(export.id(), List.of())))
                .toList();
    }

    @May(Right.READ_EXPORTS)
    @Transactional(readOnly = true)
    public ExportViews.One one(long id) {
        return view(find(id));
    }

    private Map<Long, List<ExportViews.Came>> came(List<Export> of) {
        Map<Long, List<ExportViews.Came>> came = new HashMap<>();
        for (BroughtSheet sheet :
                sheets.findByExportIdInOrderByIdDesc(of.stream().map(Export::id).toList(), SHEETS_READ)) {
            List<ExportViews.Came> last = came.computeIfAbsent(sheet.exportId(), one -> new ArrayList<>());
            if (last.size() < SHEETS_SHOWN) {
                last.add(view(sheet));
            }
        }
        return came;
    }

    private ExportViews.Came view(BroughtSheet sheet) {
        return new ExportViews.Came(
                sheet.id(),
                sheet.name(),
                sheet.state(),
                people.nameOf(sheet.broughtBy()),
                sheet.broughtAt(),
                sheet.passed(),
                sheet.failed(),
                json.readValue(sheet.unknown(), UNKNOWN),
                sheet.unknownCount(),
                sheet.back(),
                sheet.reason());
    }

    Export find(long id) {
        return exports.findById(id).orElseThrow(() -> new NotFound("There is no export " + id + "."));
    }

    /** The rows of one outcome, page by page. */
    @May(Right.READ_EXPORTS)
    @Transactional(readOnly = true)
    public ExportViews.Rows rows(long id, ExportLine.Outcome outcome, int after, int limit) {
        Export export = find(id);
        if (export.form() != Export.Form.PROFILE) {
            throw new NotFound("A bundle has no rows of a sheet.");
        }
        ExportProfile profile = ProfileService.read(export.yaml());
        List<ExportLine> page = lines.of(id, outcome, after, limit);
        List<ExportViews.Row> rows = page.stream()
                .map(line -> new ExportViews.Row(
                        line.n(),
                        line.shellKey(),
                        profile.cells(json.readValue(line.cells(), CELLS), line.status()),
                        line.status().key(),
                        line.outcome().name(),
                        line.reason()))
                .toList();
        Integer next = page.size() == limit ? page.get(page.size() - 1).n() : null;
        return new ExportViews.Rows(profile.headings(), rows, next);
    }

    /** A bundle went through; how many that is. */
    @Transactional
    int passed(long id) {
        Export export = find(id);
        export.end(Export.State.PASSED, "", time.now());
        exports.save(export);
        return 1;
    }

    /** What stood then, in the form of a list. */
    RegistrarList standingList(Export export) {
        ProofKey key = export.proof();
        return StandingList.of(
                arrivals.list(key.arrival()), proofs.proof(key).proof().rows());
    }

    private ExportViews.One view(Export export) {
        return view(export, came(List.of(export)).getOrDefault(export.id(), List.of()));
    }

    private ExportViews.One view(Export export, List<ExportViews.Came> came) {
        boolean ofProfile = export.form() == Export.Form.PROFILE;
        return new ExportViews.One(
                export.id(),
                export.profileId().orElse(null),
                export.name(),
                export.form(),
                export.differences(),
                export.state(),
                export.reason(),
                people.nameOf(export.askedBy()),
                export.askedAt(),
                export.endedAt(),
                ofProfile ? export.outcomes() : Map.of(),
                ofProfile ? export.statuses() : Map.of(),
                ofProfile && ProfileService.read(export.yaml()).results().isPresent(),
                came);
    }
}
