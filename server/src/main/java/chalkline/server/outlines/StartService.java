package chalkline.server.outlines;

import chalkline.core.calendar.IsoMoment;
import chalkline.core.conventions.Conventions;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.ProofRow;
import chalkline.core.templates.EarlierShells;
import chalkline.core.templates.Outlines;
import chalkline.core.templates.Template;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.frame.Conflict;
import chalkline.server.frame.NotFound;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.SignedIn;
import chalkline.server.frame.Time;
import chalkline.server.ledger.Changed;
import chalkline.server.ledger.LedgerService;
import chalkline.server.lms.AtOnce;
import chalkline.server.lms.HeldService;
import chalkline.server.lms.Lms;
import chalkline.server.lms.LmsReading;
import chalkline.server.lms.LmsWriting;
import chalkline.server.masters.Master;
import chalkline.server.masters.MasterVersions;
import chalkline.server.masters.Masters;
import chalkline.server.policy.MayPartly;
import chalkline.server.policy.Right;
import chalkline.server.proof.ProofKey;
import chalkline.server.proof.ProofService;
import chalkline.server.proof.Reached;
import chalkline.server.templates.TemplateService;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.dao.OptimisticLockingFailureException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Works out what new shells start from, and keeps dates that a person adjusted. */
@Service
public class StartService {
    private static final TypeReference<List<Lms.OutlineUnit>> UNITS = new TypeReference<>() {};

    private final ProofService proofs;
    private final ConventionsService conventions;
    private final HeldService held;
    private final TemplateService templates;
    private final ShellStarts kept;
    private final Calendars calendars;
    private final Masters masters;
    private final MasterVersions masterVersions;
    private final LmsReading lms;
    private final LmsReading lmsAtOnce;
    private final LmsWriting lmsWriting;
    private final TransactionTemplate transaction;
    private final LedgerService ledger;
    private final JsonMapper json;
    private final LoadingCache<Integer, EarlierShells> earlier =
            Caffeine.newBuilder().maximumSize(2).build(this::earlierShells);
    private final Reached reached;
    private final Time time;

    StartService(
            ProofService proofs,
            ConventionsService conventions,
            HeldService held,
            TemplateService templates,
            ShellStarts kept,
            Calendars calendars,
            Masters masters,
            MasterVersions masterVersions,
            LmsReading lms,
            @AtOnce LmsReading lmsAtOnce,
            LmsWriting lmsWriting,
            TransactionTemplate transaction,
            LedgerService ledger,
            JsonMapper json,
            Reached reached,
            Time time) {
        this.time = time;
        this.reached = reached;
        this.proofs = proofs;
        this.conventions = conventions;
        this.held = held;
        this.templates = templates;
        this.kept = kept;
        this.calendars = calendars;
        this.masters = masters;
        this.masterVersions = masterVersions;
        this.lms = lms;
        this.lmsAtOnce = lmsAtOnce;
        this.lmsWriting = lmsWriting;
        this.transaction = transaction;
        this.ledger = ledger;
        this.json = json;
    }

    /**
     * Dates of a shell's items as a person adjusted them.
     *
     * @param from the earlier shell that they come from
     * @param basedOn the revision that they were made to ({@link StartViews.Start#revision})
     * @param due by what an item is known by ({@link StartViews.Item#id}); empty text takes a date out
     */
    public record Adjusted(
            @NotBlank String versions,
            @NotBlank String key,
            @NotBlank String from,
            @Min(0) int basedOn,
            @NotNull @Size(max = 10_000) Map<String, String> due) {}

    private EarlierShells earlierShells(int version) {
        return new EarlierShells(held.shells(version), held.instructors(version));
    }

    /** What the new shells of a proof start from. */
    public Starts of(ProofKey key) {
        return of(key, templates.current());
    }

    /** What they start from, given some versions of templates. */
    public Starts of(ProofKey key, Map<String, Template> from) {
        return of(key, conventions.version(key.conventions()), from);
    }

    /** What a build that began now would give them. */
    public Starts built(ProofKey key) {
        return built(key, templates.current());
    }

    /** What a build gives them, which is nothing where the LMS cannot be told what shells contain. */
    public Starts built(ProofKey key, Map<String, Template> from) {
        return lmsWriting.takesContent() ? of(key, from) : of(key, from).empty();
    }

    /** What they would start from under other conventions. */
    Starts of(ProofKey key, Conventions rules) {
        return of(key, rules, templates.current());
    }

    private Starts of(ProofKey key, Conventions rules, Map<String, Template> from) {
        Map<String, Starts.Kept> own = new HashMap<>();
        kept.findByKeyTerm(key.term())
                .forEach(start -> own.put(
                        start.key().shellKey(),
                        new Starts.Kept(start.fromKey(), json.readValue(start.content(), UNITS))));
        return new Starts(from, earlier.get(key.held()), new Outlines(rules), own, standing(key.held()));
    }

    /** All that a layer can name as what shells start from: templates, and masters that stand. */
    public Set<String> names(ProofKey key) {
        Set<String> names = new HashSet<>(templates.numbers().keySet());
        standing(key.held())
                .forEach(one -> names.add(Starts.ofMaster(one.master().id())));
        return names;
    }

    private List<Starts.StandingMaster> standing(int version) {
        Map<String, HeldShell> there = new HashMap<>();
        held.shells(version).stream().filter(HeldShell::isMaster).forEach(shell -> there.put(shell.key(), shell));
        return masters.standing().stream()
                .filter(master -> there.containsKey(master.key()))
                .map(master -> new Starts.StandingMaster(master, there.get(master.key())))
                .toList();
    }

