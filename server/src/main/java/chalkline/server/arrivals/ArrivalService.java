package chalkline.server.arrivals;

import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.arrivals.Sections;
import chalkline.core.arrivals.Session;
import chalkline.server.frame.NotFound;
import chalkline.server.ledger.LedgerService;
import chalkline.server.people.Administrators;
import chalkline.server.people.PeopleService;
import chalkline.server.people.Readers;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import com.github.kagkarlsson.scheduler.SchedulerClient;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The registrar's lists that have come in, and the one that holds now: the last that was kept. */
@Service
public class ArrivalService {
    private static final int LISTS_IN_MEMORY = 3;

    private final Arrivals arrivals;
    private final ArrivalFiles files;
    private final SchedulerClient scheduler;
    private final LedgerService ledger;
    private final PeopleService people;
    private final ListStore store;
    private final LoadingCache<TermOfList, List<Section>> sections;

    private record TermOfList(long arrival, String term) {}

    ArrivalService(
            Arrivals arrivals,
            ArrivalFiles files,
            ListStore store,
            SchedulerClient scheduler,
            LedgerService ledger,
            PeopleService people) {
        this.arrivals = arrivals;
        this.files = files;
        this.scheduler = scheduler;
        this.ledger = ledger;
        this.people = people;
        this.store = store;
        this.sections = Caffeine.newBuilder().maximumSize(LISTS_IN_MEMORY).build(this::read);
    }

    /** Asks for the registrar's current list; it is fetched and read in the background. */
    @Administrators
    @Transactional
    public View fetch() {
        Arrival arrival = arrivals.saveAndFlush(
                new Arrival(Arrival.Source.FETCHED, "the registrar's list", PeopleService.currentLogin()));
        ledger.write("list asked for", arrival.fileName(), Map.of("arrival", arrival.id()));
        schedule(arrival);
        return view(arrival);
    }

    /** Takes a file; it is read in the background. */
    @Administrators
    @Transactional
    public View drop(String fileName, byte[] content) {
        Arrival arrival =
                arrivals.saveAndFlush(new Arrival(Arrival.Source.FILE, fileName, PeopleService.currentLogin()));
        files.save(new ArrivalFile(arrival.id(), content));
        ledger.write("list dropped", fileName, Map.of("arrival", arrival.id(), "bytes", content.length));
        schedule(arrival);
        return view(arrival);
    }

    private void schedule(Arrival arrival) {
        scheduler.scheduleIfNotExists(ReadArrival.TASK
                .instance(Long.toString(arrival.id()))
                .data(new ReadArrival.Work(arrival.id()))
                .scheduledTo(Instant.now()));
    }

    /** The latest arrivals, newest first. */
    @Readers
    public List<View> latest() {
        return arrivals.findTop20ByOrderByIdDesc().stream().map(this::view).toList();
    }

    /** One arrival. */
    @Readers
    public View view(long id) {
        return view(arrivals.findById(id).orElseThrow(() -> new NotFound("There is no arrival " + id + ".")));
    }

    /** What a kept arrival brought, against the one kept before it, by department. */
    @Readers
    public List<Brought.Row> brought(long id) {
        Arrival arrival = arrivals.findById(id).orElseThrow(() -> new NotFound("There is no arrival " + id + "."));
        if (arrival.state() != Arrival.State.KEPT) {
            return List.of();
        }
        Optional<RegistrarList> before = arrivals.findFirstByStateAndIdLessThanOrderByIdDesc(Arrival.State.KEPT, id)
                .map(kept -> store.read(kept.id()));
        return Brought.between(before, store.read(id));
    }

    /** The number of the list that holds now; empty before the first was kept. */
    public Optional<Long> current() {
        return arrivals.findFirstByStateOrderByIdDesc(Arrival.State.KEPT).map(Arrival::id);
    }

    public RegistrarList list(long arrival) {
        return store.read(arrival);
    }

    /** The facts of all sections of a term of a kept list; a term that it does not have is not found. */
    public List<Section> sections(long arrival, String term) {
        return sections.get(new TermOfList(arrival, term));
    }

    private List<Section> read(TermOfList of) {
        RegistrarList list = store.read(of.arrival());
        return Sections.ofTerm(list, term(list, of.term()));
    }

    /** A term of a list by its code. */
    public static Session term(RegistrarList list, String code) {
        return list.term(code).orElseThrow(() -> new NotFound("The registrar's list has no term " + code + "."));
    }

    private View view(Arrival arrival) {
        return new View(
                arrival.id(),
                arrival.source(),
                arrival.fileName(),
                arrival.state(),
                arrival.receivedAt(),
                arrival.readAt().orElse(null),
                people.nameOf(arrival.receivedBy()),
                arrival.sections(),
                arrival.courses(),
                arrival.people(),
                arrival.enrollments(),
                arrival.faultCount(),
                arrival.faults().stream()
                        .map(fault -> new FaultView(fault.file(), fault.line(), fault.column(), fault.reason()))
                        .toList());
    }

    /** An arrival as a screen shows it. */
    public record View(
            long id,
            Arrival.Source source,
            String fileName,
            Arrival.State state,
            Instant receivedAt,
            @Nullable Instant readAt,
            String receivedBy,
            int sections,
            int courses,
            int people,
            int enrollments,
            int faultCount,
            List<FaultView> faults) {}

    /** A fault with its place. */
    public record FaultView(String file, long line, String column, String reason) {}
}
