package chalkline.server.exports;

import chalkline.core.Bounds;
import chalkline.core.exports.ExportProfile;
import chalkline.core.exports.ExportStatus;
import chalkline.core.exports.ResultSheet;
import chalkline.server.frame.OnceMore;
import jakarta.persistence.EntityManagerFactory;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.Consumer;
import org.hibernate.SessionFactory;
import org.hibernate.StatelessSession;
import org.springframework.stereotype.Component;

/** The rows of exports, which come in hundreds of thousands: what is done to them is done to all at once. */
@Component
class ExportLines {
    private static final int BATCH = 1_000;
    private static final int PAGE = 10_000;
    private static final String SAME_ROW =
            " p.profile_id = e.profile_id and p.term = e.term and p.row_hash = r.row_hash";

    private static final String MEANT = " join export_result x on x.match_hash = r.match_hash";

    private final SessionFactory sessions;

    /** Rows by the dozen, in place of any that an earlier attempt left. */
    interface Writer extends Consumer<ExportLine> {}

    ExportLines(EntityManagerFactory factory) {
        this.sessions = factory.unwrap(SessionFactory.class);
    }

    /** Counts the rows of an export anew, so that nobody has to who only looks. */
    private static void count(StatelessSession session, long export) {
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

    private static int execute(StatelessSession session, String sql, long export) {
        return session.createNativeMutationQuery(sql)
                .setParameter("export", export)
                .executeUpdate();
    }

    /**
     * Writes down what came of rows, and what has gone through with that. An older export never takes the place of a later
     * one there.
     *
     * @return how many rows went through and how many failed, and lines that mean no row
     */
    Came came(long export, List<ResultSheet.Result> results) {
        return OnceMore.trying(() -> sessions.fromStatelessTransaction(session -> {
            session.doWork(connection -> bring(connection, results));
            Object[] counts = session.createNativeQuery(
                            "select coalesce(sum(x.passed), 0), count(*) from export_row r" + MEANT
                                    + " where r.export_id = :export and r.outcome <> 'LEFT_OUT'",
                            Object[].class)
                    .setParameter("export", export)
                    .getSingleResult();
            int passed = ((Number) counts[0]).intValue();
            List<Integer> unknown = session.createNativeQuery(
                            "select x.line from export_result x where not exists (select 1 from export_row r"
                                    + " where r.export_id = :export and r.match_hash = x.match_hash"
                                    + " and r.outcome <> 'LEFT_OUT') order by x.line",
                            Integer.class)
                    .setParameter("export", export)
                    .getResultList();
            execute(
                    session,
                    "update export_row r" + MEANT + " set r.outcome = if(x.passed, 'PASSED', 'FAILED'),"
                            + " r.reason = if(x.passed, '', x.reason)"
                            + " where r.export_id = :export and r.outcome <> 'LEFT_OUT'",
                    export);
            standing(session, export);
            count(session, export);
            List<Failed> failed = failed(session, export);
            session.createNativeMutationQuery("drop temporary table export_result")
                    .executeUpdate();
            return new Came(passed, ((Number) counts[1]).intValue() - passed, failed, unknown);
        }));
    }

    /** What a sheet says, beside the rows; of two lines that mean the same rows the later one counts. */
    private static void bring(Connection connection, List<ResultSheet.Result> results) throws SQLException {
        try (Statement statement = connection.createStatement()) {
            statement.execute("drop temporary table if exists export_result");
            statement.execute("create temporary table export_result ("
                    + "match_hash char(64) character set ascii collate ascii_bin primary key,"
                    + " line int not null, passed boolean not null, reason varchar(1000) not null)");
        }
        try (PreparedStatement line = connection.prepareStatement("insert into export_result values (?, ?, ?, ?)"
                + " on duplicate key update line = values(line), passed = values(passed), reason = values(reason)")) {
            int n = 0;
            for (ResultSheet.Result result : results) {
                line.setString(1, result.match());
                line.setInt(2, result.line());
                line.setBoolean(3, result.passed());
                line.setString(4, cut(result.reason()));
                line.addBatch();
                if (++n % BATCH == 0) {
                    line.executeBatch();
                }
            }
            line.executeBatch();
        }
    }

    /**
     * @param rows those that failed by this sheet; what failed by an earlier one may have been built again since
     * @param unknown lines that mean no row
     */
    record Came(int passed, int failed, List<Failed> rows, List<Integer> unknown) {}

    private static String cut(String reason) {
        return reason.length() <= Bounds.REASON ? reason : reason.substring(0, Bounds.REASON - 1) + "…";
    }

    /** Everything that waits went through. */
    int allPassed(long export) {
        return OnceMore.trying(() -> sessions.fromStatelessTransaction(session -> {
            int rows = execute(
                    session,
                    "update export_row set outcome = 'PASSED' where export_id = :export and outcome = 'WAITING'",
                    export);
            standing(session, export);
            count(session, export);
            return rows;
        }));
    }

    private static void standing(StatelessSession session, long export) {
        execute(
                session,
                "delete p from export_passed p join export e on p.profile_id = e.profile_id and p.term = e.term"
                        + " join export_row r on r.export_id = e.id and r.row_hash = p.row_hash"
                        + " where e.id = :export and (r.outcome = 'PASSED' and p.export_id <= e.id"
                        + " or r.outcome = 'FAILED' and p.export_id = e.id)",
                export);
        execute(
                session,
                "insert ignore into export_passed (profile_id, term, row_hash, row_key, shell_key, part, file, cells,"
                        + " match_hash, export_id, held) select e.profile_id, e.term, r.row_hash, r.row_key, r.shell_key,"
                        + " r.part, r.file, r.cells, r.match_hash, e.id, e.held from export_row r"
                        + " join export e on e.id = r.export_id"
                        + " where r.export_id = :export and r.outcome = 'PASSED' and r.status <> 'GONE'",
                export);
    }

    /** Rows that failed, each with what the LMS was seen to hold when it went through the last time, if it ever did. */
    private static List<Failed> failed(StatelessSession session, long export) {
        return session
                .createNativeQuery(
                        "select r.row_key, r.shell_key, r.status, p.held from export_row r join export e on e.id = r.export_id"
                                + MEANT + " left join export_passed p on" + SAME_ROW
                                + " where r.export_id = :export and r.outcome = 'FAILED'",
                        Object[].class)
                .setParameter("export", export)
                .getResultList()
                .stream()
                .map(row -> new Failed(
                        (String) row[0],
                        (String) row[1],
                        ExportStatus.valueOf((String) row[2]),
                        row[3] == null ? OptionalInt.empty() : OptionalInt.of(((Number) row[3]).intValue())))
                .toList();
    }

    /** @param held empty where the row never went through */
    record Failed(String key, String shell, ExportStatus status, OptionalInt held) {}
}
