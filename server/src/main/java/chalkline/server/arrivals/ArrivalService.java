package chalkline.server.arrivals;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.CombinedList;
import chalkline.core.arrivals.LeftOut;
import chalkline.core.arrivals.Oddity;
import chalkline.core.arrivals.Org;
import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.arrivals.Sections;
import chalkline.core.naming.Text;
import chalkline.server.frame.Conflict;
import chalkline.server.frame.NotFound;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.SignedIn;
import chalkline.server.frame.Time;
import chalkline.server.ledger.LedgerService;
import chalkline.server.people.PeopleService;
import chalkline.server.policy.May;
import chalkline.server.policy.MayPartly;
import chalkline.server.policy.Policy;
import chalkline.server.policy.Right;
import chalkline.server.policy.Scope;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import com.github.kagkarlsson.scheduler.SchedulerClient;
import java.io.InputStream;
import java.time.Instant;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The registrar's lists that have come in, and the one in use. */
@Service
public class ArrivalService {
    private static final int LISTS_IN_MEMORY = 3;
    /** Who does what nobody asked for; no login has a space. */
    public static final String SCHEDULE = "the schedule";

    static final String THE_LIST = "the registrar's list";

    private final Arrivals arrivals;
    private final Pieces pieces;
    private final ListSources sources;
    private final SchedulerClient scheduler;
    private final LedgerService ledger;
    private final PeopleService people;
    private final ListStore store;
    private final LoadingCache<TermOfList, List<Section>> sections;
    private final Policy policy;
    private final Time time;
    private final OnceListed once;

    private record TermOfList(long arrival, String term) {}

    ArrivalService(
            Arrivals arrivals,
            Pieces pieces,
            ListStore store,
            ListSources sources,
            SchedulerClient scheduler,
            LedgerService ledger,
            PeopleService people,
            Policy policy,
            OnceListed once,
            Time time) {
        this.time = time;
        this.once = once;
        this.policy = policy;
        this.arrivals = arrivals;
        this.pieces = pieces;
        this.sources = sources;
        this.scheduler = scheduler;
        this.ledger = ledger;
        this.people = people;
        this.store = store;
        this.sections = Caffeine.newBuilder().maximumSize(LISTS_IN_MEMORY).build(this::read);
    }

    /** Asks for the current list of a registrar; it is fetched and read in the background. */
    @May(Right.CHANGE_LISTS)
    @Transactional
    public View fetch(String source) {
        ListSources.ListSource from = sources.named(source);
        if (from.address().isEmpty()) {
            throw new Refusal("The registrar's address is not set. Set REGISTRAR_URL to where the list is fetched and"
                    + " start Chalk Line again, or drop a file.");
        }
        Arrival arrival = arrivals.saveAndFlush(
                new Arrival(Arrival.Way.FETCHED, source, from.name(), SignedIn.login(), time.now()));
        ledger.write("list asked for", arrival.fileName(), Map.of("arrival", arrival.id()));
        ReadArrival.schedule(scheduler, arrival, time.now());
        return view(arrival);
    }

    /** Takes a file; it is read in the background. */
    @May(Right.CHANGE_LISTS)
    @Transactional
    public View drop(String source, String fileName, InputStream content) {
        sources.named(source);
        Arrival arrival =
                arrivals.saveAndFlush(new Arrival(Arrival.Way.FILE, source, fileName, SignedIn.login(), time.now()));
        long bytes = pieces.take(arrival.id(), content);
        ledger.write("list dropped", fileName, Map.of("arrival", arrival.id(), "bytes", bytes));
        ReadArrival.schedule(scheduler, arrival, time.now());
        return view(arrival);
    }

    /** The latest arrivals, newest first. */
    @MayPartly(Right.READ_LISTS)
    public List<View> latest() {
        return all()
                ? views(arrivals.findTop20ByOrderByIdDesc())
                : inUse().map(this::narrowed).stream().toList();
    }

    /** One arrival. */
    @MayPartly(Right.READ_LISTS)
    public View view(long id) {
        Arrival arrival = arrivals.findById(id).orElseThrow(() -> missing(id));
        Policy.require(all() || allInUse().contains(id));
        return all() ? view(arrival) : narrowed(arrival);
    }

