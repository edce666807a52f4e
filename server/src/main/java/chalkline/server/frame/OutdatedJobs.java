package chalkline.server.frame;

import chalkline.server.ChalkLineSettings;
import java.sql.Timestamp;
import java.time.Instant;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Notes of jobs that were given up. */
@Component
class OutdatedJobs implements Outdated {
    private final JdbcClient db;

    OutdatedJobs(JdbcClient db) {
        this.db = db;
    }

    @Override
    public String what() {
        return "jobs given up";
    }

    @Override
    public int days(ChalkLineSettings.Keep keep) {
        return keep.notes();
    }

    @Override
    public int takeOut(Instant before) {
        return db.sql("delete from given_up where at < ?")
                .param(Timestamp.from(before))
                .update();
    }
}
