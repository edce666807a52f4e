package chalkline.server.build;

import java.util.Collection;
import java.util.List;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface BuildSteps extends JpaRepository<BuildStep, Long> {
    int PART = 1000;

    List<BuildStep> findByLotOrderByOrdinal(long lot);

    List<BuildStep> findByBuildIdAndStateOrderByOrdinal(long buildId, StepState state, Limit limit);

    List<BuildStep> findByBuildIdAndShellKeyOrderByOrdinal(long buildId, String shellKey);

    boolean existsByBuildIdAndStateNotIn(long buildId, Collection<StepState> states);

    /** The next steps of a build. */
    List<BuildStep> findByBuildIdAndOrdinalGreaterThanOrderByOrdinal(long buildId, int ordinal, Limit limit);

    /** All steps of a build, a part of them in memory at a time. */
    default void each(long buildId, Consumer<BuildStep> step) {
        int last = -1;
        List<BuildStep> part;
        do {
            part = findByBuildIdAndOrdinalGreaterThanOrderByOrdinal(buildId, last, Limit.of(PART));
            part.forEach(step);
            last = part.isEmpty() ? last : part.get(part.size() - 1).ordinal();
        } while (part.size() == PART);
    }

    /** What the builds of a term did to fill those new shells that were not filled at some time, the oldest first. */
    @Query("""
            from BuildStep s where s.verb in (COPY, OUTLINE, OPEN)
              and s.buildId in (select b.id from Build b where b.term = :term and b.kind <> FILL_AGAIN)
              and s.shellKey in (
                select o.shellKey from BuildStep o where o.verb in (COPY, OUTLINE, OPEN) and o.state <> DONE
                  and o.buildId in (select b.id from Build b where b.term = :term and b.kind <> FILL_AGAIN))
            order by s.buildId, s.ordinal""")
    List<BuildStep> fillings(String term);

    /** How one step of a shell stands. */
    record OfShell(
            String key,
            Verb verb,
            StepState state,
            @Nullable String payload) {}

    /** How the steps of the shells of a build stand, in their order. */
    @Query("""
            select new chalkline.server.build.BuildSteps$OfShell(s.shellKey, s.verb, s.state, s.payload)
            from BuildStep s where s.buildId = :buildId and s.shellKey <> '' order by s.ordinal""")
    List<OfShell> ofShells(long buildId);

    /** Why a step of a shell failed. */
    record Failure(String shellKey, String reason) {}

    /** What failed for shells of a term in the last build that took them on. */
    @Query("""
            select new chalkline.server.build.BuildSteps$Failure(s.shellKey, s.reason)
            from BuildStep s where s.state = FAILED
              and s.buildId in (select b.id from Build b where b.term = :term)
              and s.buildId = (
                select max(o.buildId) from BuildStep o where o.shellKey = s.shellKey
                  and o.buildId in (select b.id from Build b where b.term = :term))
            order by s.ordinal desc""")
    List<Failure> failures(String term);

    @Modifying
    @Query("delete from BuildStep s where s.buildId = :buildId")
    void deleteOf(long buildId);

    /** Steps of shells of which another step failed are not tried. */
    @Modifying
    @Query("""
            update BuildStep s set s.state = HELD_BACK
            where s.buildId = :buildId and s.state = WAITS and s.shellKey in :shells""")
    void holdBack(long buildId, Collection<String> shells);

    /** Whatever has not ended is left for another time. */
    @Modifying
    @Query("""
            update BuildStep s set s.state = LEFT
            where s.buildId = :buildId and s.state in (WAITS, UNDER_WAY)""")
    void leaveOut(long buildId);

    /** Shells of which something did not come to its end. */
    @Query("""
            select distinct s.shellKey from BuildStep s
            where s.buildId = :buildId and s.shellKey in :shells and s.state not in (DONE, KEPT)""")
    List<String> unfinished(long buildId, Collection<String> shells);

    /** Shells of which something failed, so that they do not stand. */
    @Query("""
            select distinct s.shellKey from BuildStep s
            where s.buildId = :buildId and s.shellKey in :shells and s.state in (FAILED, HELD_BACK, LEFT)""")
    List<String> missing(long buildId, Collection<String> shells);

    /** The latest marks of shells in a build. */
    @Query("""
            select s.shellKey as shellKey, max(s.mark) as mark from BuildStep s
            where s.buildId = :buildId and s.shellKey in :shells and s.mark is not null group by s.shellKey""")
    List<ShellMark> marks(long buildId, Collection<String> shells);

    /** When a shell was changed last by a build, as the LMS counts. */
    interface ShellMark {
        String getShellKey();

        long getMark();
    }

    /** What failed in a build, by reason, those first of which there are most. */
    @Query("""
            select s.refused as refused, max(s.reason) as reason, count(distinct s.shellKey) as shells,
              count(*) as steps
            from BuildStep s where s.buildId = :buildId and s.state = :state
            group by s.refused order by count(*) desc, s.refused""")
    List<CauseCount> causes(long buildId, StepState state, Limit limit);

    /** Counts of what failed for one reason. */
    interface CauseCount {
        String getRefused();

        String getReason();

        long getShells();

        long getSteps();
    }

    /** How the shells of one department stand, by code. */
    @Query("""
            select s.shellCode as shellCode, s.shellKey as shellKey,
              count(*) as steps,
              sum(case when s.state = DONE then 1 else 0 end) as done,
              sum(case when s.state = FAILED then 1 else 0 end) as failed,
              sum(case when s.state = KEPT then 1 else 0 end) as kept
            from BuildStep s where s.buildId = :buildId and s.shellKey <> '' and s.department = :department
            group by s.shellCode, s.shellKey order by s.shellCode""")
    List<ShellCount> countInDepartment(long buildId, String department);

    /** Counts of one shell's steps. */
    interface ShellCount {
        String getShellCode();

        String getShellKey();

        long getSteps();

        long getDone();

        long getFailed();

        long getKept();
    }
}
