package chalkline.server.conventions;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface ConventionsVersions extends JpaRepository<ConventionsVersion, Integer> {
    /** The number of the latest; 0 before there is one. Asked at every key press, so without the conventions themselves. */
    @Query("select coalesce(max(number), 0) from ConventionsVersion")
    int latest();

    List<ConventionsVersion> findTop20ByOrderByNumberDesc();
}
