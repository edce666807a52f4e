package chalkline.server.frame;

import chalkline.core.Bounds;
import chalkline.core.naming.Cut;
import chalkline.server.ChalkLineSettings;
import chalkline.server.policy.May;
import chalkline.server.policy.Right;
import com.github.kagkarlsson.scheduler.task.FailureHandler;
import java.sql.Timestamp;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.function.BiConsumer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Work in the background that failed: it is tried again, later each time, and given up after the third time. */
@Component
public class Jobs {
    private static final Logger LOG = LoggerFactory.getLogger(Jobs.class);
    private static final int MOST_TRIES = 3;
    private static final Duration SHOWN = Duration.ofDays(7);
    private static final int MOST_SHOWN = 20;
    /** So that there is room for a word before it where it is told on. */
    private static final int LONGEST_REASON = Bounds.REASON - 100;

    private final JdbcClient db;
    private final Time time;
    private final ChalkLineSettings settings;

    Jobs(JdbcClient db, ChalkLineSettings settings, Time time) {
        this.time = time;
        this.db = db;
        this.settings = settings;
    }

    /**
     * A job that was given up.
     *
     * @param what its kind and number, {@code read-arrival 12}
     */
    public record GivenUp(long id, String what, Instant at, String reason) {}

    /**
     * What becomes of a job that failed.
     *
     * @param end brings what it was about to an end, given its data and why
     */
    public <T> FailureHandler<T> threeTries(BiConsumer<T, String> end) {
        return (done, operations) -> {
            int failures = done.getExecution().consecutiveFailures + 1;
            String task = done.getExecution().taskInstance.getTaskName();
            String instance = done.getExecution().taskInstance.getId();
            if (failures < MOST_TRIES) {
                operations.reschedule(
                        done, time.now().plus(settings.retryPause().multipliedBy(failures)));
                return;
            }
            String reason = done.getCause().map(Jobs::reason).orElse("it ended without a word");
            keep(task, instance, reason);
            @SuppressWarnings("unchecked")
            T data = (T) done.getExecution().taskInstance.getData();
            end.accept(data, reason);
            operations.remove();
        };
    }

    /** A job that is given up after it failed for a mistake of Chalk Line's own; why, in words. */
    public String giveUp(String task, String instance, Throwable cause) {
        String reason = reason(cause);
        keep(task, instance, reason);
        return reason;
    }

    private void keep(String task, String instance, String reason) {
        LOG.error("The job {} {} is given up after {} tries: {}", task, instance, MOST_TRIES, reason);
        db.sql("insert into given_up (at, task, instance, reason) values (?, ?, ?, ?)")
                .params(Timestamp.from(time.now()), task, instance, reason)
                .update();
    }

    private static String reason(Throwable cause) {
        String said = cause.getClass().getSimpleName() + (cause.getMessage() == null ? "" : ": " + cause.getMessage());
        return Cut.to(said, LONGEST_REASON);
    }

    /** Those of the last days, the latest first. */
    @May(Right.READ_CAMPUS)
    public List<GivenUp> givenUp() {
        return db.sql("select * from given_up where at > ? order by id desc limit ?")
                .params(Timestamp.from(time.now().minus(SHOWN)), MOST_SHOWN)
                .query((row, n) -> new GivenUp(
                        row.getLong("id"),
                        row.getString("task") + " " + row.getString("instance"),
                        row.getTimestamp("at").toInstant(),
                        row.getString("reason")))
                .list();
    }
}
