package chalkline.standins.lms;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
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
    private static final long SOONEST_MILLIS = 50;

    private final JdbcClient db;
    private final Shells shells;
    private final Outlines outlines;
    private final Mischief mischief;
    private final Effects effects;
    private final InstantSource time;

    private record Started(Wire.Copy copy, boolean done, Instant ready, String fate) {}

    Copies(JdbcClient db, Shells shells, Outlines outlines, Mischief mischief, Effects effects, InstantSource time) {
        this.time = time;
        this.db = db;
        this.effects = effects;
        this.shells = shells;
        this.outlines = outlines;
        this.mischief = mischief;
    }

    long start(Wire.Copy copy) {
        shells.refuseWorkedIn(copy.key(), copy.untouched());
        if (copy.from() != null) {
            shells.standing(copy.from());
        } else if (copy.template() == null
                || outlines.ofTemplate(copy.template()).isEmpty()) {
            throw new Refused("template-missing", "There is no template “" + copy.template() + "”.");
        }
        Instant ready = time.instant().plusMillis(mischief.copyMillis());
        String fate = mischief.happens(Mischief.Kind.COPY_FAILS)
                ? "fails"
                : mischief.happens(Mischief.Kind.COPY_ENDLESS) ? "endless" : "";
        db.sql("insert into copy_job (shell_key, template, source, what, ready_at, fate) values (?, ?, ?, ?, ?, ?)")
                .params(
                        copy.key(),
                        copy.template(),
                        copy.from(),
                        copy.what() == null ? "outline" : copy.what(),
                        Timestamp.from(ready),
                        fate)
                .update();
        return db.sql("select last_insert_id()").query(Long.class).single();
    }

    /** How copies stand, each carried out when it is asked about after its time. */
    Wire.Jobs ask(List<Long> ids) {
        Instant now = time.instant();
        long again = 0;
        List<Wire.Job> jobs = new ArrayList<>();
        for (Long id : ids) {
            Optional<Started> found = db.sql(
                            "select shell_key, template, source, what, ready_at, done, fate from copy_job where id = ?")
                    .param(id)
                    .query(Copies::started)
                    .optional();
            if (found.isPresent()) {
                Wire.Job job = ask(id, found.get(), now);
                jobs.add(job);
                if (!job.done() && job.failed() == null) {
                    again = Math.max(
                            again, Duration.between(now, found.get().ready()).toMillis());
                }
            }
        }
        return new Wire.Jobs(jobs, Math.max(again, SOONEST_MILLIS));
    }

    private Wire.Job ask(long id, Started started, Instant now) {
        boolean ready = started.done() || !started.ready().isAfter(now);
        if (ready && started.fate().equals("fails")) {
            return new Wire.Job(id, false, "The copy broke off.", null);
        }
        if (ready && !started.done() && started.fate().isEmpty()) {
            carryOut(started.copy());
            effects.count("copy", started.copy().key(), 1);
            db.sql("update copy_job set done = true where id = ?").param(id).update();
        }
        boolean done = ready && started.fate().isEmpty();
        return new Wire.Job(
                id,
                done,
                null,
                done ? shells.find(started.copy().key()).map(Wire.Shell::mark).orElse(null) : null);
    }

    private static Started started(ResultSet row, int n) throws SQLException {
        return new Started(
                new Wire.Copy(
                        row.getString("shell_key"),
                        row.getString("template"),
                        row.getString("source"),
                        row.getString("what"),
                        null),
                row.getBoolean("done"),
                row.getTimestamp("ready_at").toInstant(),
                row.getString("fate"));
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
