package chalkline.server.exports;

import jakarta.persistence.LockModeType;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface BroughtSheets extends JpaRepository<BroughtSheet, Long> {
    List<BroughtSheet> findByExportIdAndStateAndIdLessThanEqualOrderById(
            long export, BroughtSheet.State state, long last);

    List<BroughtSheet> findByExportIdInOrderByIdDesc(Collection<Long> exports, Limit limit);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("from BroughtSheet where id = :id")
    Optional<BroughtSheet> lock(long id);
}
