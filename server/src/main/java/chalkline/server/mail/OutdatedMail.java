package chalkline.server.mail;

import chalkline.server.ChalkLineSettings;
import chalkline.server.frame.Outdated;
import java.sql.Timestamp;
import java.time.Instant;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Mail that was sent. What waits to be sent stays. */
@Component
class OutdatedMail implements Outdated {
    private final JdbcClient db;

    OutdatedMail(JdbcClient db) {
        this.db = db;
    }

    @Override
    public String what() {
        return "sent mail";
    }

    @Override
    public int days(ChalkLineSettings.Keep keep) {
        return keep.mail();
    }

    @Override
    public int takeOut(Instant before) {
        return db.sql("delete from mail where sent_at < ?")
                .param(Timestamp.from(before))
                .update();
    }
}
