package chalkline.server.exports;

import chalkline.core.exports.ExportProfile;
import chalkline.server.frame.OnceMore;
import jakarta.persistence.EntityManagerFactory;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import org.hibernate.SessionFactory;
import org.hibernate.StatelessSession;
import org.springframework.stereotype.Component;

/** The rows of exports, which come in hundreds of thousands: what is done to them is done to all at once. */
@Component
class ExportLines {
    private static final int BATCH = 1_000;
    private static final int PAGE = 10_000;

    /** Of a row {@code r} of an export {@code e}, what of it went through the last time, {@code p}. */
    static final String SAME_ROW = " p.profile_id = e.profile_id and p.term = e.term and p.row_hash = r.row_hash";

    private final SessionFactory sessions;

    /** Rows by the dozen, in place of any that an earlier attempt left. */
    interface Writer extends Consumer<ExportLine> {}

    ExportLines(EntityManagerFactory factory) {
        this.sessions = factory.unwrap(SessionFactory.class);
    }

    /** Counts the rows of an export anew, so that nobody has to who only looks. */
    static void count(StatelessSession session, long export) {
        execute(
                session,
                "update export e join (select export_id, sum(outcome = 'WAITING') waiting, sum(outcome = 'PASSED') passed,"
                        + " sum(outcome = 'FAILED') failed, sum(outcome = 'LEFT_OUT') left_out,"
                        + " sum(outcome <> 'LEFT_OUT' and status = 'NEW') fresh,"
                        + " sum(outcome <> 'LEFT_OUT' and status = 'CHANGED') changed,"
                        + " sum(outcome <> 'LEFT_OUT' and status = 'SAME') same,"
                        + " sum(outcome <> 'LEFT_OUT' and status = 'GONE') gone"
                        + " from export_row where export_id = :export group by export_id) c on c.export_id = e.id"
                        + " set e.waiting = c.waiting, e.passed = c.passed, e.failed = c.failed, e.left_out = c.left_out,"
                        + " e.fresh = c.fresh, e.changed = c.changed, e.same = c.same, e.gone = c.gone",
                export);
    }

    List<ExportLine> of(long export, ExportLine.Outcome outcome, int after, int limit) {
        try (StatelessSession session = sessions.openStatelessSession()) {
            return session.createSelectionQuery(
                            "from ExportLine l where l.at.exportId = :export and l.outcome = :outcome and l.at.n > :after"
                                    + " order by l.at.n",
                            ExportLine.class)
                    .setParameter("export", export)
                    .setParameter("outcome", outcome)
                    .setParameter("after", after)
                    .setMaxResults(limit)
                    .getResultList();
        }
    }

    /** After which row to go on. */
    record Place(String part, int n) {
        static final Place START = new Place("", -1);
    }

    /** Some of those that are written, in the order of their files; where to go on, empty after the last. */
    Optional<Place> written(long export, Place after, Consumer<ExportLine> to) {
        try (StatelessSession session = sessions.openStatelessSession()) {
            List<ExportLine> page = session.createSelectionQuery(
                            "from ExportLine l where l.at.exportId = :export and l.outcome <> :out"
                                    + " and (l.part > :part or (l.part = :part and l.at.n > :after))"
                                    + " order by l.part, l.at.n",
                            ExportLine.class)
                    .setParameter("export", export)
                    .setParameter("out", ExportLine.Outcome.LEFT_OUT)
                    .setParameter("part", after.part())
                    .setParameter("after", after.n())
                    .setMaxResults(PAGE)
                    .getResultList();
            page.forEach(to);
            if (page.size() < PAGE) {
                return Optional.empty();
            }
            ExportLine last = page.get(PAGE - 1);
            return Optional.of(new Place(last.part(), last.n()));
        }
    }

    /**
     * Writes the rows of an export down, in place of any that an earlier attempt left, and says of each how it stands beside
     * what went through. Of differences, rows that are the same are taken out again.
     */
    void write(Export export, ExportProfile profile, Consumer<Writer> rows) {
        OnceMore.doing(() -> sessions.inStatelessTransaction(session -> {
            execute(session, "delete from export_row where export_id = :export", export.id());
            session.setJdbcBatchSize(BATCH);
            List<ExportLine> batch = new ArrayList<>(BATCH);
            rows.accept(line -> {
                batch.add(line);
                if (batch.size() == BATCH) {
                    session.insertMultiple(batch);
                    batch.clear();
                }
            });
            session.insertMultiple(batch);
            execute(
                    session,
                    "update export_row r join export e on e.id = r.export_id join export_passed p on" + SAME_ROW
                            + " set r.status = if(p.cells = r.cells, 'SAME', 'CHANGED') where r.export_id = :export",
                    export.id());
            if (export.differences() && profile.tellsGone()) {
                gone(session, export.id());
            }
            if (export.differences()) {
                execute(
                        session,
                        "delete from export_row where export_id = :export and status = 'SAME' and outcome <> 'LEFT_OUT'",
                        export.id());
            }
            count(session, export.id());
        }));
    }

    /** What went through once and is no row any more, not even one that is left out. */
    private static void gone(StatelessSession session, long export) {
        execute(
                session,
                "insert into export_row (export_id, n, row_hash, row_key, shell_key, part, file, cells, match_hash, status,"
                        + " outcome, reason) select e.id, 1000000000 + row_number() over (order by p.row_hash), p.row_hash,"
                        + " p.row_key, p.shell_key, p.part, p.file, p.cells, p.match_hash, 'GONE', 'WAITING', ''"
                        + " from export_passed p join export e on p.profile_id = e.profile_id and p.term = e.term"
                        + " where e.id = :export and not exists (select 1 from export_row s where s.export_id = e.id"
                        + " and s.row_hash = p.row_hash)",
                export);
    }

    static int execute(StatelessSession session, String sql, long export) {
        return session.createNativeMutationQuery(sql)
                .setParameter("export", export)
                .executeUpdate();
    }
}
