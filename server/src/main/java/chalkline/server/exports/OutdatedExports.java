package chalkline.server.exports;

import chalkline.server.ChalkLineSettings;
import chalkline.server.frame.Needed;
import chalkline.server.frame.Outdated;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.HashSet;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Rows of exports, which name people; what went through stays, since differences are against it. */
@Component
class OutdatedExports implements Outdated, Needed {
    private final JdbcClient db;

    OutdatedExports(JdbcClient db) {
        this.db = db;
    }

    @Override
    public String what() {
        return "rows of exports";
    }

    @Override
    public int days(ChalkLineSettings.Keep keep) {
        return keep.exports();
    }

    @Override
    public int takeOut(Instant before) {
        Timestamp then = Timestamp.from(before);
        int rows = db.sql("delete r from export_row r join export e on e.id = r.export_id where e.ended_at < ?")
                .param(then)
                .update();
        db.sql("delete s from result_sheet s join export e on e.id = s.export_id where e.ended_at < ?"
                        + " and s.state <> 'READING'")
                .param(then)
                .update();
        db.sql("update export set state = 'OUTDATED' where ended_at < ? and form = 'PROFILE'")
                .param(then)
                .update();
        return rows;
    }

    /** A bundle is made of its proof whenever somebody fetches it. */
    @Override
    public Set<Long> lists(Instant after) {
        return new HashSet<>(db.sql("select distinct arrival from export where asked_at > ?")
                .param(Timestamp.from(after))
                .query(Long.class)
                .list());
    }

    /** What failed goes back to what was held when it went through the last time. */
    @Override
    public Set<Integer> held(Instant after) {
        Set<Integer> held = new HashSet<>(db.sql("select distinct held from export where asked_at > ?")
                .param(Timestamp.from(after))
                .query(Integer.class)
                .list());
        held.addAll(db.sql("select distinct held from export_passed")
                .query(Integer.class)
                .list());
        return held;
    }
}