    /** The departments of the list in use, by name. */
    @May(Right.READ_CONVENTIONS)
    public List<Department> departments() {
        return current().map(this::list).map(RegistrarList::orgs).orElse(Map.of()).values().stream()
                .filter(Org::isDepartment)
                .map(org -> new Department(org.code(), org.name()))
                .sorted(Comparator.comparing(Department::name, Text.NATURAL))
                .toList();
    }

    /** A department by what the registrar calls it. */
    public record Department(String code, String name) {}

    private String code(long arrival, String org) {
        Org known = store.read(arrival).orgs().get(org);
        return known == null ? "" : known.code();
    }

    private boolean all() {
        return policy.scope(Right.READ_LISTS).all();
    }

    /** Of the list in use what is of somebody's departments: how many sections, and nothing of the rest of the campus. */
    private View narrowed(Arrival arrival) {
        Scope scope = policy.scope(Right.READ_LISTS);
        View whole = view(arrival);
        List<Section> own = store.read(arrival.id()).terms().stream()
                .flatMap(term -> sections(arrival.id(), term.code()).stream())
                .filter(scope::section)
                .toList();
        Set<String> taught = own.stream().map(section -> section.course().id()).collect(Collectors.toSet());
        Set<String> students = own.stream()
                .flatMap(section -> section.students().stream())
                .map(Person::id)
                .collect(Collectors.toSet());
        return new View(
                whole.id(),
                whole.way(),
                whole.source(),
                whole.fileName(),
                whole.state(),
                whole.inUse(),
                whole.receivedAt(),
                whole.readAt(),
                whole.receivedBy(),
                own.size(),
                taught.size(),
                students.size(),
                own.stream().mapToInt(section -> section.students().size()).sum(),
                0,
                List.of(),
                List.of(),
                List.of(),
                whole.decidedBy(),
                whole.decidedAt(),
                whole.reason(),
                List.of(),
                whole.sameAs());
    }

    /** What a kept arrival brought, against the one kept before it, by department. */
    @MayPartly(Right.READ_LISTS)
    public List<DepartmentTally.Row> tally(long id) {
        Arrival arrival = arrivals.findById(id).orElseThrow(() -> missing(id));
        Scope scope = policy.scope(Right.READ_LISTS);
        if (!ListStore.HAVE_ROWS.contains(arrival.state())) {
            return List.of();
        }
        return DepartmentTally.between(before(id).map(store::read), store.read(id)).stream()
                .filter(row -> scope.department(code(id, row.id())))
                .toList();
    }

    /** The list that one is compared with: what it was held against, or the one kept before it; empty for the first. */
    public Optional<Long> before(long id) {
        return arrivals.findById(id)
                .orElseThrow(() -> missing(id))
                .againstId()
                .or(() -> arrivals.findFirstByStateAndIdLessThanOrderByIdDesc(Arrival.State.KEPT, id)
                        .map(Arrival::id));
    }

    /**
     * Takes a list into use: one that a guard held, or one that was in use before.
     *
     * @throws Conflict where it was decided about meanwhile
     */
    @May(Right.CHANGE_LISTS)
    @Transactional
    public View use(long id, String reason) {
        Optional<Arrival> inUse = arrivals.lockInUse();
        Arrival arrival = arrivals.lock(id).orElseThrow(() -> missing(id));
        boolean wasHeld = arrival.state() == Arrival.State.HELD;
        if (!wasHeld && arrival.state() != Arrival.State.KEPT) {
            throw new Conflict("This list is not held, and never was in use; nothing was changed.");
        }
        Optional<Long> judgedAgainst =
                arrival.againstId().flatMap(arrivals::findById).flatMap(one -> one.rowsOf(arrival.source()));
        if (wasHeld && !inUse.flatMap(one -> one.rowsOf(arrival.source())).equals(judgedAgainst)) {
            throw new Conflict("Another list was taken into use since this one was held, so its numbers no longer hold."
                    + " Turn it away and fetch the list again.");
        }
        Map<String, Long> parts = inUse.orElseThrow()
                .partsWith(arrival.source(), arrival.rowsOf(arrival.source()).orElseThrow());
        if (parts.equals(inUse.orElseThrow().parts())) {
            throw new Conflict("This list is in use already.");
        }
        arrival.use(SignedIn.login(), reason, time.now());
        Arrival taken = arrivals.saveAndFlush(arrival);
        if (!parts.equals(arrival.parts())) {
            // what other sources say meanwhile stays, and a list is never another than it was
            Arrival beside = new Arrival(arrival, parts, SignedIn.login(), time.now());
            beside.use(SignedIn.login(), reason, time.now());
            taken = arrivals.saveAndFlush(beside);
        }
        ledger.write(
                wasHeld ? "held list accepted" : "earlier list used again",
                arrival.fileName(),
                Map.of(
                        "arrival", taken.id(),
                        "before", inUse.orElseThrow().id(),
                        "after", taken.id(),
                        "reason", reason));
        return view(taken);
    }

