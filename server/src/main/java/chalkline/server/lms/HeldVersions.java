package chalkline.server.lms;

import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface HeldVersions extends JpaRepository<HeldVersion, Integer> {
    Optional<HeldVersion> findFirstByOrderByNumberDesc();
}
