package chalkline.server.build;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface Builds extends JpaRepository<Build, Long> {
    List<Build> findTop10ByTermOrderByIdDesc(String term);

    /** The last build of a term that began. */
    @Query("from Build b where b.term = :term and b.state <> PLANNED order by b.id desc limit 1")
    Optional<Build> last(String term);

    /** The builds of a term that began, the oldest first. */
    @Query("from Build b where b.term = :term and b.state <> PLANNED order by b.id")
    List<Build> begun(String term);

    /** The build of a term that is under way. */
    @Query("""
            from Build b where b.term = :term and b.state in (PLANNING, RUNNING, WAITING, PAUSED, ENDING)
            order by b.id limit 1""")
    Optional<Build> underWay(String term);

    Optional<Build> findFirstByFollowsOrderByIdDesc(long follows);

    /** What takes a build back, or did. */
    @Query("from Build b where b.undoes = :build and b.state <> FAILED order by b.id desc limit 1")
    Optional<Build> undoing(long build);

    /** Waits until nobody else starts a build of a term; held until the transaction ends. */
    @Modifying
    @Query(
            value = "insert into term_lock (term, turn) values (:term, 1) on duplicate key update turn = turn + 1",
            nativeQuery = true)
    void lockTerm(String term);

    @Query("select b.state from Build b where b.id = :id")
    Build.State stateOf(long id);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("from Build where id = :id")
    Optional<Build> lock(long id);
}
