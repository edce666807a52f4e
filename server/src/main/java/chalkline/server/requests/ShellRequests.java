package chalkline.server.requests;

import jakarta.persistence.LockModeType;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.EntityGraph;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface ShellRequests extends JpaRepository<ShellRequest, Long> {
    String SEEN = " (:all = true or r.asker = :asker or exists"
            + " (select 1 from ShellRequest o join o.departments d where o = r and d in :departments))";

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select r from ShellRequest r where r.id = :id")
    Optional<ShellRequest> lock(long id);

    @EntityGraph(attributePaths = {"departments"})
    Optional<ShellRequest> findWithDepartmentsById(long id);

    @EntityGraph(attributePaths = {"departments"})
    List<ShellRequest> findByIdInOrderByIdDesc(Collection<Long> ids);

    /** Numbers of those not done with that somebody may see: all, or their own and those of their departments. */
    @Query("select r.id from ShellRequest r where r.state in :states and" + SEEN)
    List<Long> open(boolean all, String asker, Collection<String> departments, Set<RequestViews.State> states);

    /** The same of those done with, the newest first. */
    @Query("select r.id from ShellRequest r where r.state not in :open and r.id < :before and" + SEEN
            + " order by r.id desc")
    List<Long> done(
            boolean all,
            String asker,
            Collection<String> departments,
            Set<RequestViews.State> open,
            long before,
            Limit limit);

    @Query("select r.id from ShellRequest r where r.asker = :asker order by r.id desc")
    List<Long> own(String asker, Limit limit);

    /** Open requests that touch any of these sections. */
    @EntityGraph(attributePaths = {"sections"})
    @Query("select distinct r from ShellRequest r join r.sections s where s in :sections and r.term = :term"
            + " and r.state in :states")
    List<ShellRequest> findTouching(String term, Collection<String> sections, Set<RequestViews.State> states);

    @EntityGraph(attributePaths = {"sections"})
    List<ShellRequest> findByStateOrderById(RequestViews.State state, Limit limit);
}