    /**
     * The content of an earlier shell or a master, read from the LMS, its dates carried forward to a shell of a proof, or as a person
     * set them for it. What a master contains then is noted.
     */
    public List<Lms.OutlineUnit> carried(ProofKey key, String shellKey, String fromKey) {
        List<Lms.OutlineUnit> there = lms.outline(fromKey);
        masterVersions.started(fromKey, key.term(), shellKey, there);
        List<Lms.OutlineUnit> units = carried(there, key, shellKey, fromKey);
        Map<String, String> own = kept(key.term(), shellKey)
                .filter(start -> start.fromKey().equals(fromKey))
                .map(start -> ItemIds.dates(json.readValue(start.content(), UNITS)))
                .orElse(Map.of());
        return adjust(units, new HashMap<>(own)).stream()
                .map(Lms.OutlineUnit::withoutIds)
                .toList();
    }

    private List<Lms.OutlineUnit> carried(List<Lms.OutlineUnit> units, ProofKey key, String shellKey, String fromKey) {
        return calendars
                .both(key, row(key, shellKey), termOf(key, fromKey), units)
                .map(both -> both.carry().units(units))
                .orElseGet(() -> CarriedUnits.withoutDates(units));
    }

    /** Keeps the dates of a shell as a person adjusted them; the build uses them. */
    @MayPartly(Right.CHANGE_CONVENTIONS)
    public void keep(String term, Adjusted adjusted) {
        ProofKey key = ProofKey.of(term, adjusted.versions());
        reached.requireChangeable(key, List.of(adjusted.key()), Right.CHANGE_CONVENTIONS);
        ProofRow row = row(key, adjusted.key());
        Map<String, String> left = new HashMap<>(adjusted.due());
        List<Lms.OutlineUnit> units = carried(lmsAtOnce.outline(adjusted.from()), key, row.key(), adjusted.from());
        List<Lms.OutlineUnit> changed = adjust(units, left);
        if (!left.isEmpty()) {
            throw new Refusal("due", 0, "The earlier shell has no item " + left.keySet() + " any more; look again.");
        }
        try {
            store(term, row, adjusted, units, changed);
        } catch (DataIntegrityViolationException | OptimisticLockingFailureException e) {
            throw meanwhile(Optional.empty());
        }
    }

    /** The LMS was asked before, so that no connection to the database waits for it. */
    private void store(
            String term,
            ProofRow row,
            Adjusted adjusted,
            List<Lms.OutlineUnit> carried,
            List<Lms.OutlineUnit> changed) {
        transaction.executeWithoutResult(status -> {
            ShellStart.Key id = new ShellStart.Key(term, row.key());
            Optional<ShellStart> before = kept.findById(id);
            if (before.map(ShellStart::revision).orElse(0) != adjusted.basedOn()) {
                throw meanwhile(before);
            }
            JsonNode was = before.filter(start -> start.fromKey().equals(adjusted.from()))
                    .map(start -> json.readTree(start.content()))
                    .orElseGet(() -> json.valueToTree(carried));
            ShellStart start = before.orElseGet(() -> new ShellStart(id));
            start.keep(adjusted.from(), json.writeValueAsString(changed), SignedIn.login(), time.now());
            kept.saveAndFlush(start);
            Map<String, Object> told = new HashMap<>(Changed.between(was, json.valueToTree(changed)));
            told.putAll(Map.of("from", adjusted.from(), "shell", row.key(), "term", term));
            ledger.write("dates of a shell kept", row.code(), told);
        });
    }

    private static Conflict meanwhile(Optional<ShellStart> before) {
        String by = before.map(start -> " by " + start.keptBy()).orElse("");
        return new Conflict("Dates of this shell were kept meanwhile" + by + ". Nothing was overwritten; look again.");
    }

    /** @param dates by what items are known by; those that were found are taken out of it */
    private static List<Lms.OutlineUnit> adjust(List<Lms.OutlineUnit> units, Map<String, String> dates) {
        ItemIds ids = new ItemIds();
        List<Lms.OutlineUnit> adjusted = new ArrayList<>();
        for (Lms.OutlineUnit unit : units) {
            List<Lms.OutlineItem> items = new ArrayList<>();
            for (Lms.OutlineItem item : unit.items()) {
                String id = ids.of(item);
                String due = dates.remove(id);
                items.add(due == null ? item : CarriedUnits.withDue(item, date(due, id)));
            }
            adjusted.add(new Lms.OutlineUnit(unit.title(), unit.instruction(), unit.first(), unit.last(), items));
        }
        return adjusted;
    }

    private static @Nullable String date(String text, String at) {
        if (text.isEmpty()) {
            return null;
        }
        return IsoMoment.read(text)
                .map(IsoMoment::write)
                .orElseThrow(() ->
                        new Refusal("due." + at, 0, "“" + text + "” is no date and time with an offset (ISO 8601)."));
    }

    /** Whose adjusted dates of a shell are kept, if anybody's, and the earlier shell that they are for. */
    Optional<ShellStart> kept(String term, String shellKey) {
        return kept.findById(new ShellStart.Key(term, shellKey));
    }

    /** How often dates of a shell were kept. */
    int revision(String term, String shellKey) {
        return kept(term, shellKey).map(ShellStart::revision).orElse(0);
    }

    ProofRow row(ProofKey key, String shellKey) {
        return proofs.proof(key).row(shellKey);
    }

    /** The term whose weeks the dates of a shell were made for; empty where a master has none. */
    String termOf(ProofKey key, String heldKey) {
        return masters.withKey(heldKey)
                .map(Master::datesOf)
                .orElseGet(() -> held.shells(key.held()).stream()
                        .filter(shell -> shell.key().equals(heldKey))
                        .findFirst()
                        .map(HeldShell::term)
                        .orElseThrow(() -> new NotFound("The LMS holds no shell " + heldKey + ".")));
    }
}
