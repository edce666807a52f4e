package chalkline.server.outlines;

import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.arrivals.Session;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Setting;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.ProofRow;
import chalkline.core.templates.EarlierShells;
import chalkline.core.templates.Outlines;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.frame.NotFound;
import chalkline.server.frame.Refusal;
import chalkline.server.ledger.LedgerService;
import chalkline.server.lms.HeldService;
import chalkline.server.lms.Lms;
import chalkline.server.people.Administrators;
import chalkline.server.people.PeopleService;
import chalkline.server.people.Readers;
import chalkline.server.proof.ProofKey;
import chalkline.server.proof.ProofService;
import chalkline.server.templates.TemplateService;
import chalkline.server.templates.TermCalendar;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import java.time.DateTimeException;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Works out what new shells contain when they are built, and keeps what a person adjusted. */
@Service
public class StartService {
    private static final TypeReference<List<Lms.OutlineUnit>> UNITS = new TypeReference<>() {};

    private final ProofService proofs;
    private final ArrivalService arrivals;
    private final ConventionsService conventions;
    private final HeldService held;
    private final TemplateService templates;
    private final ShellStarts kept;
    private final Lms lms;
    private final PeopleService people;
    private final LedgerService ledger;
    private final JsonMapper json;
    private final LoadingCache<Integer, EarlierShells> earlier =
            Caffeine.newBuilder().maximumSize(2).build(this::earlierShells);

    StartService(
            ProofService proofs,
            ArrivalService arrivals,
            ConventionsService conventions,
            HeldService held,
            TemplateService templates,
            ShellStarts kept,
            Lms lms,
            PeopleService people,
            LedgerService ledger,
            JsonMapper json) {
        this.proofs = proofs;
        this.arrivals = arrivals;
        this.conventions = conventions;
        this.held = held;
        this.templates = templates;
        this.kept = kept;
        this.lms = lms;
        this.people = people;
        this.ledger = ledger;
        this.json = json;
    }

    /**
     * Dates of a shell's items as a person adjusted them.
     *
     * @param from the earlier shell that they come from
     * @param due by unit and item, counted from 0 and joined by a dot, such as {@code 3.1}; empty text takes a date out
     */
    public record Adjusted(String versions, String key, String from, Map<String, String> due) {}

    private EarlierShells earlierShells(int version) {
        return new EarlierShells(held.shells(version), held.instructors(version));
    }

    /** What the new shells of a proof start from. */
    @Transactional(readOnly = true)
    public Starts of(ProofKey key) {
        Map<String, Starts.Kept> own = new HashMap<>();
        kept.findByKeyTerm(key.term())
                .forEach(start -> own.put(
                        start.key().shellKey(),
                        new Starts.Kept(start.fromKey(), json.readValue(start.content(), UNITS))));
        return new Starts(
                templates.current(),
                earlier.get(key.held()),
                new Outlines(conventions.version(key.conventions())),
                own);
    }

    /** The content of an earlier shell, read from the LMS, its dates carried forward to a shell of a proof. */
    public List<Lms.OutlineUnit> carried(ProofKey key, String shellKey, String fromKey) {
        List<Lms.OutlineUnit> units = lms.outline(fromKey);
        return carry(key, row(key, shellKey), shell(key, fromKey).term())
                .map(carry -> carry.units(units))
                .orElseGet(() -> CarriedUnits.withoutDates(units));
    }

    /**
     * What one shell starts from.
     *
     * @param fromKey another earlier shell to start from; null for the one that would be taken
     */
    @Readers
    @Transactional(readOnly = true)
    public StartViews.Start view(String term, String versions, String shellKey, @Nullable String fromKey) {
        ProofKey key = ProofKey.of(term, versions);
        ProofRow row = row(key, shellKey);
        Starts starts = of(key);
        Starts.Start start = fromKey == null || row.shell().isEmpty()
                ? starts.of(row)
                : starts.earlier(row.shell().get(), Optional.of(fromKey));
        View view = new View(key, row, starts);
        if (start instanceof Starts.Start.FromTemplate from) {
            return view.template(from);
        }
        if (start instanceof Starts.Start.FromEarlier from) {
            return view.earlier(from);
        }
        if (start instanceof Starts.Start.Missing missing) {
            return view.plain("missing", "There is no template “" + missing.template() + "”.");
        }
        return start instanceof Starts.Start.NeverTaught
                ? view.plain("missing", "No earlier shell of this course stands in the LMS; it starts empty.")
                : view.plain("none", "It starts empty.");
    }

    /** Keeps the dates of a shell as a person adjusted them; the build uses them. */
    @Administrators
    @Transactional
    public StartViews.Start keep(String term, Adjusted adjusted) {
        ProofKey key = ProofKey.of(term, adjusted.versions());
        ProofRow row = row(key, adjusted.key());
        Map<String, String> left = new HashMap<>(adjusted.due());
        List<Lms.OutlineUnit> units = carried(key, row.key(), adjusted.from());
        List<Lms.OutlineUnit> changed = IntStream.range(0, units.size())
                .mapToObj(i -> adjust(units.get(i), i, left))
                .toList();
        if (!left.isEmpty()) {
            throw new Refusal("due", 0, "The earlier shell has no item " + left.keySet() + " any more; look again.");
        }
        ShellStart.Key id = new ShellStart.Key(term, row.key());
        ShellStart start = kept.findById(id).orElseGet(() -> new ShellStart(id));
        start.keep(adjusted.from(), json.writeValueAsString(changed), PeopleService.currentLogin());
        kept.saveAndFlush(start);
        ledger.write(
                "dates of a shell kept",
                row.code(),
                Map.of("from", adjusted.from(), "adjusted", adjusted.due().size()));
        return view(term, adjusted.versions(), row.key(), adjusted.from());
    }

