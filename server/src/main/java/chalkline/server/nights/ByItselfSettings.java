package chalkline.server.nights;

import jakarta.persistence.LockModeType;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface ByItselfSettings extends JpaRepository<ByItself, Integer> {
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("from ByItself where id = 1")
    Optional<ByItself> lock();
}
