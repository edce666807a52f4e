package chalkline.server.conventions;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface ConventionsVersions extends JpaRepository<ConventionsVersion, Integer> {
    Optional<ConventionsVersion> findFirstByOrderByNumberDesc();

    List<ConventionsVersion> findTop20ByOrderByNumberDesc();
}
