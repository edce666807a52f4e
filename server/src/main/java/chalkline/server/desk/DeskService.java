package chalkline.server.desk;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Conventions;
import chalkline.core.proof.Action;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.Snag;
import chalkline.server.ChalkLineSettings;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.build.BuildService;
import chalkline.server.build.BuildViews;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.crosslists.CrossListService;
import chalkline.server.frame.Jobs;
import chalkline.server.frame.Today;
import chalkline.server.ledger.LedgerService;
import chalkline.server.lms.HeldService;
import chalkline.server.policy.MayPartly;
import chalkline.server.policy.Policy;
import chalkline.server.policy.Right;
import chalkline.server.proof.ProofService;
import chalkline.server.proof.Reached;
import chalkline.server.upkeep.Upkeep;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** The first screen: the terms, how each stands, and what was done last. */
@Service
class DeskService {
    private static final int ENTRIES = 12;
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("EEE d MMM uuuu", Locale.ENGLISH);

    private final ArrivalService arrivals;
    private final ConventionsService conventions;
    private final HeldService held;
    private final ProofService proofs;
    private final CrossListService crossLists;
    private final BuildService builds;
    private final Upkeep upkeep;
    private final LedgerService ledger;
    private final Jobs jobs;
    private final ChalkLineSettings settings;
    private final Today today;
    private final Reached reached;
    private final Policy policy;

    DeskService(
            ArrivalService arrivals,
            ConventionsService conventions,
            HeldService held,
            ProofService proofs,
            CrossListService crossLists,
            BuildService builds,
            Upkeep upkeep,
            LedgerService ledger,
            Jobs jobs,
            ChalkLineSettings settings,
            Today today,
            Reached reached,
            Policy policy) {
        this.policy = policy;
        this.reached = reached;
        this.arrivals = arrivals;
        this.conventions = conventions;
        this.held = held;
        this.proofs = proofs;
        this.crossLists = crossLists;
        this.builds = builds;
        this.upkeep = upkeep;
        this.ledger = ledger;
        this.jobs = jobs;
        this.settings = settings;
        this.today = today;
    }

    /**
     * A term and how it stands.
     *
     * @param standing shells of the term in the LMS
     * @param builds shells that a build would make
     * @param changes shells that it would change
     * @param closes shells that it would close to students
     * @param gone shells that stood in the LMS and are no longer there
     * @param ended whether its last day has passed
     * @param building how far the build of it is that is under way; null where none is
     * @param troubled the last build of it, where that did not do all that it was to; null where it did
     */
    public record Term(
            String code,
            String name,
            String firstDay,
            @Nullable String lastDay,
            int sections,
            int standing,
            int builds,
            int changes,
            int closes,
            int stops,
            int notes,
            int gone,
            boolean ended,
            BuildViews.@Nullable Counts building,
            BuildViews.@Nullable Counts troubled) {}

    /**
     * What the first screen shows.
     *
     * @param demo whether this is the demo, with data that is made up
     * @param registrarSet whether the address of the registrar's list is set
     * @param lmsSet whether the address of the LMS is set
     * @param heldLists lists that wait for a person
     * @param refusedList the list that came by itself last and was refused; null where it was not
     * @param givenUp work in the background that failed again and again
     */
    public record Desk(
            String zone,
            String today,
            boolean demo,
            boolean registrarSet,
            boolean lmsSet,
            List<Term> terms,
            List<ArrivalService.View> heldLists,
            ArrivalService.@Nullable View refusedList,
            List<Jobs.GivenUp> givenUp,
            List<LedgerService.Entry> latest) {}

    /**
     * What the line says at each station.
     *
     * @param listReadAt when the list in use was received
     * @param missing why there is no proof of the term, in words; null where there is one
     * @param heldLists lists that wait for a person
     * @param crossLists those that are kept
     * @param suggested what looks like one besides
     * @param keptOut shells of which a section has dates of its own that keep its students out
     * @param drifted shells that people changed by hand since they were built
     * @param builtDone shells done by the last build, of {@code builtOf}
     */
    public record Line(
            String zone,
            @Nullable Term term,
            @Nullable String missing,
            int sections,
            @Nullable Instant listReadAt,
            int heldLists,
            int layers,
            int conventionsVersion,
            int crossLists,
            int suggested,
            int keptOut,
            int shells,
            int stops,
            int notes,
            @Nullable Instant lmsSeenAt,
            long buildId,
            @Nullable String buildState,
            int builtDone,
            int builtOf,
            int builtFailed,
            int drifted) {}

    /** The terms of the list in use, those with sections first, the latest first. */
    @MayPartly(Right.READ_PROOF)
    public Desk desk() {
        ZoneId zone = conventions.zone();
        List<Term> terms =
                arrivals.current().map(arrival -> terms(arrival, zone)).orElse(List.of());
        return new Desk(
                zone.getId(),
                today.in(zone).toString(),
                settings.demo(),
                settings.registrar().address().isPresent(),
                settings.lms().address().isPresent(),
                terms,
                policy.has(Right.READ_LISTS) ? arrivals.held() : List.of(),
                policy.has(Right.READ_LISTS) ? arrivals.refusedAtNight().orElse(null) : null,
                policy.has(Right.READ_CAMPUS) ? jobs.givenUp() : List.of(),
                policy.has(Right.READ_LEDGER) ? ledger.latest(ENTRIES) : List.of());
    }

