package chalkline.server.arrivals;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface Arrivals extends JpaRepository<Arrival, Long> {
    Optional<Arrival> findFirstByStateOrderByIdDesc(Arrival.State state);

    List<Arrival> findTop20ByOrderByIdDesc();

    Optional<Arrival> findFirstByStateAndIdLessThanOrderByIdDesc(Arrival.State state, long id);
}
