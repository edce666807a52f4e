package chalkline.server.upkeep;

import chalkline.core.arrivals.Section;
import chalkline.core.calendar.IsoMoment;
import chalkline.core.conventions.Setting;
import chalkline.core.naming.Text;
import chalkline.core.proof.Action;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.ProofRow;
import chalkline.core.upkeep.Drift;
import chalkline.core.upkeep.ShellFacts;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.build.BuildHistory;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.frame.Today;
import chalkline.server.lms.HeldService;
import chalkline.server.lms.Lms;
import chalkline.server.policy.May;
import chalkline.server.policy.Right;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;
import org.springframework.stereotype.Service;

/** What a term came to: how many shells, by whom, from what, how fast, what was late and what failed. */
@Service
class ReportService {
    private static final Pattern NUMBER = Pattern.compile("[0-9]{1,6}");
    private static final int TERMS = 6;
    private static final Comparator<ReportViews.Shell> BY_CODE =
            Comparator.comparing(ReportViews.Shell::code, Text.NATURAL);

    private final Terms terms;
    private final ArrivalService arrivals;
    private final ConventionsService conventions;
    private final HeldService held;
    private final BuildHistory builds;
    private final Today today;

    ReportService(
            Terms terms,
            ArrivalService arrivals,
            ConventionsService conventions,
            HeldService held,
            BuildHistory builds,
            Today today) {
        this.terms = terms;
        this.arrivals = arrivals;
        this.conventions = conventions;
        this.held = held;
        this.builds = builds;
        this.today = today;
    }

    @May(Right.READ_CAMPUS)
    public ReportViews.Report of(String term) {
        Terms.Standing now = terms.now(term);
        List<ProofRow> rows = now.rows().values().stream()
                .filter(row -> row.action() != Action.CLOSE && row.shell().isPresent())
                .toList();
        ZoneId zone = conventions.zone();
        return new ReportViews.Report(
                term,
                ArrivalService.term(arrivals.list(now.proof().arrival()), term).title(),
                zone.getId(),
                held.seenAt().orElse(null),
                totals(now, rows),
                departments(now, rows),
                templates(rows),
                builds.of(term).stream().map(ReportService::build).toList(),
                builds.failures(term).stream()
                        .map(one -> new ReportViews.Count(one.reason(), one.shells()))
                        .toList(),
                late(rows, builds.firstBuilt(term), zone),
                neverOpened(now, rows),
                before(term));
    }

    private static int seats(Collection<Section> sections) {
        return sections.stream()
                .map(Section::capacity)
                .filter(text -> NUMBER.matcher(text).matches())
                .mapToInt(Integer::parseInt)
                .sum();
    }

    private static boolean stands(ProofRow row) {
        return row.held().filter(shell -> !shell.closed()).isPresent();
    }

    private static ReportViews.Totals totals(Terms.Standing now, List<ProofRow> rows) {
        Set<String> instructors = new HashSet<>();
        int sections = 0;
        int crossLists = 0;
        int crossListed = 0;
        int seats = 0;
        int students = 0;
        for (ProofRow row : rows) {
            List<Section> own = row.shell().orElseThrow().sections();
            row.instructors().forEach(person -> instructors.add(person.id()));
            sections += own.size();
            crossLists += own.size() > 1 ? 1 : 0;
            crossListed += own.size() > 1 ? own.size() : 0;
            seats += seats(own);
            students += row.students();
        }
        int byHand = now.facts().values().stream()
                .mapToInt(facts -> facts.byHand().size())
                .sum();
        return new ReportViews.Totals(
                sections,
                rows.size(),
                (int) rows.stream().filter(ReportService::stands).count(),
                crossLists,
                crossListed,
                seats,
                students,
                instructors.size(),
                byHand,
                (int) now.drifts().stream().map(Drift::key).distinct().count());
    }

    private static ShellFacts facts(Terms.Standing now, ProofRow row) {
        return row.held()
                .map(shell -> now.facts().getOrDefault(shell.key(), ShellFacts.NOTHING_TOLD))
                .orElse(ShellFacts.NOTHING_TOLD);
    }

    private List<ReportViews.Department> departments(Terms.Standing now, List<ProofRow> rows) {
        Map<String, List<ProofRow>> byName = new HashMap<>();
        rows.forEach(row -> byName.computeIfAbsent(
                        row.shell().orElseThrow().lead().department().name(), name -> new ArrayList<>())
                .add(row));
        OffsetDateTime at = at();
        return byName.entrySet().stream()
                .sorted(Map.Entry.comparingByKey(Text.NATURAL))
                .map(department -> new ReportViews.Department(
                        department.getKey(),
                        department.getValue().size(),
                        (int) department.getValue().stream()
                                .filter(ReportService::stands)
                                .count(),
                        (int) department.getValue().stream()
                                .filter(row -> row.held()
                                        .filter(shell -> hasOpened(shell, at))
                                        .isPresent())
                                .count(),
                        (int) department.getValue().stream()
                                .filter(row -> facts(now, row)
                                        .content()
                                        .filter(one -> one == ShellFacts.Content.OWN)
                                        .isPresent())
                                .count(),
                        department.getValue().stream()
                                .mapToInt(row -> seats(row.shell().orElseThrow().sections()))
                                .sum(),
                        department.getValue().stream()
                                .mapToInt(ProofRow::students)
                                .sum()))
                .toList();
    }

