package chalkline.server.arrivals;

import jakarta.persistence.LockModeType;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface Arrivals extends JpaRepository<Arrival, Long> {
    /** The one in use: of those that were kept, the one taken into use last. */
    Optional<Arrival> findFirstByStateOrderByInUseSinceDescIdDesc(Arrival.State state);

    List<Arrival> findTop20ByOrderByIdDesc();

    /** The last one before another that came to something of its own. */
    Optional<Arrival> findFirstByStateNotInAndIdLessThanOrderByIdDesc(Collection<Arrival.State> states, long id);

    List<Arrival> findByStateOrderByIdDesc(Arrival.State state);

    List<Arrival> findTop30ByStateInOrderByIdDesc(Collection<Arrival.State> states);

    int countByState(Arrival.State state);

    int countByStateAndSourceNot(Arrival.State state, Arrival.Source source);

    Optional<Arrival> findFirstByStateAndIdLessThanOrderByIdDesc(Arrival.State state, long id);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("from Arrival where id = :id")
    Optional<Arrival> lock(long id);
}
