package chalkline.server.lms;

import chalkline.server.ChalkLineSettings;
import chalkline.server.frame.Needed;
import chalkline.server.frame.Outdated;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * What the LMS was seen to hold once and holds otherwise since. From the oldest version that is young or needed on, every
 * version stays whole; older ones are no longer told.
 */
@Component
class OutdatedHeld implements Outdated {
    private final JdbcClient db;
    private final List<Needed> needed;

    OutdatedHeld(JdbcClient db, List<Needed> needed) {
        this.db = db;
        this.needed = needed;
    }

    @Override
    public String what() {
        return "earlier states of shells";
    }

    @Override
    public int days(ChalkLineSettings.Keep keep) {
        return keep.held();
    }

    @Override
    @Transactional
    public int takeOut(Instant before) {
        // the last version before that moment is what was held at it
        int first = db.sql("select coalesce(max(number), 0) from held_version where seen_at < ?")
                .param(Timestamp.from(before))
                .query(Integer.class)
                .single();
        for (Needed of : needed) {
            for (int version : of.held(before)) {
                first = Math.min(first, version);
            }
        }
        int rows = db.sql(
                        "delete h from held_shell h join (select shell_id, max(version) as version from held_shell"
                                + " where version <= ? group by shell_id) k on k.shell_id = h.shell_id and h.version < k.version")
                .param(first)
                .update();
        db.sql("update held_version set outdated = true where number < ?")
                .param(first)
                .update();
        return rows;
    }
}
