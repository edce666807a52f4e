package chalkline.standins.lms;

import chalkline.standins.StandInSettings;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** Copies of templates and shells into shells, which take their time: a job is asked about until it is done. */
@Repository
@Transactional
class Copies {
    private final JdbcClient db;
    private final Shells shells;
    private final Outlines outlines;
    private final StandInSettings settings;

    private record Started(Wire.Copy copy, boolean done, boolean ready) {}

    Copies(JdbcClient db, Shells shells, Outlines outlines, StandInSettings settings) {
        this.db = db;
        this.shells = shells;
        this.outlines = outlines;
        this.settings = settings;
    }

    long start(Wire.Copy copy) {
        shells.standing(copy.key());
        if (copy.from() != null) {
            shells.standing(copy.from());
        } else if (copy.template() == null
                || outlines.ofTemplate(copy.template()).isEmpty()) {
            throw new Refused("template-missing", "There is no template “" + copy.template() + "”.");
        }
        Instant ready = Instant.now().plusMillis(settings.copyMillis());
        db.sql("insert into copy_job (shell_key, template, source, what, ready_at) values (?, ?, ?, ?, ?)")
                .params(
                        copy.key(),
                        copy.template(),
                        copy.from(),
                        copy.what() == null ? "outline" : copy.what(),
                        Timestamp.from(ready))
                .update();
        return db.sql("select last_insert_id()").query(Long.class).single();
    }

    Optional<Wire.Job> ask(long id) {
        return db.sql("select shell_key, template, source, what, ready_at, done from copy_job where id = ?")
                .param(id)
                .query(Copies::started)
                .optional()
                .map(started -> {
                    if (!started.done() && started.ready()) {
                        carryOut(started.copy());
                        db.sql("update copy_job set done = true where id = ?")
                                .param(id)
                                .update();
                    }
                    return new Wire.Job(id, started.done() || started.ready());
                });
    }

    private static Started started(ResultSet row, int n) throws SQLException {
        return new Started(
                new Wire.Copy(
                        row.getString("shell_key"),
                        row.getString("template"),
                        row.getString("source"),
                        row.getString("what")),
                row.getBoolean("done"),
                !row.getTimestamp("ready_at").toInstant().isAfter(Instant.now()));
    }

    /** People, their work and their grades stay where they are, whatever is copied. */
    private void carryOut(Wire.Copy copy) {
        if (copy.from() != null) {
            shells.addSettings(copy.key(), shells.standing(copy.from()).settings());
        }
        if (!"settings".equals(copy.what())) {
            List<Wire.Unit> units = content(copy.template(), copy.from());
            outlines.write(copy.key(), "everything".equals(copy.what()) ? units : Outlines.withoutMaterials(units));
        }
    }

    private List<Wire.Unit> content(@Nullable String template, @Nullable String from) {
        return from != null
                ? outlines.of(from)
                : outlines.ofTemplate(String.valueOf(template)).orElse(List.of());
    }
}
