package chalkline.server.upkeep;

import chalkline.server.frame.Counted;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.MeterBinder;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What people changed in the LMS and nobody looked at. */
@Component
class DriftMeters implements MeterBinder {
    private final JdbcClient db;

    DriftMeters(JdbcClient db) {
        this.db = db;
    }

    @Override
    public void bindTo(MeterRegistry metrics) {
        Counted.gauge(
                metrics,
                db,
                "chalkline.drift.open",
                "Fields of shells that drifted from what was built",
                "select count(*) from drift_seen where ended_at is null");
    }
}
