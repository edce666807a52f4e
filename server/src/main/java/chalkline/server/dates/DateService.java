package chalkline.server.dates;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.calendar.IsoMoment;
import chalkline.core.calendar.Moment;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.Settings;
import chalkline.core.conventions.Source;
import chalkline.core.conventions.Stack;
import chalkline.core.conventions.Value;
import chalkline.core.naming.Labels;
import chalkline.core.naming.Text;
import chalkline.core.proof.Proof;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.SectionWindow;
import chalkline.core.proof.Shell;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.conventions.Change;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.conventions.DatesEdit;
import chalkline.server.frame.Asks;
import chalkline.server.frame.Refusal;
import chalkline.server.outlines.Rulers;
import chalkline.server.policy.MayPartly;
import chalkline.server.policy.Right;
import chalkline.server.proof.ProofKey;
import chalkline.server.proof.ProofService;
import chalkline.server.proof.Reached;
import chalkline.server.templates.TermCalendar;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.zone.ZoneOffsetTransition;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import org.springframework.stereotype.Service;

/** The windows of all shells and sections of a term, who can enter on a day, and dates moved by days. */
@Service
class DateService {
    private final ProofService proofs;
    private final Asks asks;
    private final ArrivalService arrivals;
    private final ConventionsService conventions;
    private final Reached reached;

    DateService(
            ProofService proofs, ArrivalService arrivals, ConventionsService conventions, Asks asks, Reached reached) {
        this.reached = reached;
        this.proofs = proofs;
        this.asks = asks;
        this.arrivals = arrivals;
        this.conventions = conventions;
    }

    /** The weeks, parts, breaks and clock changes of a term. */
    @MayPartly(Right.READ_PROOF)
    public DateViews.Frame frame(String term) {
        ProofKey key = proofs.now(term);
        Conventions rules = conventions.version(key.conventions());
        RegistrarList list = arrivals.list(key.arrival());
        AcademicSession session = ArrivalService.term(list, term);
        return new DateViews.Frame(
                key.versions(),
                key.conventions(),
                rules.zone().getId(),
                Rulers.of(TermCalendar.of(session, session, rules)),
                list.sessions().values().stream()
                        .filter(part -> part.parentId().equals(session.id()))
                        .map(part -> new DateViews.Part(
                                part.title(),
                                part.start().toString(),
                                part.end().map(LocalDate::toString).orElse(null)))
                        .toList(),
                clocks(rules.zone(), session));
    }

    private static List<DateViews.Clock> clocks(ZoneId zone, AcademicSession session) {
        List<DateViews.Clock> clocks = new ArrayList<>();
        ZonedDateTime end =
                session.end().orElse(session.start().plusYears(1)).plusMonths(3).atStartOfDay(zone);
        ZonedDateTime from = session.start().minusMonths(1).atStartOfDay(zone);
        ZoneOffsetTransition next = zone.getRules().nextTransition(from.toInstant());
        while (next != null && next.getInstant().isBefore(end.toInstant())) {
            clocks.add(new DateViews.Clock(
                    next.getDateTimeBefore().atOffset(next.getOffsetBefore()).toString(),
                    (int) next.getDuration().toMinutes()));
            next = zone.getRules().nextTransition(next.getInstant());
        }
        return clocks;
    }

    /** A page of shells of some versions, after a key. */
    @MayPartly(Right.READ_PROOF)
    public DateViews.Rows rows(String term, String versions, String after, int limit) {
        List<ProofRow> rows = reached.rows(ProofKey.of(term, versions), Right.READ_PROOF);
        List<DateViews.Row> page = rows.stream()
                .filter(row -> row.shell().isPresent())
                .filter(row -> after.isEmpty() || Text.BY_CODE_POINT.compare(row.key(), after) > 0)
                .limit(limit + 1L)
                .map(DateService::row)
                .toList();
        boolean more = page.size() > limit;
        List<DateViews.Row> shown = more ? page.subList(0, limit) : page;
        return new DateViews.Rows(versions, shown, more ? shown.get(limit - 1).key() : null);
    }

    /** Some shells as they would be under a change. */
    @MayPartly(Right.READ_PROOF)
    public List<DateViews.Row> effect(String term, Change change, Set<String> keys) {
        ProofKey key = proofs.now(term).withConventions(change.basedOn());
        Conventions edited = change.applyTo(conventions.version(change.basedOn()));
        Proof before = proofs.proof(key).proof();
        Predicate<ProofRow> seen = reached.seen(key, Right.READ_PROOF);
        return asks.whileWanted(() -> before.under(edited)).rows().stream()
                .filter(row -> row.shell().isPresent() && keys.contains(row.key()) && seen.test(row))
                .map(DateService::row)
                .toList();
    }

    private static DateViews.Row row(ProofRow row) {
        Shell shell = row.shell().orElseThrow();
        Section lead = shell.lead();
        List<DateViews.SectionAvailability> availability = shell.sections().size() < 2
                ? List.of()
                : shell.sections().stream()
                        .map(section -> availability(row, shell, section))
                        .toList();
        return new DateViews.Row(
                row.key(),
                lead.id(),
                shell.labels().label(),
                lead.course().title(),
                lead.department().name(),
                row.value(Setting.TEMPLATE),
                lead.part().map(AcademicSession::title).orElse(""),
                row.value(Setting.OPENS),
                row.value(Setting.CLOSES),
                from(shell.settings(), Setting.OPENS),
                from(shell.settings(), Setting.CLOSES),
                row.isOpen(),
                row.held().isPresent(),
                row.students(),
                availability.stream()
                        .filter(DateViews.SectionAvailability::keptOut)
                        .mapToInt(DateViews.SectionAvailability::students)
                        .sum(),
                availability);
    }