    private OffsetDateTime at() {
        ZoneId zone = conventions.zone();
        return today.in(zone).atTime(LocalTime.NOON).atZone(zone).toOffsetDateTime();
    }

    private static boolean hasOpened(HeldShell shell, OffsetDateTime at) {
        return shell.isOpen()
                && shell.moment(Setting.OPENS).filter(at::isBefore).isEmpty();
    }

    private static List<ReportViews.Count> templates(List<ProofRow> rows) {
        Map<String, Integer> counts = new TreeMap<>(Text.NATURAL);
        rows.stream()
                .filter(ReportService::stands)
                .forEach(row -> counts.merge(row.value(Setting.TEMPLATE), 1, Integer::sum));
        return counts.entrySet().stream()
                .sorted(Comparator.comparing(one -> -one.getValue()))
                .map(one -> new ReportViews.Count(one.getKey(), one.getValue()))
                .toList();
    }

    private static ReportViews.Build build(BuildHistory.One one) {
        return new ReportViews.Build(
                one.id(),
                one.kind(),
                one.by(),
                one.startedAt(),
                one.endedAt()
                        .map(end -> Math.max(
                                1, Duration.between(one.startedAt(), end).toSeconds()))
                        .orElse(null),
                one.shells(),
                one.done(),
                one.failed(),
                one.takenBack());
    }

    private static LocalDate firstDay(ProofRow row) {
        return row.shell().orElseThrow().sections().stream()
                .map(section -> section.days().first())
                .min(Comparator.naturalOrder())
                .orElseThrow();
    }

    private static ReportViews.Shell shell(ProofRow row, String when) {
        return new ReportViews.Shell(
                row.key(),
                row.code(),
                row.title(),
                row.shell().orElseThrow().lead().department().name(),
                when);
    }

    private static List<ReportViews.Shell> late(List<ProofRow> rows, Map<String, Instant> built, ZoneId zone) {
        return rows.stream()
                .filter(row -> Optional.ofNullable(built.get(row.key()))
                        .map(at -> at.atZone(zone).toLocalDate())
                        .filter(firstDay(row)::isBefore)
                        .isPresent())
                .map(row -> shell(
                        row, built.get(row.key()).atZone(zone).toLocalDate().toString()))
                .sorted(BY_CODE)
                .toList();
    }

    private List<ReportViews.Shell> neverOpened(Terms.Standing now, List<ProofRow> rows) {
        OffsetDateTime at = at();
        LocalDate day = today.in(conventions.zone());
        return rows.stream()
                .filter(row -> stands(row) && !firstDay(row).isAfter(day))
                .filter(row -> !hasOpened(row.held().orElseThrow(), at))
                .filter(row -> !row.held().orElseThrow().activity())
                .map(row -> shell(row, firstDay(row).toString()))
                .sorted(BY_CODE)
                .toList();
    }

    private List<ReportViews.Before> before(String term) {
        int version = held.current();
        Map<String, Lms.Facts> facts = held.facts(version);
        Map<String, List<String>> instructors = held.instructors(version);
        Map<String, List<HeldShell>> byTerm = new HashMap<>();
        held.shells(version).stream()
                .filter(shell -> !shell.term().isEmpty())
                .forEach(shell -> byTerm.computeIfAbsent(shell.term(), code -> new ArrayList<>())
                        .add(shell));
        Map<String, Instant> ends = new HashMap<>();
        byTerm.forEach((code, shells) -> ends.put(code, end(shells)));
        Instant end = ends.getOrDefault(term, Instant.MIN);
        return byTerm.entrySet().stream()
                .filter(one ->
                        one.getKey().equals(term) || ends.get(one.getKey()).isBefore(end))
                .sorted(Comparator.comparing((Map.Entry<String, List<HeldShell>> one) -> ends.get(one.getKey()))
                        .reversed())
                .limit(TERMS)
                .map(one -> before(one.getKey(), one.getValue(), facts, instructors))
                .toList();
    }

    /** The last moment at which a shell of a term closes, which puts terms in their order. */
    private static Instant end(List<HeldShell> shells) {
        return shells.stream()
                .map(shell -> shell.values().getOrDefault(Setting.CLOSES, ""))
                .distinct()
                .flatMap(text -> IsoMoment.read(text).stream())
                .map(OffsetDateTime::toInstant)
                .max(Comparator.naturalOrder())
                .orElse(Instant.MIN);
    }

    private static ReportViews.Before before(
            String term, List<HeldShell> shells, Map<String, Lms.Facts> facts, Map<String, List<String>> instructors) {
        Set<String> people = new HashSet<>();
        int students = 0;
        int archived = 0;
        for (HeldShell shell : shells) {
            people.addAll(instructors.getOrDefault(shell.key(), List.of()));
            Lms.Facts told = facts.get(shell.key());
            students += told == null || told.students() == null ? 0 : told.students();
            archived += told != null && Boolean.TRUE.equals(told.archived()) ? 1 : 0;
        }
        return new ReportViews.Before(
                term,
                shells.size(),
                (int) shells.stream().filter(HeldShell::closed).count(),
                archived,
                students,
                people.size(),
                (int) shells.stream().filter(HeldShell::activity).count());
    }
}
