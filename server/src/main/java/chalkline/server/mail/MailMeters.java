package chalkline.server.mail;

import chalkline.server.frame.Counted;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.MeterBinder;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Mail that is still to be sent. */
@Component
class MailMeters implements MeterBinder {
    private final JdbcClient db;

    MailMeters(JdbcClient db) {
        this.db = db;
    }

    @Override
    public void bindTo(MeterRegistry metrics) {
        Counted.gauge(
                metrics,
                db,
                "chalkline.mail.waiting",
                "Messages that wait to be sent",
                "select count(*) from mail where sent_at is null");
    }
}
