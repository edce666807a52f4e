package chalkline.server.build;

import com.fasterxml.jackson.annotation.JsonIgnore;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What the build's screens read. */
public final class BuildViews {
    private BuildViews() {}

    /** How far a build is, in shells. */
    public record Counts(long id, String state, int shells, int done, int failed) {
        @JsonIgnore
        public boolean isUnderWay() {
            return state.equals("RUNNING") || state.equals("WAITING");
        }
    }

    /** A build in a list. */
    public record Listed(
            long id,
            String state,
            int shells,
            int failed,
            Instant startedAt,
            String startedBy,
            @Nullable Instant endedAt) {}

    /** How a department's shells stand. */
    public record Department(String name, int shells, int done, int failed) {}

    /** How a shell stands; neither failed nor done while steps wait. */
    public record Shell(String key, String code, boolean failed, boolean done) {}

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

    /**
     * A build at a glance.
     *
     * @param done shells of which every step is done
     * @param failed shells of which a step failed
     * @param failures the failed steps, by reason
     */
    public record Build(
            long id,
            String term,
            String state,
            int shells,
            int done,
            int failed,
            Instant startedAt,
            String startedBy,
            @Nullable Instant endedAt,
            List<Department> departments,
            List<Step> failures) {}
}
