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
import java.util.function.BiFunction;
import java.util.function.Function;
import org.hibernate.SessionFactory;
import org.hibernate.StatelessSession;
import org.springframework.stereotype.Component;

/** Writes the rows of a list into the database and reads them back, both in bulk. */
@Component
class ListStore {
    /** The states in which all rows of a list are there, to stay. */
    static final Set<Arrival.State> HAVE_ROWS =
            EnumSet.of(Arrival.State.KEPT, Arrival.State.HELD, Arrival.State.TURNED_AWAY);

    private static final int BATCH = 1000;

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

    /**
     * Writes all rows in one transaction, in place of any that an earlier attempt left. They count once the arrival is
     * marked as kept.
     */
    void write(long arrival, RegistrarList list) {
        OnceMore.doing(() -> sessions.inStatelessTransaction(session -> {
            forget(session, arrival);
            insert(session, arrival, list.sessions().values(), ListedSession::new);
            insert(session, arrival, list.orgs().values(), ListedOrg::new);
            insert(session, arrival, list.courses().values(), ListedCourse::new);
            insert(session, arrival, list.classes().values(), ListedSection::new);
            insert(session, arrival, list.people().values(), ListedPerson::new);
            insert(session, arrival, list.enrollments(), ListedEnrollment::new);
        }));
        rows.put(arrival, list);
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

    private static <C, E> void insert(
            StatelessSession session, long arrival, Collection<C> rows, BiFunction<RowId, C, E> entity) {
        session.setJdbcBatchSize(BATCH);
        List<E> batch = new ArrayList<>(BATCH);
        int ordinal = 0;
        for (C row : rows) {
            batch.add(entity.apply(new RowId(arrival, ordinal++), row));
            if (batch.size() == BATCH) {
                session.insertMultiple(batch);
                batch.clear();
            }
        }
        session.insertMultiple(batch);
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
