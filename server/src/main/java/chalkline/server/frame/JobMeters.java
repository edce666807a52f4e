package chalkline.server.frame;

import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.MeterBinder;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Work in the background that is late, or was given up. */
@Component
class JobMeters implements MeterBinder {
    private final JdbcClient db;

    JobMeters(JdbcClient db) {
        this.db = db;
    }

    @Override
    public void bindTo(MeterRegistry metrics) {
        Counted.gauge(
                metrics,
                db,
                "chalkline.jobs.late",
                "Jobs that were due a minute ago and have not begun",
                "select count(*) from scheduled_tasks where not picked"
                        + " and execution_time < utc_timestamp() - interval 1 minute");
        Counted.gauge(
                metrics,
                db,
                "chalkline.jobs.given.up",
                "Jobs that were given up in the last day",
                "select count(*) from given_up where at > utc_timestamp() - interval 1 day");
    }
}
