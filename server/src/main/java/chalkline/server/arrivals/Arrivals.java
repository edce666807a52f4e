package chalkline.server.arrivals;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface Arrivals extends JpaRepository<Arrival, Long> {
    /** The one in use: of those that were kept, the one taken into use last. */
    Optional<Arrival> findFirstByStateOrderByInUseSinceDescIdDesc(Arrival.State state);

    List<Arrival> findTop20ByOrderByIdDesc();

    List<Arrival> findByStateOrderByIdDesc(Arrival.State state);

    int countByState(Arrival.State state);

    Optional<Arrival> findFirstByStateAndIdLessThanOrderByIdDesc(Arrival.State state, long id);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("from Arrival where id = :id")
    Optional<Arrival> lock(long id);
}
