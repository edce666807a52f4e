package chalkline.server.exports;

import chalkline.core.Bounds;
import chalkline.core.exports.ExportProfile;
import chalkline.core.exports.ExportStatus;
import chalkline.core.exports.ResultSheet;
import chalkline.server.frame.OnceMore;
import jakarta.persistence.EntityManagerFactory;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.TreeMap;
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

    private final SessionFactory sessions;

    /** Rows by the dozen, in place of any that an earlier attempt left. */
    interface Writer extends Consumer<ExportLine> {}

    ExportLines(EntityManagerFactory factory) {
        this.sessions = factory.unwrap(SessionFactory.class);
    }

    /** How many rows there are of each outcome. */
    Map<String, Integer> outcomes(long export) {
        return counts(export, "outcome", "");
    }

    /** How many of the rows that are written are new, changed, the same and gone. */
    Map<String, Integer> statuses(long export) {
        return counts(export, "status", " and outcome <> 'LEFT_OUT'");
    }

    private Map<String, Integer> counts(long export, String column, String where) {
        Map<String, Integer> counts = new TreeMap<>();
        try (StatelessSession session = sessions.openStatelessSession()) {
            session.createNativeQuery(
                            "select " + column + ", count(*) from export_row where export_id = :export" + where
                                    + " group by " + column,
                            Object[].class)
                    .setParameter("export", export)
                    .getResultList()
                    .forEach(row -> counts.put((String) row[0], ((Number) row[1]).intValue()));
        }
        return counts;
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
            List<ResultSheet.Result> unknown = new ArrayList<>();
            int passed = 0;
            int failed = 0;
            for (ResultSheet.Result result : results) {
                int rows = session.createNativeMutationQuery(
                                "update export_row set outcome = :outcome, reason = :reason where export_id = :export"
                                        + " and match_hash = :match and outcome <> 'LEFT_OUT'")
                        .setParameter("outcome", result.passed() ? "PASSED" : "FAILED")
                        .setParameter("reason", result.passed() ? "" : cut(result.reason()))
                        .setParameter("export", export)
                        .setParameter("match", result.match())
                        .executeUpdate();
                if (rows == 0) {
                    unknown.add(result);
                }
                passed += result.passed() ? rows : 0;
                failed += result.passed() ? 0 : rows;
            }
            standing(session, export);
            return new Came(passed, failed, unknown);
        }));
    }

    record Came(int passed, int failed, List<ResultSheet.Result> unknown) {}

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
    List<Failed> failed(long export) {
        try (StatelessSession session = sessions.openStatelessSession()) {
            return session
                    .createNativeQuery(
                            "select r.row_key, r.shell_key, r.status, p.held from export_row r join export e on e.id = r.export_id"
                                    + " left join export_passed p on" + SAME_ROW
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
    }

    /** @param held empty where the row never went through */
    record Failed(String key, String shell, ExportStatus status, OptionalInt held) {}
}
