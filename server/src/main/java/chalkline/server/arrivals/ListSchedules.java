package chalkline.server.arrivals;

import jakarta.persistence.LockModeType;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface ListSchedules extends JpaRepository<ListSchedule, String> {
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("from ListSchedule where source = :source")
    Optional<ListSchedule> lock(String source);
}
