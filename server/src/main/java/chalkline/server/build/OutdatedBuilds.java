package chalkline.server.build;

import chalkline.server.ChalkLineSettings;
import chalkline.server.frame.Needed;
import chalkline.server.frame.Outdated;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.HashSet;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * Steps of builds of terms in which nothing was built any more: as long as anything is, a later build may have to know what an
 * earlier one began. What was built, and by whom, stays.
 */
@Component
class OutdatedBuilds implements Outdated, Needed {
    private static final String LONG_OVER =
            " in (select id from build b where not exists (select 1 from build o where o.term = b.term"
                    + " and (o.ended_at is null or o.ended_at >= ?)))";

    private final JdbcClient db;

    OutdatedBuilds(JdbcClient db) {
        this.db = db;
    }

    @Override
    public String what() {
        return "steps of builds";
    }

    @Override
    public int days(ChalkLineSettings.Keep keep) {
        return keep.builds();
    }

    @Override
    public int takeOut(Instant before) {
        Timestamp then = Timestamp.from(before);
        int steps = db.sql("delete from build_step where build_id" + LONG_OVER)
                .param(then)
                .update();
        db.sql("delete from build_lot where build_id" + LONG_OVER).param(then).update();
        return steps;
    }

    @Override
    public Set<Long> lists(Instant after) {
        return new HashSet<>(db.sql("select distinct arrival_id from build where ended_at is null or ended_at > ?")
                .param(Timestamp.from(after))
                .query(Long.class)
                .list());
    }

    @Override
    public Set<Integer> held(Instant after) {
        return new HashSet<>(db.sql("select distinct held_version from build where ended_at is null or ended_at > ?")
                .param(Timestamp.from(after))
                .query(Integer.class)
                .list());
    }
}
