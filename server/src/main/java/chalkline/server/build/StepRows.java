package chalkline.server.build;

import java.sql.Timestamp;
import java.util.Collection;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Repository;

/** Writes what came of steps, many at once. */
@Repository
class StepRows {
    private final JdbcTemplate batches;

    StepRows(JdbcTemplate batches) {
        this.batches = batches;
    }

    void settle(Collection<BuildStep> settled) {
        batches.batchUpdate(
                "update build_step set state = ?, attempts = ?, refused = ?, reason = ?, job = ?, mark = ?, made = ?,"
                        + " undone_by = ?, settled_at = ? where id = ?",
                settled.stream()
                        .map(step -> new Object[] {
                            step.state().name(),
                            step.attempts(),
                            step.refused(),
                            step.reason(),
                            step.job().orElse(null),
                            step.mark().orElse(null),
                            step.made(),
                            step.undo().orElse(null),
                            step.settledAt().map(Timestamp::from).orElse(null),
                            step.id()
                        })
                        .toList());
    }
}
