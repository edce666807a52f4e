package chalkline.server.frame;

import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.MeterRegistry;
import java.time.Duration;
import java.util.concurrent.atomic.AtomicLong;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.simple.JdbcClient;

/** A number for metrics that is asked of the database: at most every ten seconds, however often somebody looks. */
public final class Counted {
    private static final Logger LOG = LoggerFactory.getLogger(Counted.class);
    private static final long YOUNG = Duration.ofSeconds(10).toNanos();

    private final JdbcClient db;
    private final String sql;
    private final AtomicLong askedAt = new AtomicLong(System.nanoTime() - 2 * YOUNG);
    private volatile double last = Double.NaN;

    private Counted(JdbcClient db, String sql) {
        this.db = db;
        this.sql = sql;
    }

    /**
     * Puts a gauge among the metrics.
     *
     * @param name with dots, such as {@code chalkline.lists.held}
     * @param says what it is, for people
     * @param sql gives one number
     */
    public static void gauge(MeterRegistry metrics, JdbcClient db, String name, String says, String sql) {
        Counted counted = new Counted(db, sql);
        Gauge.builder(name, counted::value)
                .description(says)
                .strongReference(true)
                .register(metrics);
    }

    private double value() {
        long then = askedAt.get();
        if (System.nanoTime() - then > YOUNG && askedAt.compareAndSet(then, System.nanoTime())) {
            try {
                last = db.sql(sql).query(Double.class).single();
            } catch (DataAccessException e) {
                LOG.debug("The database does not say", e);
                last = Double.NaN;
            }
        }
        return last;
    }
}
