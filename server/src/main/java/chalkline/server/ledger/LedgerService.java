package chalkline.server.ledger;

import chalkline.core.naming.Cut;
import chalkline.server.frame.SignedIn;
import chalkline.server.frame.Time;
import chalkline.server.policy.May;
import chalkline.server.policy.Right;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Writes down who did what, when, in the transaction of the change itself. */
@Service
public class LedgerService {
    private static final int LONGEST_SUBJECT = 300;
    private static final int MOST = 500;

    private final JdbcClient db;
    private final JsonMapper json;
    private final LedgerAbout about;
    private final Time time;

    LedgerService(JdbcClient db, JsonMapper json, LedgerAbout about, Time time) {
        this.time = time;
        this.about = about;
        this.db = db;
        this.json = json;
    }

    /**
     * Writes an entry.
     *
     * @param what what was done, such as {@code list kept}
     * @param subject to what, such as a file or a term
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void write(String what, String subject, Map<String, ?> detail) {
        write(SignedIn.login(), what, subject, detail);
    }

    /** Writes an entry for someone whose work goes on without them. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void write(String login, String what, String subject, Map<String, ?> detail) {
        db.sql("insert into ledger (at, who, what, subject, detail, address) values (?, ?, ?, ?, ?, ?)")
                .params(
                        Timestamp.from(time.now()),
                        login,
                        what,
                        Cut.to(subject, LONGEST_SUBJECT),
                        json.writeValueAsString(detail),
                        SignedIn.address())
                .update();
        about.note(db.sql("select last_insert_id()").query(Long.class).single(), detail);
    }

    /** To what something was ever done. */
    public Set<String> subjects(String what) {
        return new HashSet<>(db.sql("select distinct subject from ledger where what = ?")
                .param(what)
                .query(String.class)
                .list());
    }

    /** What was done last. */
    @May(Right.READ_LEDGER)
    public List<Entry> latest(int count) {
        return db.sql(
                        "select l.*, coalesce(a.name, l.who) as name from ledger l left join account a on a.login = l.who collate utf8mb4_bin"
                                + " order by l.id desc limit ?")
                .param(count)
                .query((row, n) -> new Entry(
                        row.getLong("id"),
                        row.getTimestamp("at").toInstant(),
                        row.getString("name"),
                        row.getString("what"),
                        row.getString("subject")))
                .list();
    }

    /** What was done that names something, such as the key of a shell, the oldest first. */
    public List<Told> naming(String name) {
        return db.sql(
                        "select l.*, coalesce(a.name, l.who) as name from ledger l left join account a on a.login = l.who collate utf8mb4_bin"
                                + " where locate(?, l.detail) > 0 or l.subject = ? order by l.id limit "
                                + MOST)
                .params('"' + name + '"', name)
                .query((row, n) -> new Told(
                        row.getTimestamp("at").toInstant(),
                        row.getString("name"),
                        row.getString("what"),
                        row.getString("detail")))
                .list();
    }

    /** @param detail as JSON */
    public record Told(Instant at, String who, String what, String detail) {}

    /** One line of the ledger. */
    public record Entry(long id, Instant at, String who, String what, String subject) {}
}
