package chalkline.server.lms;

import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface HeldVersions extends JpaRepository<HeldVersion, Integer> {
    /** The number of the latest; 0 before there is one. */
    @Query("select coalesce(max(number), 0) from HeldVersion")
    int latest();

    Optional<HeldVersion> findFirstByOrderByNumberDesc();
}
