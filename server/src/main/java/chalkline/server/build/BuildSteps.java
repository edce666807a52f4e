package chalkline.server.build;

import java.util.Collection;
import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface BuildSteps extends JpaRepository<BuildStep, Long> {
    List<BuildStep> findByBuildIdAndStateOrderByOrdinal(long buildId, StepState state, Limit limit);

    List<BuildStep> findByBuildIdAndShellKeyOrderByOrdinal(long buildId, String shellKey);

    boolean existsByBuildIdAndState(long buildId, StepState state);

    /** Steps of shells of which another step failed are not tried. */
    @Modifying
    @Query("""
            update BuildStep s set s.state = HELD_BACK
            where s.buildId = :buildId and s.state = WAITS and s.shellKey in :shells""")
    int holdBack(long buildId, Collection<String> shells);

    /** Whatever has not ended has failed. */
    @Modifying
    @Query("""
            update BuildStep s set s.state = FAILED, s.refused = :refused, s.reason = :reason
            where s.buildId = :buildId and s.state in (WAITS, UNDER_WAY)""")
    int giveUp(long buildId, String refused, String reason);

    /** Whatever has not ended is left for another time. */
    @Modifying
    @Query("""
            update BuildStep s set s.state = HELD_BACK
            where s.buildId = :buildId and s.state in (WAITS, UNDER_WAY)""")
    int leaveOut(long buildId);

    /** Copies that the LMS was at when a build stopped are asked about again, not made again. */
    @Modifying
    @Query("""
            update BuildStep s set s.state = UNDER_WAY
            where s.buildId = :buildId and s.state in (FAILED, HELD_BACK) and s.job is not null""")
    int askAgain(long buildId);

    @Modifying
    @Query("""
            update BuildStep s set s.state = WAITS
            where s.buildId = :buildId and s.state in (FAILED, HELD_BACK)""")
    int tryAgain(long buildId);

    /** How many shells of each of some builds failed; builds without failures are left out. */
    @Query("""
            select s.buildId as buildId, count(distinct s.shellKey) as failed
            from BuildStep s where s.buildId in :builds and s.state = FAILED group by s.buildId""")
    List<FailedCount> countFailed(Collection<Long> builds);

    /** How many shells of a build failed. */
    interface FailedCount {
        long getBuildId();

        long getFailed();
    }

    /** How the steps of each shell stand. */
    @Query("""
            select s.department as department, s.shellKey as shellKey,
              count(*) as steps,
              sum(case when s.state = DONE then 1 else 0 end) as done,
              sum(case when s.state = FAILED then 1 else 0 end) as failed
            from BuildStep s where s.buildId = :buildId and s.shellKey <> ''
            group by s.department, s.shellKey""")
    List<ShellCount> countByShell(long buildId);

    /** How the shells of one department stand, by code. */
    @Query("""
            select s.shellCode as shellCode, s.shellKey as shellKey, s.department as department,
              count(*) as steps,
              sum(case when s.state = DONE then 1 else 0 end) as done,
              sum(case when s.state = FAILED then 1 else 0 end) as failed
            from BuildStep s where s.buildId = :buildId and s.shellKey <> '' and s.department = :department
            group by s.shellCode, s.shellKey, s.department order by s.shellCode""")
    List<NamedShellCount> countInDepartment(long buildId, String department);

    /** Counts of one shell's steps, with its code. */
    interface NamedShellCount extends ShellCount {
        String getShellCode();
    }

    /** Counts of one shell's steps. */
    interface ShellCount {
        String getDepartment();

        String getShellKey();

        long getSteps();

        long getDone();

        long getFailed();
    }
}
