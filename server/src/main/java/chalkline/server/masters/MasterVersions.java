package chalkline.server.masters;

import chalkline.core.naming.Digest;
import chalkline.core.proof.HeldShell;
import chalkline.server.frame.Time;
import chalkline.server.lms.Lms;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** What masters were seen to contain, each time it was something else, and which shells started from what. */
@Component
public class MasterVersions {
    private static final TypeReference<List<Lms.OutlineUnit>> UNITS = new TypeReference<>() {};

    private final JdbcClient db;
    private final TransactionTemplate transaction;
    private final JsonMapper json;
    private final Time time;

    MasterVersions(JdbcClient db, TransactionTemplate transaction, JsonMapper json, Time time) {
        this.time = time;
        this.db = db;
        this.transaction = transaction;
        this.json = json;
    }

    /** @param number from 1 */
    record Version(int number, Instant seenAt, List<Lms.OutlineUnit> units) {}

    /** A shell of a term that started from a master, and the version of its content that it started from. */
    public record Start(String shellKey, String master, int version, Instant at) {}

    /** Notes what a master contains now; the number of the version that it is. */
    int see(String id, List<Lms.OutlineUnit> units) {
        String digest = digest(units);
        return latest(id)
                .filter(last -> last.digest().equals(digest))
                .map(Last::number)
                .orElseGet(() -> transaction.execute(status -> insert(id, digest, units)));
    }

    private int insert(String id, String digest, List<Lms.OutlineUnit> units) {
        db.sql("select id from master where id = ? for update")
                .param(id)
                .query(String.class)
                .optional();
        Optional<Last> last = latest(id);
        if (last.isPresent() && last.get().digest().equals(digest)) {
            return last.get().number();
        }
        int number = last.map(Last::number).orElse(0) + 1;
        db.sql("insert into master_version (master_id, number, digest, content, seen_at) values (?, ?, ?, ?, ?)")
                .params(id, number, digest, json.writeValueAsString(units), Timestamp.from(time.now()))
                .update();
        return number;
    }

    private record Last(int number, String digest) {}

    private Optional<Last> latest(String id) {
        return db.sql("select number, digest from master_version where master_id = ? order by number desc limit 1")
                .param(id)
                .query((row, n) -> new Last(row.getInt("number"), row.getString("digest")))
                .optional();
    }

    /** An item that was taken out and put in again has another id and is the same. */
    private String digest(List<Lms.OutlineUnit> units) {
        return Digest.of(json.writeValueAsString(
                units.stream().map(Lms.OutlineUnit::withoutIds).toList()));
    }

    /** The number of the last version of each master; those of which none was seen are left out. */
    public Map<String, Integer> newest() {
        Map<String, Integer> newest = new HashMap<>();
        db.sql("select master_id, max(number) as number from master_version group by master_id")
                .query(row -> {
                    newest.put(row.getString("master_id"), row.getInt("number"));
                });
        return newest;
    }

    /** When the content of each master was last seen to be another than before; those that stayed as they were are left out. */
    Map<String, Instant> edited() {
        Map<String, Instant> edited = new HashMap<>();
        db.sql("select master_id, max(seen_at) as at from master_version where number > 1 group by master_id")
                .query(row -> {
                    edited.put(
                            row.getString("master_id"), row.getTimestamp("at").toInstant());
                });
        return edited;
    }

    /** The last so many versions of a master, the latest first. */
    List<Version> of(String id, int most) {
        return db.sql("select * from master_version where master_id = ? order by number desc limit ?")
                .params(id, most)
                .query((row, n) -> new Version(
                        row.getInt("number"),
                        row.getTimestamp("seen_at").toInstant(),
                        json.readValue(row.getString("content"), UNITS)))
                .list();
    }

    /** Notes that a shell starts from what a master contains now; shells that start from others are nothing to note. */
    public void started(String fromKey, String term, String shellKey, List<Lms.OutlineUnit> units) {
        if (!fromKey.startsWith(HeldShell.MASTER)) {
            return;
        }
        String id = fromKey.substring(HeldShell.MASTER.length());
        int version = see(id, units);
        db.sql("replace into master_start (term, shell_key, master_id, version, started_at) values (?, ?, ?, ?, ?)")
                .params(term, shellKey, id, version, Timestamp.from(time.now()))
                .update();
    }

    /** What started from masters in a term. */
    public List<Start> startedIn(String term) {
        return db.sql(
                        "select shell_key, master_id, version, started_at from master_start where term = ? order by shell_key")
                .param(term)
                .query((row, n) -> new Start(
                        row.getString("shell_key"),
                        row.getString("master_id"),
                        row.getInt("version"),
                        row.getTimestamp("started_at").toInstant()))
                .list();
    }

    /** How many shells started from each master, by its id and then by term. */
    Map<String, Map<String, Integer>> uses() {
        Map<String, Map<String, Integer>> uses = new HashMap<>();
        db.sql("select master_id, term, count(*) as shells from master_start group by master_id, term")
                .query(row -> {
                    uses.computeIfAbsent(row.getString("master_id"), id -> new HashMap<>())
                            .put(row.getString("term"), row.getInt("shells"));
                });
        return uses;
    }
}
