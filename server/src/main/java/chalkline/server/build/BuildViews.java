package chalkline.server.build;

import com.fasterxml.jackson.annotation.JsonIgnore;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** What the build's screens read. */
public final class BuildViews {
    private static final Set<String> UNDER_WAY = Set.of("PLANNING", "RUNNING", "WAITING", "PAUSED", "ENDING");

    private BuildViews() {}

    /**
     * How far a build is, in shells.
     *
     * @param reason why it waits, was not begun or ended short; empty where there is none
     */
    public record Counts(long id, String state, int shells, int done, int failed, String reason) {
        @JsonIgnore
        public boolean isUnderWay() {
            return UNDER_WAY.contains(state);
        }

        /** It did not do all that it was to, for a reason that a person has to know. */
        @JsonIgnore
        public boolean isTroubled() {
            return !isUnderWay() && (!reason.isEmpty() || failed > 0);
        }
    }

    /**
     * A build in a list.
     *
     * @param kind {@code BUILD}, {@code TAKE_BACK}, or {@code ARCHIVE}, {@code RETURN} or {@code DELETE} of a term that is over
     */
    public record Listed(
            long id,
            String kind,
            String state,
            int shells,
            int failed,
            Instant startedAt,
            String startedBy,
            @Nullable Instant endedAt) {}

    /** How a department's shells stand. */
    public record Department(String name, int shells, int done, int failed) {}

    /** How a shell stands; neither failed nor done while steps wait. */
    public record Shell(String key, String code, boolean failed, boolean done, boolean kept) {}

    /** One step with what came of it. */
    public record Step(
            String shellKey,
            String shellCode,
            String department,
            String verb,
            String message,
            String state,
            int attempts,
            String refused,
            String reason,
            @Nullable Instant settledAt) {}

    /** Why something failed, or is kept as it is, and of how many shells and steps. */
    public record Cause(String refused, String reason, long shells, long steps) {}

    /** Calls to the LMS: how many may be in flight at once now and ever, and how many are. */
    public record Load(int now, int most, int inFlight) {}

    /** What other builds have to do with it; each 0 where there is none. */
    public record Others(long undoes, long follows, long takenBackBy, long followedBy) {}

    /**
     * A build at a glance.
     *
     * @param kind {@code BUILD}, {@code TAKE_BACK}, or {@code ARCHIVE}, {@code RETURN} or {@code DELETE} of a term that is over
     * @param planned how many shells are planned so far
     * @param done shells of which every step is done
     * @param failed shells of which a step failed
     * @param trial how many shells are carried out before the others
     * @param startsAt when it begins, if it has a time of its own
     * @param pausedBy whose pause it is: a person's name, {@code trial} or {@code look}; null where it does not pause
     * @param reason why it waits, or ended before it was through; empty where it did not
     * @param failures the failed steps, by reason
     * @param kept the steps that a taking back leaves as they are
     */
    public record Build(
            long id,
            String term,
            String kind,
            String state,
            int shells,
            int planned,
            int done,
            int failed,
            int trial,
            Instant startedAt,
            String startedBy,
            @Nullable Instant startsAt,
            @Nullable Instant endedAt,
            @Nullable String pausedBy,
            String reason,
            Others others,
            Load load,
            List<Department> departments,
            List<Cause> causes,
            List<Step> failures,
            List<Step> kept) {}

    /**
     * What a build costs before it starts.
     *
     * @param calls to the LMS
     * @param seconds about how long it takes at the rate of late
     * @param notices what students will notice, in sentences
     */
    public record Cost(int shells, int steps, int calls, long seconds, List<String> notices) {}
}
