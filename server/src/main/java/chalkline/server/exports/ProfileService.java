package chalkline.server.exports;

import chalkline.core.conventions.Conventions;
import chalkline.core.exports.ExportDraft;
import chalkline.core.exports.ExportProfile;
import chalkline.core.exports.ExportReading;
import chalkline.core.exports.ExportRows;
import chalkline.core.exports.ExportStatus;
import chalkline.core.exports.ExportToken;
import chalkline.core.naming.Text;
import chalkline.core.proof.ProofRow;
import chalkline.formats.FaultyFileException;
import chalkline.formats.exports.ProfileFile;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.frame.Conflict;
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
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Export profiles: kept, written as files, and looked at on real rows. */
@Service
class ProfileService {
    private static final int SHOWN = 60;
    private static final int LOOKED_AT = 20_000;

    private final KeptProfiles profiles;
    private final ProofService proofs;
    private final ConventionsService conventions;
    private final PeopleService people;
    private final LedgerService ledger;
    private final Time time;

    ProfileService(
            KeptProfiles profiles,
            ProofService proofs,
            ConventionsService conventions,
            PeopleService people,
            LedgerService ledger,
            Time time) {
        this.time = time;
        this.profiles = profiles;
        this.proofs = proofs;
        this.conventions = conventions;
        this.people = people;
        this.ledger = ledger;
    }

    /** All profiles, by name. */
    @May(Right.READ_EXPORTS)
    @Transactional(readOnly = true)
    public List<ExportViews.Profile> list() {
        return profiles.findByOrderByNameAscIdAsc().stream().map(this::view).toList();
    }

    @May(Right.READ_EXPORTS)
    @Transactional(readOnly = true)
    public String yaml(long id) {
        return find(id).yaml();
    }

    /** What may stand in the columns of a kind of rows. */
    @May(Right.READ_EXPORTS)
    public List<ExportViews.TokenHelp> tokens(String rows) {
        ExportProfile.Rows kind = Arrays.stream(ExportProfile.Rows.values())
                .filter(one -> one.key().equals(rows))
                .findFirst()
                .orElseThrow(() -> new NotFound("Rows are shells, sections or enrollments, not " + rows + "."));
        return ExportToken.all(kind).stream()
                .map(token -> new ExportViews.TokenHelp(token.text(), token.help()))
                .toList();
    }

    /** What a file says, to be looked at before it is kept. */
    @May(Right.EXPORT)
    public ExportViews.Draft read(String name, String yaml) {
        try {
            return ExportViews.Draft.of(ProfileFile.read(name, yaml));
        } catch (FaultyFileException e) {
            throw new Refusal(String.valueOf(e.getMessage()));
        }
    }

    /**
     * Keeps a profile.
     *
     * @param id of the profile that is changed; 0 for a new one
     * @param basedOn the version that was edited
     */
    @May(Right.EXPORT)
    @Transactional
    public ExportViews.Profile keep(long id, int basedOn, ExportViews.Draft draft) {
        ExportDraft wanted = draft.toCore();
        ExportReading.of(wanted).wrong().stream().findFirst().ifPresent(wrong -> {
            throw new Refusal(wrong.path(), 0, wrong.path() + ": " + wrong.reason() + ".");
        });
        KeptProfile profile = id == 0 ? KeptProfile.fresh() : find(id);
        if (id != 0 && profile.version() != basedOn) {
            throw new Conflict("This profile was changed meanwhile by " + people.nameOf(profile.keptBy())
                    + ". Load it again; your own columns can be saved as a file before.");
        }
        String name = Text.trim(draft.name());
        profiles.findFirstByName(name)
                .filter(other -> other.id() != profile.id())
                .ifPresent(other -> {
                    throw new Conflict("There is a profile " + name + " already; give this one another name.");
                });
        profile.keep(name, ProfileFile.write(wanted), SignedIn.login(), time.now());
        KeptProfile kept = profiles.saveAndFlush(profile);
        ledger.write("export profile kept", name, Map.of("profile", kept.id(), "file", kept.yaml()));
        return view(kept);
    }

    /** Takes a profile out; what was written by it stays. */
    @May(Right.EXPORT)
    @Transactional
    public void takeOut(long id) {
        KeptProfile profile = find(id);
        profiles.delete(profile);
        ledger.write("export profile taken out", profile.name(), Map.of("profile", id, "file", profile.yaml()));
    }

    KeptProfile find(long id) {
        return profiles.findById(id).orElseThrow(() -> new NotFound("There is no export profile " + id + " any more."));
    }

    private ExportViews.Profile view(KeptProfile profile) {
        return new ExportViews.Profile(
                profile.id(),
                profile.version(),
                profile.name(),
                people.nameOf(profile.keptBy()),
                profile.keptAt(),
                ExportViews.Draft.of(draft(profile.yaml())));
    }

    private static ExportDraft draft(String yaml) {
        try {
            return ProfileFile.read("profile", yaml);
        } catch (FaultyFileException e) {
            throw new IllegalStateException("A profile was kept that cannot be read.", e);
        }
    }

    /** A profile that was kept as a file. */
    static ExportProfile read(String yaml) {
        return ExportReading.of(draft(yaml)).profile().orElseThrow();
    }

    /** @param find what the code or the title of the shells has in it, in any case; all, if empty */
    @May(Right.READ_EXPORTS)
    public ExportViews.Preview preview(String term, ExportViews.Draft draft, String find) {
        ProofKey key = proofs.now(term);
        List<ProofRow> all = proofs.proof(key).proof().rows();
        boolean standing = all.stream().anyMatch(row -> ExportRows.isWritten(row, true));
        String wanted = Text.caseless(find);
        List<ProofRow> rows = ExportRows.written(all, standing).stream()
                .filter(row -> wanted.isEmpty()
                        || Text.caseless(row.code()).contains(wanted)
                        || Text.caseless(row.title()).contains(wanted))
                .toList();
        ExportReading.Read read = ExportReading.of(draft.toCore());
        List<ExportViews.Wrong> wrong = read.wrong().stream()
                .map(one -> new ExportViews.Wrong(one.path(), one.reason()))
                .toList();
        if (read.profile().isEmpty()) {
            return new ExportViews.Preview(wrong, standing, rows.size(), List.of(), 0, false, 0);
        }
        Conventions rules = conventions.version(key.conventions());
        return look(read.profile().get(), new ExportRows(read.profile().get(), rules.zone(), standing), rows, standing);
    }

    private static ExportViews.Preview look(
            ExportProfile profile, ExportRows maker, List<ProofRow> rows, boolean standing) {
        List<ExportViews.PreviewRow> shown = new ArrayList<>();
        int[] counts = new int[2];
        int shells = 0;
        while (shells < rows.size() && counts[0] < LOOKED_AT) {
            maker.of(rows.get(shells++), row -> {
                counts[0]++;
                counts[1] += row.leftOut().isPresent() ? 1 : 0;
                if (shown.size() < SHOWN) {
                    shown.add(new ExportViews.PreviewRow(
                            profile.cells(row.cells(), ExportStatus.NEW),
                            row.leftOut().orElse(null)));
                }
            });
        }
        return new ExportViews.Preview(
                List.of(), standing, rows.size(), shown, counts[0], shells == rows.size(), counts[1]);
    }
}