    /** Turns a held list away; the list in use stays. */
    @May(Right.CHANGE_LISTS)
    @Transactional
    public View turnAway(long id, String reason) {
        Arrival arrival = arrivals.lock(id).orElseThrow(() -> missing(id));
        if (arrival.state() != Arrival.State.HELD) {
            throw new Conflict("This list is not held, or was decided about meanwhile; nothing was changed.");
        }
        arrival.turnAway(SignedIn.login(), reason, time.now());
        ledger.write("held list turned away", arrival.fileName(), Map.of("arrival", id, "reason", reason));
        return view(arrivals.saveAndFlush(arrival));
    }

    /** Lists that wait for a person, newest first. */
    @MayPartly(Right.READ_LISTS)
    public List<View> held() {
        return all() ? views(arrivals.findByStateOrderByIdDesc(Arrival.State.HELD)) : List.of();
    }

    /**
     * A list among those that came lately.
     *
     * @param cameIn sections that the list before it did not have
     * @param adds students of sections that the list before it did not have
     */
    public record Night(
            long id,
            Instant receivedAt,
            Arrival.State state,
            boolean inUse,
            int sections,
            int cameIn,
            int wentOut,
            int adds,
            int drops) {}

    /** The last thirty lists that were read, the oldest first. */
    @MayPartly(Right.READ_LISTS)
    public List<Night> nights() {
        if (!all()) {
            return List.of();
        }
        Set<Long> inUse = allInUse();
        return arrivals.findTop30ByStateInAndSourceNotOrderByIdDesc(ListStore.HAVE_ROWS, CombinedList.OWN).stream()
                .map(one -> new Night(
                        one.id(),
                        one.receivedAt(),
                        one.state(),
                        inUse.contains(one.id()),
                        one.sections(),
                        one.cameIn(),
                        one.wentOut(),
                        one.adds(),
                        one.drops()))
                .sorted(Comparator.comparing(Night::id))
                .toList();
    }

    /** The list that came by itself last and was refused, where nothing came of its own since; empty otherwise. */
    @MayPartly(Right.READ_LISTS)
    public Optional<View> refusedAtNight() {
        if (!all()) {
            return Optional.empty();
        }
        return sources.all().stream()
                .flatMap(source -> arrivals
                        .findFirstBySourceAndStateNotInAndIdLessThanOrderByIdDesc(
                                source.key(), EnumSet.of(Arrival.State.READING, Arrival.State.SAME), Long.MAX_VALUE)
                        .stream())
                .filter(last -> last.way() == Arrival.Way.SCHEDULED && last.state() == Arrival.State.REFUSED)
                .max(Comparator.comparing(Arrival::id))
                .map(this::view);
    }

    /** How many lists wait for a person. */
    @MayPartly(Right.READ_LISTS)
    public int heldCount() {
        return all() ? arrivals.countByState(Arrival.State.HELD) : 0;
    }

    private List<View> views(List<Arrival> all) {
        Map<String, String> names = all.isEmpty() ? Map.of() : people.names();
        Set<Long> inUse = all.isEmpty() ? Set.of() : allInUse();
        return all.stream().map(arrival -> view(arrival, inUse, names)).toList();
    }

    private static NotFound missing(long id) {
        return new NotFound("There is no arrival " + id + ".");
    }

    /** The number of the list in use; empty before the first was kept. */
    public Optional<Long> current() {
        return arrivals.idInUse();
    }

    /** The arrivals of all sources whose rows are in use, and the one that put them together. */
    private Set<Long> allInUse() {
        Set<Long> all = new HashSet<>();
        inUse().ifPresent(one -> {
            all.add(one.id());
            all.addAll(one.parts().values());
        });
        return all;
    }

