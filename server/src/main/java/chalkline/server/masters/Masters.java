package chalkline.server.masters;

import chalkline.core.proof.HeldShell;
import chalkline.server.frame.Time;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** The masters that Chalk Line knows of. */
@Component
public class Masters {
    /** Between the levels of a category. */
    static final String SEPARATOR = " / ";

    private final JdbcClient db;
    private final Time time;

    Masters(JdbcClient db, Time time) {
        this.time = time;
        this.db = db;
    }

    /**
     * What is kept of a master beside what it is.
     *
     * @param copyJob what to ask the LMS about while it is filled; null where it is not
     * @param copySays why it could not be filled; empty where it could
     * @param readMark at which mark its content was read last; null before
     */
    record Kept(
            Master master,
            String madeBy,
            Instant madeAt,
            @Nullable Long copyJob,
            String copySays,
            @Nullable Long readMark,
            @Nullable Instant askedAt,
            @Nullable String retiredBy,
            @Nullable Instant retiredAt) {}

    /** Those that are not retired. */
    public List<Master> standing() {
        return all().stream()
                .map(Kept::master)
                .filter(master -> !master.retired())
                .toList();
    }

    /** One that is not retired, by what the LMS knows it by. */
    public Optional<Master> withKey(String key) {
        return key.startsWith(HeldShell.MASTER)
                ? kept(key.substring(HeldShell.MASTER.length()))
                        .map(Kept::master)
                        .filter(master -> !master.retired())
                : Optional.empty();
    }

    List<Kept> all() {
        Map<String, List<String>> courses = new HashMap<>();
        db.sql("select master_id, course from master_course order by course").query(row -> {
            courses.computeIfAbsent(row.getString("master_id"), id -> new ArrayList<>())
                    .add(row.getString("course"));
        });
        return db.sql("select * from master order by code")
                .query((row, n) -> kept(row, courses.getOrDefault(row.getString("id"), List.of())))
                .list();
    }

    Optional<Kept> kept(String id) {
        return all().stream().filter(one -> one.master().id().equals(id)).findFirst();
    }

    private static Kept kept(ResultSet row, List<String> courses) throws SQLException {
        Timestamp asked = row.getTimestamp("asked_at");
        Timestamp retired = row.getTimestamp("retired_at");
        return new Kept(
                new Master(
                        row.getString("id"),
                        row.getString("title"),
                        row.getString("code"),
                        Arrays.asList(row.getString("category").split(SEPARATOR)),
                        courses,
                        row.getString("dates_of"),
                        retired != null),
                row.getString("made_by"),
                row.getTimestamp("made_at").toInstant(),
                row.getObject("copy_job", Long.class),
                row.getString("copy_says"),
                row.getObject("read_mark", Long.class),
                asked == null ? null : asked.toInstant(),
                row.getString("retired_by"),
                retired == null ? null : retired.toInstant());
    }

    /** Whoever changes which master is for which course waits for the others; to be called within a transaction. */
    void lock() {
        db.sql("select unused_terms from master_rule for update")
                .query(Integer.class)
                .single();
    }

    int unusedTerms() {
        return db.sql("select unused_terms from master_rule")
                .query(Integer.class)
                .single();
    }

    void unusedTerms(int terms) {
        db.sql("update master_rule set unused_terms = ?").param(terms).update();
    }

    void insert(Master master, String by) {
        db.sql(
                        "insert into master (id, title, code, category, dates_of, made_by, made_at) values (?, ?, ?, ?, ?, ?, ?)")
                .params(
                        master.id(),
                        master.title(),
                        master.code(),
                        String.join(SEPARATOR, master.category()),
                        master.datesOf(),
                        by,
                        now())
                .update();
        putCourses(master);
    }

    void update(Master master) {
        db.sql("update master set title = ?, code = ?, category = ?, dates_of = ? where id = ?")
                .params(
                        master.title(),
                        master.code(),
                        String.join(SEPARATOR, master.category()),
                        master.datesOf(),
                        master.id())
                .update();
        putCourses(master);
    }

    private void putCourses(Master master) {
        db.sql("delete from master_course where master_id = ?")
                .param(master.id())
                .update();
        master.courses()
                .forEach(course -> db.sql("insert into master_course (master_id, course) values (?, ?)")
                        .params(master.id(), course)
                        .update());
    }

    /** It never came to be in the LMS. */
    void delete(String id) {
        db.sql("delete from master_course where master_id = ?").param(id).update();
        db.sql("delete from master where id = ?").param(id).update();
    }

    void copying(String id, @Nullable Long job, String says) {
        db.sql("update master set copy_job = ?, copy_says = ? where id = ?")
                .params(Arrays.asList(job, says, id))
                .update();
    }

    void read(String id, @Nullable Long mark) {
        db.sql("update master set read_mark = ? where id = ?")
                .params(Arrays.asList(mark, id))
                .update();
    }

    void asked(String id) {
        db.sql("update master set asked_at = ? where id = ?").params(now(), id).update();
    }

    /** @param by null where it stands again */
    void retired(String id, @Nullable String by) {
        db.sql("update master set retired_by = ?, retired_at = ? where id = ?")
                .params(Arrays.asList(by, by == null ? null : now(), id))
                .update();
    }

    /** Somebody who shares a master. */
    record Sharer(String master, String user, String role) {}

    List<Sharer> people() {
        return db.sql("select master_id, user_id, role from master_person order by master_id, role, user_id")
                .query((row, n) ->
                        new Sharer(row.getString("master_id"), row.getString("user_id"), row.getString("role")))
                .list();
    }

    void share(Sharer one, String by) {
        db.sql("replace into master_person (master_id, user_id, role, added_by, added_at) values (?, ?, ?, ?, ?)")
                .params(one.master(), one.user(), one.role(), by, now())
                .update();
    }

    void unshare(String id, String user) {
        db.sql("delete from master_person where master_id = ? and user_id = ?")
                .params(id, user)
                .update();
    }

    private Timestamp now() {
        return Timestamp.from(time.now());
    }
}
