package chalkline.server.upkeep;

import chalkline.core.naming.Digest;
import chalkline.core.upkeep.Drift;
import chalkline.server.frame.Time;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** What drifted since when, and how often: it counts again when it was found right in between, or is another thing now. */
@Repository
class DriftSeen {
    private static final int BATCH = 1000;

    private final JdbcTemplate db;
    private final Time time;

    DriftSeen(JdbcTemplate db, Time time) {
        this.time = time;
        this.db = db;
    }

    /**
     * One field of one shell.
     *
     * @param times how often it drifted
     * @param since when the last time began
     */
    record Seen(int times, Instant since) {}

    /** What was found drifted and not found right since. */
    private record Open(long id, String key, String field, String held) {
        List<String> same() {
            return List.of(key, field, held);
        }
    }

    /** Writes down what is new of what drifted, and what has drifted no longer. */
    @Transactional
    public void write(Terms.Standing standing) {
        Timestamp now = Timestamp.from(time.now());
        String term = standing.proof().term();
        Map<List<String>, Long> open = new HashMap<>();
        db.query(
                        "select id, shell_key, field, held from drift_seen where term = ? and ended_at is null for update",
                        (row, n) -> new Open(
                                row.getLong("id"),
                                row.getString("shell_key"),
                                row.getString("field"),
                                row.getString("held")),
                        term)
                .forEach(one -> open.put(one.same(), one.id()));
        List<Object[]> news = new ArrayList<>();
        for (Drift drift : standing.drifts()) {
            String held = Digest.of(drift.held());
            if (open.remove(List.of(drift.key(), drift.field(), held)) == null) {
                news.add(new Object[] {term, drift.key(), drift.field(), held, now});
            }
        }
        batches("insert into drift_seen (term, shell_key, field, held, first_seen) values (?, ?, ?, ?, ?)", news);
        batches(
                "update drift_seen set ended_at = ? where id = ?",
                open.values().stream().map(id -> new Object[] {now, id}).toList());
    }

    private void batches(String sql, List<Object[]> rows) {
        for (int from = 0; from < rows.size(); from += BATCH) {
            db.batchUpdate(sql, rows.subList(from, Math.min(rows.size(), from + BATCH)));
        }
    }

    /**
     * One time that a field of a shell drifted.
     *
     * @param until when it was found right again; null while it is not
     */
    record Spell(String field, Instant since, @Nullable Instant until) {}

    /** All times that one shell drifted, the oldest first. */
    List<Spell> ofShell(String term, String key) {
        return db.query(
                "select field, first_seen, ended_at from drift_seen where term = ? and shell_key = ? order by id",
                (row, n) -> {
                    Timestamp ended = row.getTimestamp("ended_at");
                    return new Spell(
                            row.getString("field"),
                            row.getTimestamp("first_seen").toInstant(),
                            ended == null ? null : ended.toInstant());
                },
                term,
                key);
    }

    /** By shell and field. */
    Map<List<String>, Seen> of(String term) {
        Map<List<String>, Seen> seen = new HashMap<>();
        db.query(
                "select shell_key, field, count(*) as times, max(first_seen) as since from drift_seen where term = ?"
                        + " group by shell_key, field",
                row -> {
                    seen.put(
                            List.of(row.getString("shell_key"), row.getString("field")),
                            new Seen(
                                    row.getInt("times"),
                                    row.getTimestamp("since").toInstant()));
                },
                term);
        return seen;
    }
}