    private Optional<Arrival> inUse() {
        return arrivals.findFirstByStateOrderByInUseSinceDescIdDesc(Arrival.State.KEPT);
    }

    /** The list in use, where it came by itself. */
    public Optional<Long> scheduledInUse() {
        return inUse().filter(arrival -> arrival.way() == Arrival.Way.SCHEDULED).map(Arrival::id);
    }

    /** When a list came in. */
    public Instant receivedAt(long arrival) {
        return arrivals.findById(arrival).orElseThrow(() -> missing(arrival)).receivedAt();
    }

    /** A list that was kept or is held; any other is not found. */
    public RegistrarList list(long arrival) {
        return store.read(arrival);
    }

    /** The facts of all sections of a term of a kept list; a term that it does not have is not found. */
    public List<Section> sections(long arrival, String term) {
        return sections.get(new TermOfList(arrival, term));
    }

    /** Grows when {@link #onceListed} may. */
    public long listedVersion(long inUse) {
        return once.version(inUse);
    }

    /** Sections that a list, the one in use or any before it, has or had in a term; sourcedIds. */
    public Set<String> onceListed(long arrival, String term) {
        return once.sections(term, arrival);
    }

    private List<Section> read(TermOfList of) {
        RegistrarList list = store.read(of.arrival());
        return Sections.ofTerm(list, term(list, of.term()));
    }

    /** A term of a list by its code. */
    public static AcademicSession term(RegistrarList list, String code) {
        return list.term(code).orElseThrow(() -> new NotFound("The registrar's list has no term " + code + "."));
    }

    private View view(Arrival arrival) {
        return view(arrival, allInUse(), people.names());
    }

    private static View view(Arrival arrival, Set<Long> inUse, Map<String, String> names) {
        return new View(
                arrival.id(),
                arrival.way(),
                arrival.source(),
                arrival.fileName(),
                arrival.state(),
                inUse.contains(arrival.id()),
                arrival.receivedAt(),
                arrival.readAt().orElse(null),
                names.getOrDefault(arrival.receivedBy(), arrival.receivedBy()),
                arrival.sections(),
                arrival.courses(),
                arrival.people(),
                arrival.enrollments(),
                arrival.faultCount(),
                arrival.faults().stream()
                        .map(fault -> new FaultView(fault.file(), fault.line(), fault.column(), fault.reason()))
                        .toList(),
                arrival.trips().stream().map(TripView::of).toList(),
                arrival.oddities(),
                arrival.decidedBy()
                        .map(login -> names.getOrDefault(login, login))
                        .orElse(null),
                arrival.decidedAt().orElse(null),
                arrival.reason(),
                arrival.leftOut().stream()
                        .map(kept -> new LeftOutView(
                                kept.part().kind(),
                                kept.part().term(),
                                kept.part().department(),
                                kept.sections()))
                        .toList(),
                arrival.sameAs().orElse(null));
    }

    /**
     * An arrival as a screen shows it.
     *
     * @param sameAs the arrival that has the same content, where nothing new was kept
     */
    public record View(
            long id,
            Arrival.Way way,
            String source,
            String fileName,
            Arrival.State state,
            boolean inUse,
            Instant receivedAt,
            @Nullable Instant readAt,
            String receivedBy,
            int sections,
            int courses,
            int people,
            int enrollments,
            long faultCount,
            List<FaultView> faults,
            List<TripView> trips,
            List<Oddity> oddities,
            @Nullable String decidedBy,
            @Nullable Instant decidedAt,
            String reason,
            List<LeftOutView> leftOut,
            @Nullable Long sameAs) {}

    /** A part that was left out of what a list changes, and how many sections are as they were because of it. */
    public record LeftOutView(LeftOut.Kind kind, String term, String department, int sections) {}

    /** A guard that a list trips: so many of so many are gone, of a department or, if empty, of the campus. */
    public record TripView(String term, String department, String guard, int out, int whole) {
        private static TripView of(Arrival.Trip trip) {
            return new TripView(trip.term(), trip.department(), trip.guard(), trip.out(), trip.whole());
        }
    }

    /** A fault with its place. */
    public record FaultView(String file, long line, String column, String reason) {}
}
