package chalkline.standins.lms;

import chalkline.standins.StandInSettings;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** Copies of templates into shells, which take their time: a job is asked about until it is done. */
@Repository
@Transactional
class Copies {
    private final JdbcClient db;
    private final Shells shells;
    private final StandInSettings settings;

    Copies(JdbcClient db, Shells shells, StandInSettings settings) {
        this.db = db;
        this.shells = shells;
        this.settings = settings;
    }

    long start(Wire.Copy copy) {
        shells.standing(copy.key());
        if (outline(copy.template()).isEmpty()) {
            throw new Refused("template-missing", "There is no template “" + copy.template() + "”.");
        }
        Instant ready = Instant.now().plusMillis(settings.copyMillis());
        db.sql("insert into copy_job (shell_key, template, ready_at) values (?, ?, ?)")
                .params(copy.key(), copy.template(), Timestamp.from(ready))
                .update();
        return db.sql("select last_insert_id()").query(Long.class).single();
    }

    Optional<Wire.Job> ask(long id) {
        return db.sql("select shell_key, template, ready_at, done from copy_job where id = ?")
                .param(id)
                .query((row, n) -> {
                    boolean done = row.getBoolean("done");
                    boolean ready = !row.getTimestamp("ready_at").toInstant().isAfter(Instant.now());
                    if (!done && ready) {
                        shells.putOutline(
                                row.getString("shell_key"),
                                outline(row.getString("template")).orElse("[]"));
                        db.sql("update copy_job set done = true where id = ?")
                                .param(id)
                                .update();
                    }
                    return new Wire.Job(id, done || ready);
                })
                .optional();
    }

    private Optional<String> outline(String template) {
        return db.sql("select outline from template where id = ?")
                .param(template)
                .query(String.class)
                .optional();
    }
}