    private List<Term> terms(long arrival, ZoneId zone) {
        int lmsVersion = held.current();
        return arrivals.list(arrival).terms().stream()
                .map(session -> term(
                        arrival,
                        session,
                        zone,
                        lmsVersion,
                        rows(arrival, session.code()),
                        builds.lastCounts(session.code())))
                .sorted(Comparator.comparing((Term term) -> term.sections() == 0)
                        .thenComparing(Term::firstDay, Comparator.reverseOrder()))
                .toList();
    }

    private List<ProofRow> rows(long arrival, String term) {
        return arrivals.sections(arrival, term).isEmpty()
                ? List.of()
                : reached.rows(proofs.now(term), Right.READ_PROOF);
    }

    private Term term(
            long arrival,
            AcademicSession session,
            ZoneId zone,
            int lmsVersion,
            List<ProofRow> rows,
            Optional<BuildViews.Counts> build) {
        Set<String> gone = held.gone(lmsVersion).keySet();
        return new Term(
                session.code(),
                session.title(),
                session.start().toString(),
                session.end().map(LocalDate::toString).orElse(null),
                sections(arrival, session.code()),
                !reached.all(Right.READ_PROOF)
                        ? count(
                                rows,
                                row -> row.held()
                                        .filter(shell -> !shell.closed())
                                        .isPresent())
                        : (int) held.shells(lmsVersion).stream()
                                .filter(shell -> shell.term().equals(session.code()) && !shell.closed())
                                .count(),
                count(rows, row -> row.action() == Action.BUILD),
                count(rows, row -> row.action() == Action.CHANGE),
                count(rows, row -> row.action() == Action.CLOSE),
                count(rows, row -> row.action() == Action.STOP),
                count(rows, row -> row.action() != Action.STOP && !row.snags().isEmpty()),
                count(rows, row -> row.action() == Action.BUILD && gone.contains(row.key())),
                today.isAfter(session, zone),
                build.filter(BuildViews.Counts::isUnderWay).orElse(null),
                build.filter(BuildViews.Counts::isTroubled).orElse(null));
    }

    private int sections(long arrival, String term) {
        List<Section> all = arrivals.sections(arrival, term);
        return (int)
                all.stream().filter(policy.scope(Right.READ_PROOF)::section).count();
    }

    private static int count(List<ProofRow> rows, Predicate<ProofRow> test) {
        return (int) rows.stream().filter(test).count();
    }

    /** How a term stands at each station; only this one is proved. */
    @MayPartly(Right.READ_PROOF)
    public Line line(String code) {
        int version = conventions.current();
        Optional<Conventions> rules = version == 0 ? Optional.empty() : Optional.of(conventions.version(version));
        Optional<Long> list = arrivals.current();
        ZoneId zone = rules.map(Conventions::zone).orElse(ZoneOffset.UTC);
        Optional<AcademicSession> session =
                list.flatMap(arrival -> arrivals.list(arrival).term(code));
        boolean proved =
                session.isPresent() && !arrivals.sections(list.get(), code).isEmpty();
        List<ProofRow> rows = proved ? rows(list.get(), code) : List.of();
        Optional<BuildViews.Counts> build = builds.lastCounts(code);
        Optional<Term> term = session.map(one -> term(list.get(), one, zone, held.current(), rows, build));
        return new Line(
                zone.getId(),
                term.orElse(null),
                proved || list.isEmpty() ? null : missing(code, list.get(), term),
                term.map(Term::sections).orElse(0),
                list.map(arrivals::receivedAt).orElse(null),
                policy.has(Right.READ_LISTS) ? arrivals.heldCount() : 0,
                rules.map(now -> now.layers().size()).orElse(0),
                version,
                proved && !reached.all(Right.READ_PROOF)
                        ? crossLists.sheet(code).kept().size()
                        : rules.map(now -> now.crossLists().size()).orElse(0),
                proved ? crossLists.sheet(code).suggested().size() : 0,
                count(rows, row -> row.snags().contains(Snag.SECTION_WINDOW_HIDES)),
                rows.size(),
                term.map(Term::stops).orElse(0),
                term.map(Term::notes).orElse(0),
                held.seenAt().orElse(null),
                build.map(BuildViews.Counts::id).orElse(0L),
                build.map(BuildViews.Counts::state).orElse(null),
                build.map(BuildViews.Counts::done).orElse(0),
                build.map(BuildViews.Counts::shells).orElse(0),
                build.map(BuildViews.Counts::failed).orElse(0),
                proved && build.isPresent() ? upkeep.drifted(code) : 0);
    }

    private String missing(String code, long list, Optional<Term> term) {
        String name = term.map(Term::name).orElse(code);
        String builtFrom = builds.lastList(code)
                .map(arrival -> " It was built from the list of " + day(arrivals.receivedAt(arrival)) + ".")
                .orElse("");
        return "The registrar's list of %s has no sections of %s, so there is no proof of it and nothing to build.%s"
                .formatted(day(arrivals.receivedAt(list)), name, builtFrom);
    }

    private String day(Instant at) {
        return DAY.format(at.atZone(conventions.zone()));
    }
}
