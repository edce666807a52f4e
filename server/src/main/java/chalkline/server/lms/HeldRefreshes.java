package chalkline.server.lms;

import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface HeldRefreshes extends JpaRepository<HeldRefresh, Long> {
    Optional<HeldRefresh> findFirstByOrderByIdDesc();
}
