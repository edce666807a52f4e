package chalkline.server.arrivals;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.CombinedList;
import chalkline.core.arrivals.Course;
import chalkline.core.arrivals.Enrollments;
import chalkline.core.arrivals.ListedClass;
import chalkline.core.arrivals.Org;
import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.RegistrarList;
import chalkline.server.frame.NotFound;
import chalkline.server.frame.OnceMore;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import jakarta.persistence.EntityManagerFactory;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.Executor;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.BiFunction;
import java.util.function.Function;
import org.hibernate.SessionFactory;
import org.hibernate.StatelessSession;
import org.springframework.dao.ConcurrencyFailureException;
import org.springframework.stereotype.Component;

/** Writes the rows of a list into the database and reads them back, both in bulk. */
@Component
class ListStore {
    /** The states in which all rows of a list are there, to stay. */
    static final Set<Arrival.State> HAVE_ROWS =
            EnumSet.of(Arrival.State.KEPT, Arrival.State.HELD, Arrival.State.TURNED_AWAY);

    private static final int BATCH = 1000;
    /** How many rows a transaction writes. */
    private static final int TRANSACTION = 20_000;

    private static final int WRITERS = 2;

    private static final int LISTS_IN_MEMORY = 3;

    /** Those that a list in use and the one after it are made of. */
    private static final int PARTS_IN_MEMORY = 6;

    private final SessionFactory sessions;
    /** By arrival; rows that were just written need not be read back for their first proof. */
    private final LoadingCache<Long, RegistrarList> rows =
            Caffeine.newBuilder().maximumSize(PARTS_IN_MEMORY).softValues().build(this::load);

    private final LoadingCache<Long, RegistrarList> lists =
            Caffeine.newBuilder().maximumSize(LISTS_IN_MEMORY).softValues().build(this::combine);

    ListStore(EntityManagerFactory factory) {
        this.sessions = factory.unwrap(SessionFactory.class);
    }

    /** Another attempt at the same list has begun meanwhile, so that what this one does no longer counts. */
    static final class Overtaken extends RuntimeException {
        private static final long serialVersionUID = 1L;
    }

    /**
     * Writes all rows, in place of any that an earlier attempt left: in many transactions, since one of a million rows would
     * hold up a cluster, and two at a time, so that rows are made ready while the database takes others. They count once
     * the arrival is marked as kept, and are counted before that.
     *
     * @param holds throws {@link Overtaken} where another attempt has begun; asked before each transaction
     */
    void write(long arrival, RegistrarList list, Runnable holds) {
        holds.run();
        forget(arrival);
        ExecutorService writers = Executors.newFixedThreadPool(WRITERS);
        try {
            Writing writing = new Writing(writers, arrival, holds);
            writing.insert(list.sessions().values(), ListedSession.class, ListedSession::new);
            writing.insert(list.orgs().values(), ListedOrg.class, ListedOrg::new);
            writing.insert(list.courses().values(), ListedCourse.class, ListedCourse::new);
            writing.insert(list.classes().values(), ListedSection.class, ListedSection::new);
            writing.insert(list.people().values(), ListedPerson.class, ListedPerson::new);
            writing.insert(list.enrollments(), ListedEnrollment.class, ListedEnrollment::new);
        } finally {
            writers.shutdown();
        }
        rows.put(arrival, list);
    }

    private final class Writing {
        private final Executor writers;
        private final long arrival;
        private final Runnable holds;

        Writing(Executor writers, long arrival, Runnable holds) {
            this.writers = writers;
            this.arrival = arrival;
            this.holds = holds;
        }

        <C, E> void insert(Collection<C> all, Class<E> table, BiFunction<RowId, C, E> entity) {
            List<C> inOrder = all instanceof List<C> list ? list : List.copyOf(all);
            List<CompletableFuture<Void>> parts = new ArrayList<>();
            for (int from = 0; from < inOrder.size(); from += TRANSACTION) {
                int first = from;
                int end = Math.min(inOrder.size(), from + TRANSACTION);
                parts.add(CompletableFuture.runAsync(() -> insert(inOrder, first, end, entity), writers));
            }
            try {
                CompletableFuture.allOf(parts.toArray(CompletableFuture[]::new)).join();
            } catch (CompletionException e) {
                throw e.getCause() instanceof RuntimeException cause ? cause : e;
            }
            long there = count(arrival, table);
            if (there != inOrder.size()) {
                throw new ConcurrencyFailureException("Arrival " + arrival + " has " + there + " rows of "
                        + inOrder.size() + " in " + table.getSimpleName() + ": another attempt wrote there too");
            }
        }