    private static DateViews.SectionAvailability availability(ProofRow row, Shell shell, Section section) {
        Optional<Stack.OwnWindow> own = Optional.ofNullable(shell.ownWindows().get(section.id()));
        SectionWindow window = row.sectionWindows()
                .getOrDefault(section.id(), new SectionWindow(row.value(Setting.OPENS), row.value(Setting.CLOSES)));
        return new DateViews.SectionAvailability(
                section.id(),
                Labels.of(List.of(section), 1).label(),
                section.students().size(),
                section.equals(shell.lead()),
                window.opens(),
                window.closes(),
                own.flatMap(Stack.OwnWindow::opens).map(Value::text).orElse(null),
                own.flatMap(Stack.OwnWindow::closes).map(Value::text).orElse(null),
                row.sectionWindows().containsKey(section.id()));
    }

    private static String from(Settings settings, Setting setting) {
        Source source = settings.sources().get(setting);
        String text = settings.get(setting).text();
        return switch (source.origin()) {
            case DEFAULT -> text + ", as long as nothing else is set";
            case LAYER -> text + ", layer " + (source.index() + 1) + ", " + source.name();
            case OVERRIDE -> text + ", set for this shell only";
        };
    }

    /** Who can enter on a day, at noon on the clocks of the campus. */
    @MayPartly(Right.READ_PROOF)
    public DateViews.Day day(String term, String versions, LocalDate day) {
        ProofKey key = ProofKey.of(term, versions);
        OffsetDateTime at = day.atTime(12, 0)
                .atZone(conventions.version(key.conventions()).zone())
                .toOffsetDateTime();
        Set<String> inside = new HashSet<>();
        Set<String> keptOut = new HashSet<>();
        Map<String, Boolean> known = new HashMap<>();
        int within = 0;
        int open = 0;
        for (ProofRow row : reached.rows(key, Right.READ_PROOF)) {
            if (row.shell().isPresent() && holds(row.value(Setting.OPENS), row.value(Setting.CLOSES), at, known)) {
                within++;
                boolean isOpen = row.isOpen();
                open += isOpen ? 1 : 0;
                for (Section section : row.shell().get().sections()) {
                    SectionWindow own = row.sectionWindows().get(section.id());
                    boolean enters = own == null || holds(own.opens(), own.closes(), at, known);
                    if (isOpen || !enters) {
                        Set<String> where = enters ? inside : keptOut;
                        section.students().forEach(student -> where.add(student.id()));
                    }
                }
            }
        }
        return new DateViews.Day(day.toString(), within, open, inside.size(), keptOut.size());
    }

    /** @param known answers for windows that many shells share */
    private static boolean holds(String opens, String closes, OffsetDateTime at, Map<String, Boolean> known) {
        return !opens.isEmpty()
                && !closes.isEmpty()
                && known.computeIfAbsent(
                        opens + closes,
                        window -> !IsoMoment.known(opens).isAfter(at)
                                && IsoMoment.known(closes).isAfter(at));
    }

    /**
     * The dates of sections moved by days, written as they were where that is possible.
     *
     * @param opensBy days later, or earlier where negative
     * @param closesBy days later, or earlier where negative
     */
    @MayPartly(Right.READ_PROOF)
    public List<DatesEdit.Dates> moved(String term, String versions, List<String> sections, int opensBy, int closesBy) {
        Map<String, ProofRow> bySection = new HashMap<>();
        reached.requireSections(ProofKey.of(term, versions), sections, Right.READ_PROOF);
        proofs.proof(ProofKey.of(term, versions)).proof().rows().stream()
                .filter(row -> row.shell().isPresent())
                .forEach(row -> row.sections().forEach(section -> bySection.put(section, row)));
        return sections.stream()
                .map(section -> {
                    ProofRow row = Optional.ofNullable(bySection.get(section))
                            .orElseThrow(() -> new Refusal("sections", 0, "No shell has the section " + section + "."));
                    return new DatesEdit.Dates(
                            section,
                            opensBy == 0 ? null : moved(row, section, Setting.OPENS, opensBy),
                            closesBy == 0 ? null : moved(row, section, Setting.CLOSES, closesBy),
                            null);
                })
                .toList();
    }

    private static String moved(ProofRow row, String section, Setting setting, int days) {
        Shell shell = row.shell().orElseThrow();
        Optional<Stack.OwnWindow> own = Optional.ofNullable(shell.ownWindows().get(section));
        Value written = own.flatMap(window -> setting == Setting.OPENS ? window.opens() : window.closes())
                .orElse(shell.settings().get(setting));
        return written.moment().plusDays(days).map(Moment::toString).orElseGet(() -> {
            OffsetDateTime at = row.moment(setting)
                    .orElseThrow(() ->
                            new Refusal("sections", 0, row.code() + " has no date to move: " + written.text() + "."));
            return at.toLocalDate().plusDays(days) + " " + at.toLocalTime();
        });
    }
}
