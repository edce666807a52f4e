package chalkline.server.desk;

import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.arrivals.Session;
import chalkline.core.proof.Action;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.Snag;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.build.BuildService;
import chalkline.server.build.BuildViews;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.crosslists.CrossListService;
import chalkline.server.ledger.LedgerService;
import chalkline.server.lms.HeldService;
import chalkline.server.people.Readers;
import chalkline.server.proof.ProofKey;
import chalkline.server.proof.ProofService;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** The first screen: the terms, how each stands, and what was done last. */
@Service
public class DeskService {
    private static final int ENTRIES = 12;

    private final ArrivalService arrivals;
    private final ConventionsService conventions;
    private final HeldService held;
    private final ProofService proofs;
    private final CrossListService crossLists;
    private final BuildService builds;
    private final LedgerService ledger;

    DeskService(
            ArrivalService arrivals,
            ConventionsService conventions,
            HeldService held,
            ProofService proofs,
            CrossListService crossLists,
            BuildService builds,
            LedgerService ledger) {
        this.arrivals = arrivals;
        this.conventions = conventions;
        this.held = held;
        this.proofs = proofs;
        this.crossLists = crossLists;
        this.builds = builds;
        this.ledger = ledger;
    }

    /**
     * A term and how it stands.
     *
     * @param standing shells of the term in the LMS
     * @param waiting shells that a build would make, change or close
     */
    public record Term(
            String code,
            String name,
            String firstDay,
            @Nullable String lastDay,
            int sections,
            int standing,
            int waiting,
            int stops,
            int notes) {}

    /** What the first screen shows. */
    public record Desk(String zone, List<Term> terms, List<LedgerService.Entry> latest) {}

    /**
     * What the line says at each station.
     *
     * @param listReadAt when the list that holds now was received
     * @param crossLists those that are kept
     * @param suggested what looks like one besides
     * @param keptOut shells of which a section has dates of its own that keep its students out
     * @param builtDone shells done by the last build, of {@code builtOf}
     */
    public record Line(
            String zone,
            @Nullable Term term,
            int sections,
            @Nullable Instant listReadAt,
            int layers,
            int conventionsVersion,
            int crossLists,
            int suggested,
            int keptOut,
            int shells,
            int waiting,
            int stops,
            int notes,
            @Nullable Instant lmsSeenAt,
            long buildId,
            @Nullable String buildState,
            int builtDone,
            int builtOf,
            int builtFailed) {}

    /** The terms of the list that holds now, those with sections first, the latest first. */
    @Readers
    public Desk desk() {
        List<Term> terms = arrivals.current().map(this::terms).orElse(List.of());
        return new Desk(zone(), terms, ledger.latest(ENTRIES));
    }

    private String zone() {
        int version = conventions.current();
        return version == 0 ? "UTC" : conventions.version(version).zone().getId();
    }

    private List<Term> terms(long arrival) {
        RegistrarList list = arrivals.list(arrival);
        Map<String, Long> standing = held.shells(held.current()).stream()
                .filter(shell -> !shell.closed())
                .collect(Collectors.groupingBy(shell -> shell.term(), Collectors.counting()));
        return list.sessions().values().stream()
                .filter(session ->
                        !session.isSchoolYear() && list.termOf(session).equals(session))
                .map(session -> term(arrival, session, standing))
                .sorted(Comparator.comparing((Term term) -> term.sections() == 0)
                        .thenComparing(Term::firstDay, Comparator.reverseOrder()))
                .toList();
    }

    private Term term(long arrival, Session session, Map<String, Long> standing) {
        List<Section> sections = arrivals.sections(arrival, session.code());
        int stands = Math.toIntExact(standing.getOrDefault(session.code(), 0L));
        if (sections.isEmpty()) {
            return term(session, 0, stands, List.of());
        }
        ProofKey key = proofs.now(session.code());
        return term(session, sections.size(), stands, proofs.proof(key).proof().rows());
    }

    private static Term term(Session session, int sections, int standing, List<ProofRow> rows) {
        return new Term(
                session.code(),
                session.title(),
                session.start().toString(),
                session.end().map(LocalDate::toString).orElse(null),
                sections,
                standing,
                count(rows, row -> row.action() != Action.KEEP && row.action() != Action.STOP),
                count(rows, row -> row.action() == Action.STOP),
                count(rows, row -> row.action() != Action.STOP && !row.snags().isEmpty()));
    }

    private static int count(List<ProofRow> rows, Function<ProofRow, Boolean> test) {
        return (int) rows.stream().filter(test::apply).count();
    }

    /** How a term stands at each station. */
    @Readers
    public Line line(String code) {
        int version = conventions.current();
        int layers = version == 0 ? 0 : conventions.version(version).layers().size();
        Optional<ProofKey> key = proofs.current(code);
        Optional<BuildViews.Build> build = builds.last(code);
        Optional<Term> term = key.flatMap(k ->
                terms(k.arrival()).stream().filter(t -> t.code().equals(code)).findFirst());
        return new Line(
                zone(),
                term.orElse(null),
                term.map(Term::sections).orElse(0),
                key.map(k -> arrivals.view(k.arrival()).receivedAt()).orElse(null),
                layers,
                version,
                version == 0 ? 0 : conventions.version(version).crossLists().size(),
                key.filter(k -> term.isPresent())
                        .map(k -> crossLists.sheet(code).suggested().size())
                        .orElse(0),
                key.filter(k -> term.isPresent())
                        .map(k -> count(
                                proofs.proof(k).proof().rows(),
                                row -> row.snags().contains(Snag.SECTION_WINDOW_HIDES)))
                        .orElse(0),
                key.filter(k -> term.isPresent())
                        .map(k -> proofs.proof(k).proof().rows().size())
                        .orElse(0),
                term.map(Term::waiting).orElse(0),
                term.map(Term::stops).orElse(0),
                term.map(Term::notes).orElse(0),
                held.seenAt().orElse(null),
                build.map(BuildViews.Build::id).orElse(0L),
                build.map(BuildViews.Build::state).orElse(null),
                build.map(BuildViews.Build::done).orElse(0),
                build.map(BuildViews.Build::shells).orElse(0),
                build.map(BuildViews.Build::failed).orElse(0));
    }
}
