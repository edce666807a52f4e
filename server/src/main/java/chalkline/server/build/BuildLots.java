package chalkline.server.build;

import chalkline.server.ChalkLineSettings;
import chalkline.server.frame.Chance;
import chalkline.server.frame.Time;
import java.sql.Timestamp;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.random.RandomGenerator;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/**
 * The lots of builds, each leased to one worker at a time. A lease that is not renewed ends, and another worker, of
 * whatever process, goes on from what was recorded; whoever lost it records nothing any more.
 */
@Repository
class BuildLots {
    private static final long LOTS_OF_A_BUILD = 1_000_000;

    private final JdbcClient db;
    private final JdbcTemplate batches;
    private final String node;
    private final Duration lease;
    private final Time time;
    private final RandomGenerator chance;

    BuildLots(JdbcClient db, JdbcTemplate batches, ChalkLineSettings settings, Time time, RandomGenerator chance) {
        this.chance = chance;
        this.time = time;
        this.node = settings.node();
        this.lease = settings.builds().lease();
        this.db = db;
        this.batches = batches;
    }

    /** A lot in the hands of one worker. */
    record Lot(long id, long build, Phase phase, int tries, int errors, String lease) {}

    /** A lot before it is written down. */
    record Row(long id, Phase phase, Instant dueAt) {}

    /** Another worker has the lot by now. */
    static final class LeaseLost extends RuntimeException {
        private static final long serialVersionUID = 1L;
    }

    static long id(long build, int ordinal) {
        return build * LOTS_OF_A_BUILD + ordinal;
    }

    /** The first lot of a build, in which the others are planned, and the one that ends it. */
    void insertEnds(long build, Instant startsAt) {
        insert(
                build,
                List.of(
                        new Row(id(build, 0), Phase.PLAN, startsAt),
                        new Row(id(build, (int) LOTS_OF_A_BUILD - 1), Phase.END, time.now())));
    }

    void insert(long build, Collection<Row> rows) {
        batches.batchUpdate(
                "insert into build_lot (id, build_id, phase, due_at) values (?, ?, ?, ?)",
                rows.stream()
                        .map(row -> new Object[] {row.id(), build, row.phase().number(), Timestamp.from(row.dueAt())})
                        .toList());
    }

    /** Takes away what was planned before and not begun. */
    void deletePlanned(long build) {
        db.sql("delete from build_lot where build_id = ? and phase not in (?, ?)")
                .params(build, Phase.PLAN.number(), Phase.END.number())
                .update();
    }

    /** A build that has lots to carry out. */
    private record Active(long id, int phase) {}

    /** Takes up to so many lots that are due; to be called within a transaction. */
    List<Lot> claim(int most) {
        Timestamp now = Timestamp.from(time.now());
        List<Active> active = db.sql("select id, if(state = 'ENDING', :end, phase) phase from build b"
                        + " where state in ('PLANNED', 'PLANNING', 'RUNNING', 'WAITING') or (state = 'ENDING' and not exists"
                        + " (select 1 from build_lot l where l.build_id = b.id and l.lease_until > :now and l.phase <> :end))"
                        + " order by id")
                .param("end", Phase.END.number())
                .param("now", now)
                .query((row, n) -> new Active(row.getLong("id"), row.getInt("phase")))
                .list();
        List<Lot> claimed = new ArrayList<>();
        for (Active build : active) {
            if (claimed.size() < most) {
                claimed.addAll(due(build, now, most - claimed.size()));
            }
        }
        claimed.forEach(lot -> db.sql("update build_lot set lease = ?, lease_until = ?, holder = ? where id = ?")
                .params(lot.lease(), until(), node, lot.id())
                .update());
        return claimed;
    }

    private List<Lot> due(Active build, Timestamp now, int most) {
        return db.sql(
                        "select id, tries, errors from build_lot where build_id = ? and phase = ? and not done and due_at <= ?"
                                + " and (lease_until is null or lease_until < ?) order by id limit ? for update skip locked")
                .params(build.id(), build.phase(), now, now, most)
                .query((row, n) -> new Lot(
                        row.getLong("id"),
                        build.id(),
                        Phase.of(build.phase()),
                        row.getInt("tries"),
                        row.getInt("errors"),
                        Chance.name(chance)))
                .list();
    }

    private Timestamp until() {
        return Timestamp.from(time.now().plus(lease));
    }

    /** Keeps lots in hand whose calls take long. */
    void renew(Collection<String> leases) {
        if (!leases.isEmpty()) {
            db.sql("update build_lot set lease_until = :until where lease in (:leases)")
                    .param("until", until())
                    .param("leases", leases)
                    .update();
        }
    }

    /** To be called first in a transaction that records something of a lot. */
    void hold(Lot lot) {
        require(db.sql("update build_lot set lease_until = ?, tries = 0, errors = 0 where id = ? and lease = ?")
                .params(until(), lot.id(), lot.lease())
                .update());
    }

    void end(Lot lot) {
        require(db.sql("update build_lot set done = true, lease = null, lease_until = null where id = ? and lease = ?")
                .params(lot.id(), lot.lease())
                .update());
    }

    /** Lays a lot down until later. */
    void postpone(Lot lot, Duration wait, int tries, int errors) {
        db.sql("update build_lot set lease = null, lease_until = null, due_at = ?, tries = ?, errors = ?"
                        + " where id = ? and lease = ?")
                .params(Timestamp.from(time.now().plus(wait)), tries, errors, lot.id(), lot.lease())
                .update();
    }

    private static void require(int rows) {
        if (rows != 1) {
            throw new LeaseLost();
        }
    }

    /** Nothing of a build is left to carry out. */
    void endAll(long build) {
        db.sql("update build_lot set done = true, lease = null, lease_until = null where build_id = ?")
                .param(build)
                .update();
    }

    /** Nothing of a build is left to carry out but its end; whoever slept with a lot in hand records nothing of it any more. */
    void leaveOut(long build) {
        db.sql("update build_lot set done = true, lease = null, lease_until = null where build_id = ? and phase <> ?")
                .params(build, Phase.END.number())
                .update();
    }

    /** The first phase of which lots are left. */
    Phase next(long build) {
        return Phase.of(db.sql("select min(phase) from build_lot where build_id = ? and not done")
                .param(build)
                .query(Integer.class)
                .single());
    }
}
