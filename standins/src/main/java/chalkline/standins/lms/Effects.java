package chalkline.standins.lms;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Counts what was done in truth, in the transaction that does it: not how often it was asked for. */
@Repository
class Effects {
    private static final int MOST_NAMED = 20;

    private final JdbcClient db;

    Effects(JdbcClient db) {
        this.db = db;
    }

    void count(String kind, String subject, int times) {
        if (times > 0) {
            db.sql("insert into effect (kind, subject, times) values (?, ?, ?)"
                            + " on duplicate key update times = times + values(times)")
                    .params(kind, subject, times)
                    .update();
        }
    }

    /** What is removed may be made again. */
    void forget(String subject, String... kinds) {
        db.sql("delete from effect where subject = :subject and kind in (:kinds)")
                .param("subject", subject)
                .param("kinds", List.of(kinds))
                .update();
    }

    /** By kind: how often, to how many, and those to which it was done more than once. */
    Map<String, Wire.Effect> all() {
        Map<String, Wire.Effect> effects = new LinkedHashMap<>();
        db.sql("select kind, sum(times) times, count(*) subjects from effect group by kind order by kind")
                .query((row, n) -> {
                    String kind = row.getString("kind");
                    List<String> repeated = db.sql(
                                    "select subject from effect where kind = ? and times > 1 order by subject limit ?")
                            .params(kind, MOST_NAMED)
                            .query(String.class)
                            .list();
                    return Map.entry(kind, new Wire.Effect(row.getLong("times"), row.getLong("subjects"), repeated));
                })
                .list()
                .forEach(entry -> effects.put(entry.getKey(), entry.getValue()));
        return effects;
    }
}
