package chalkline.server.arrivals;

import jakarta.persistence.LockModeType;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface Arrivals extends JpaRepository<Arrival, Long> {
    /** The one in use: of those that were kept, the one taken into use last. */
    Optional<Arrival> findFirstByStateOrderByInUseSinceDescIdDesc(Arrival.State state);

    @Query("select id from Arrival where state = KEPT order by inUseSince desc, id desc")
    List<Long> idsOfKept(Limit limit);

    /** The number of the one in use. Asked at every key press, so without the faults and changes that it brought. */
    default Optional<Long> idInUse() {
        return idsOfKept(Limit.of(1)).stream().findFirst();
    }

    List<Arrival> findTop20ByOrderByIdDesc();

    /** The last one of a source before another that came to something of its own. */
    Optional<Arrival> findFirstBySourceAndStateNotInAndIdLessThanOrderByIdDesc(
            String source, Collection<Arrival.State> states, long id);

    @Modifying
    @Query(value = "update list_turn set turn = turn + 1 where id = 1", nativeQuery = true)
    void takeTurn();

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("from Arrival where state = KEPT order by inUseSince desc, id desc")
    List<Arrival> lockKept(Limit limit);

    /**
     * The one in use, for whoever takes another into use: one at a time, until its transaction ends. It is read anew,
     * whatever this transaction saw of it before.
     */
    default Optional<Arrival> lockInUse() {
        takeTurn();
        return lockKept(Limit.of(1)).stream().findFirst();
    }

    List<Arrival> findByStateOrderByIdDesc(Arrival.State state);

    List<Arrival> findTop30ByStateInAndSourceNotOrderByIdDesc(Collection<Arrival.State> states, String source);

    int countByState(Arrival.State state);

    int countByStateAndWayInAndSource(Arrival.State state, Collection<Arrival.Way> ways, String source);

    Optional<Arrival> findFirstByStateAndIdLessThanOrderByIdDesc(Arrival.State state, long id);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("from Arrival where id = :id")
    Optional<Arrival> lock(long id);
}
