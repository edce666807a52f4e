package chalkline.server.courses;

import chalkline.server.frame.SignedIn;
import chalkline.server.frame.Time;
import java.sql.Timestamp;
import java.util.HashMap;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

@Repository
class CourseTexts {
    private final JdbcClient db;
    private final Time time;

    CourseTexts(JdbcClient db, Time time) {
        this.time = time;
        this.db = db;
    }

    boolean published() {
        return db.sql("select published from course_pages").query(Boolean.class).single();
    }

    void publish(boolean published) {
        db.sql("update course_pages set published = ?").param(published).update();
    }

    Map<String, CourseViews.Words> all() {
        Map<String, CourseViews.Words> all = new HashMap<>();
        db.sql("select * from course_text")
                .query((row, n) -> all.put(
                        row.getString("course_id"),
                        new CourseViews.Words(
                                row.getString("summary"), row.getString("prerequisites"), row.getString("technical"))))
                .list();
        return all;
    }

    void write(String course, CourseViews.Words words) {
        db.sql("replace into course_text (course_id, summary, prerequisites, technical, written_by, written_at)"
                        + " values (?, ?, ?, ?, ?, ?)")
                .params(
                        course,
                        words.summary(),
                        words.prerequisites(),
                        words.technical(),
                        SignedIn.login(),
                        Timestamp.from(time.now()))
                .update();
    }
}
