package chalkline.server.arrivals;

import java.time.Instant;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface LeftOutParts extends JpaRepository<LeftOutPart, Long> {
    List<LeftOutPart> findByLiftedAtIsNullOrderById();

    @Query("select count(p) from LeftOutPart p where p.madeAt > :at or p.liftedAt > :at")
    long countChangedAfter(Instant at);
}
