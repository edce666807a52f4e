package chalkline.server.arrivals;

import chalkline.server.frame.Counted;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.MeterBinder;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Lists that a guard holds for a person. */
@Component
class GuardMeters implements MeterBinder {
    private final JdbcClient db;

    GuardMeters(JdbcClient db) {
        this.db = db;
    }

    @Override
    public void bindTo(MeterRegistry metrics) {
        Counted.gauge(
                metrics,
                db,
                "chalkline.lists.held",
                "Lists that wait for a person, since too much of them is gone",
                "select count(*) from arrival where state = 'HELD'");
        Counted.gauge(
                metrics,
                db,
                "chalkline.lists.age.seconds",
                "How long ago the list in use came into use",
                "select coalesce(timestampdiff(second, max(in_use_since), utc_timestamp()), 0) from arrival");
    }
}
