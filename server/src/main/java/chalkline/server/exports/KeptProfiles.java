package chalkline.server.exports;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface KeptProfiles extends JpaRepository<KeptProfile, Long> {
    List<KeptProfile> findByOrderByNameAscIdAsc();

    Optional<KeptProfile> findFirstByName(String name);
}
