package chalkline.server.build;

import chalkline.server.frame.Counted;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.MeterBinder;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** How much of builds is still to be done. */
@Component
class BuildMeters implements MeterBinder {
    private final JdbcClient db;

    BuildMeters(JdbcClient db) {
        this.db = db;
    }

    @Override
    public void bindTo(MeterRegistry metrics) {
        Counted.gauge(
                metrics,
                db,
                "chalkline.build.under.way",
                "Builds that have begun and not ended",
                "select count(*) from build where ended_at is null and state <> 'PLANNED'");
        Counted.gauge(
                metrics,
                db,
                "chalkline.build.lots",
                "Lots of builds under way that are still to be done",
                "select count(*) from build_lot l join build b on b.id = l.build_id"
                        + " where not l.done and b.ended_at is null");
    }
}