    private static Lms.OutlineUnit adjust(Lms.OutlineUnit unit, int index, Map<String, String> left) {
        List<Lms.OutlineItem> items = new ArrayList<>();
        for (int i = 0; i < unit.items().size(); i++) {
            String at = index + "." + i;
            String due = left.remove(at);
            Lms.OutlineItem item = unit.items().get(i);
            items.add(due == null ? item : CarriedUnits.withDue(item, date(due, at)));
        }
        return new Lms.OutlineUnit(unit.title(), unit.instruction(), unit.first(), unit.last(), items);
    }

    private static @Nullable String date(String text, String at) {
        if (text.isEmpty()) {
            return null;
        }
        try {
            return Units.WRITTEN.format(OffsetDateTime.parse(text));
        } catch (DateTimeException e) {
            throw new Refusal("due." + at, 0, "“" + text + "” is no date and time with an offset (ISO 8601).");
        }
    }

    private ProofRow row(ProofKey key, String shellKey) {
        return Optional.ofNullable(proofs.proof(key).byKey().get(shellKey))
                .orElseThrow(() -> new NotFound("This proof has no shell " + shellKey + "."));
    }

    private HeldShell shell(ProofKey key, String heldKey) {
        return held.shells(key.held()).stream()
                .filter(shell -> shell.key().equals(heldKey))
                .findFirst()
                .orElseThrow(() -> new NotFound("The LMS holds no shell " + heldKey + "."));
    }

    /** Empty where the list does not have the earlier term, so that nothing says which week a date was in. */
    private Optional<CarriedUnits> carry(ProofKey key, ProofRow row, String fromTerm) {
        return calendars(key, row, fromTerm)
                .map(both -> new CarriedUnits(
                        both.from(),
                        both.to(),
                        conventions.version(key.conventions()).zone()));
    }

    private record Calendars(TermCalendar from, TermCalendar to) {}

    private Optional<Calendars> calendars(ProofKey key, ProofRow row, String fromTerm) {
        RegistrarList list = arrivals.list(key.arrival());
        Conventions rules = conventions.version(key.conventions());
        Section lead = row.shell().orElseThrow().lead();
        Session session = lead.part().orElse(lead.term());
        return list.term(fromTerm)
                .map(term -> new Calendars(
                        TermCalendar.of(
                                lead.part()
                                        .map(part -> TermCalendar.alike(list, term, part.title()))
                                        .orElse(term),
                                term,
                                rules),
                        TermCalendar.of(session, lead.term(), rules)));
    }

    /** Puts together what is shown of one shell. */
    private final class View {
        private final ProofKey key;
        private final ProofRow row;
        private final Starts starts;

        View(ProofKey key, ProofRow row, Starts starts) {
            this.key = key;
            this.row = row;
            this.starts = starts;
        }

        StartViews.Start plain(String kind, String says) {
            return new StartViews.Start(
                    row.key(), row.code(), kind, says, List.of(), what(), null, List.of(), others(), null, null, null);
        }

        StartViews.Start template(Starts.Start.FromTemplate from) {
            Section lead = row.shell().orElseThrow().lead();
            TermCalendar own = TermCalendar.of(
                    lead.part().orElse(lead.term()), lead.term(), conventions.version(key.conventions()));
            return new StartViews.Start(
                    row.key(),
                    row.code(),
                    "template",
                    "It starts from the template “" + from.template().title() + "”.",
                    List.of(),
                    what(),
                    null,
                    Rulers.views(from.outline()),
                    others(),
                    null,
                    Rulers.of(own),
                    null);
        }

        StartViews.Start earlier(Starts.Start.FromEarlier from) {
            HeldShell shell = from.found().shell();
            List<Lms.OutlineUnit> units = lms.outline(shell.key());
            Optional<Calendars> both = calendars(key, row, shell.term());
            List<StartViews.Unit> carried = carry(key, row, shell.term())
                    .map(carry -> carry.views(units))
                    .orElseGet(() -> Rulers.undated(units));
            Optional<ShellStart> own = kept.findById(new ShellStart.Key(key.term(), row.key()))
                    .filter(start -> start.fromKey().equals(shell.key()));
            return new StartViews.Start(
                    row.key(),
                    row.code(),
                    "earlier",
                    "It starts from " + shell.code() + " of " + shell.term() + ".",
                    from.found().evidence(),
                    what(),
                    shell.key(),
                    from.kept().map(dates -> Rulers.withDates(carried, dates)).orElse(carried),
                    others(),
                    both.map(calendars -> Rulers.of(calendars.from())).orElse(null),
                    both.map(calendars -> Rulers.of(calendars.to())).orElse(null),
                    own.map(start -> new StartViews.Kept(people.nameOf(start.keptBy()), start.keptAt()))
                            .orElse(null));
        }

        private String what() {
            return row.value(Setting.COPY);
        }

        private List<StartViews.Other> others() {
            return row.shell().map(starts::allEarlier).orElse(List.of()).stream()
                    .map(found -> new StartViews.Other(
                            found.shell().key(),
                            found.shell().code(),
                            found.shell().term(),
                            found.evidence()))
                    .toList();
        }
    }
}