        private <C, E> void insert(List<C> all, int from, int end, BiFunction<RowId, C, E> entity) {
            holds.run();
            OnceMore.doing(() -> sessions.inStatelessTransaction(session -> {
                session.setJdbcBatchSize(BATCH);
                List<E> batch = new ArrayList<>(BATCH);
                for (int ordinal = from; ordinal < end; ordinal++) {
                    batch.add(entity.apply(new RowId(arrival, ordinal), all.get(ordinal)));
                    if (batch.size() == BATCH || ordinal == end - 1) {
                        session.insertMultiple(batch);
                        batch.clear();
                    }
                }
            }));
        }
    }

    private long count(long arrival, Class<?> table) {
        return sessions.fromStatelessSession(session -> session.createSelectionQuery(
                        "select count(*) from " + table.getSimpleName() + " where rowId.arrivalId = :arrival",
                        Long.class)
                .setParameter("arrival", arrival)
                .getSingleResult());
    }

    /** Takes the rows of an arrival out; how many those were. */
    int forget(long arrival) {
        int[] gone = {0};
        OnceMore.doing(() -> sessions.inStatelessTransaction(session -> gone[0] = forget(session, arrival)));
        rows.invalidate(arrival);
        lists.invalidate(arrival);
        return gone[0];
    }

    private static int forget(StatelessSession session, long arrival) {
        int gone = 0;
        for (Class<?> entity : List.of(
                ListedSession.class,
                ListedOrg.class,
                ListedCourse.class,
                ListedSection.class,
                ListedPerson.class,
                ListedEnrollment.class)) {
            gone += session.createMutationQuery(
                            "delete from " + entity.getSimpleName() + " where rowId.arrivalId = :arrival")
                    .setParameter("arrival", arrival)
                    .executeUpdate();
        }
        return gone;
    }

    /** All that holds while an arrival is in use: its own rows and those of the other sources beside it. */
    RegistrarList read(long arrival) {
        return lists.get(arrival);
    }

    /** What an arrival itself brought. */
    RegistrarList rows(long arrival) {
        return rows.get(arrival);
    }

    private RegistrarList combine(long arrival) {
        List<CombinedList.Part> parts = new ArrayList<>();
        try (StatelessSession session = sessions.openStatelessSession()) {
            for (Map.Entry<String, Long> part : inOrder(kept(session, arrival).parts())) {
                Map<String, String> merged = kept(session, part.getValue()).merged();
                parts.add(new CombinedList.Part(part.getKey(), rows(part.getValue()), merged));
            }
        }
        return CombinedList.of(parts);
    }

    /** The first registrar's first, our own last. */
    private static List<Map.Entry<String, Long>> inOrder(Map<String, Long> parts) {
        return parts.entrySet().stream()
                .sorted(Comparator.comparing(
                                (Map.Entry<String, Long> part) -> part.getKey().equals(CombinedList.REGISTRAR)
                                        ? 0
                                        : part.getKey().equals(CombinedList.OWN) ? 2 : 1)
                        .thenComparing(Map.Entry::getKey))
                .toList();
    }

    /** Only what stays as it is may be kept in memory, so an arrival that is still being read has no list. */
    private static Arrival kept(StatelessSession session, long arrival) {
        Arrival of = session.get(Arrival.class, arrival);
        if (of == null || !HAVE_ROWS.contains(of.state())) {
            throw new NotFound("No list was kept as number " + arrival + ".");
        }
        if (of.isOutdated()) {
            throw new NotFound("The rows of list " + arrival
                    + " were kept as long as they are to be and are gone; docs/running.md says how long that is.");
        }
        return of;
    }

    private RegistrarList load(long arrival) {
        try (StatelessSession session = sessions.openStatelessSession()) {
            kept(session, arrival);
            Map<String, Person> people =
                    byId(all(session, arrival, ListedPerson.class, ListedPerson::toCore), Person::id);
            return new RegistrarList(
                    byId(all(session, arrival, ListedSession.class, ListedSession::toCore), AcademicSession::id),
                    byId(all(session, arrival, ListedOrg.class, ListedOrg::toCore), Org::id),
                    byId(all(session, arrival, ListedCourse.class, ListedCourse::toCore), Course::id),
                    byId(all(session, arrival, ListedSection.class, ListedSection::toCore), ListedClass::id),
                    people,
                    Enrollments.of(
                            all(session, arrival, ListedEnrollment.class, row -> row.toCore(people)), people.values()));
        }
    }

    private static <E, C> List<C> all(StatelessSession session, long arrival, Class<E> entity, Function<E, C> toCore) {
        String query = "from " + entity.getSimpleName() + " where rowId.arrivalId = :arrival order by rowId.ordinal";
        List<C> rows = new ArrayList<>();
        for (E row : session.createSelectionQuery(query, entity)
                .setParameter("arrival", arrival)
                .getResultList()) {
            rows.add(toCore.apply(row));
        }
        return rows;
    }

    private static <C> Map<String, C> byId(List<C> rows, Function<C, String> id) {
        Map<String, C> map = new LinkedHashMap<>();
        rows.forEach(row -> map.put(id.apply(row), row));
        return map;
    }
}
