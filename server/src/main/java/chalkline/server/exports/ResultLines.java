package chalkline.server.exports;

import static chalkline.server.exports.ExportLines.SAME_ROW;
import static chalkline.server.exports.ExportLines.execute;

import chalkline.core.Bounds;
import chalkline.core.exports.ExportStatus;
import chalkline.core.exports.ResultSheet;
import chalkline.core.naming.Cut;
import chalkline.server.frame.OnceMore;
import jakarta.persistence.EntityManagerFactory;
import java.util.List;
import java.util.OptionalInt;
import org.hibernate.SessionFactory;
import org.hibernate.StatelessSession;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** What result sheets say of the rows of exports, and what has gone through with that. */
@Component
class ResultLines {
    private static final int BATCH = 1_000;
    private static final int UNKNOWN_SHOWN = 20;
    private static final String MEANT = " join result_line x on x.sheet_id = :sheet and x.match_hash = r.match_hash";
    private static final String UNKNOWN = " from result_line x where x.sheet_id = :sheet and not exists (select 1"
            + " from export_row r where r.export_id = :export and r.match_hash = x.match_hash"
            + " and r.outcome <> 'LEFT_OUT')";

    private final SessionFactory sessions;
    private final JdbcTemplate batches;

    ResultLines(EntityManagerFactory factory, JdbcTemplate batches) {
        this.sessions = factory.unwrap(SessionFactory.class);
        this.batches = batches;
    }

    /**
     * What a sheet came to.
     *
     * @param rows those that failed by this sheet; what failed by an earlier one may have been built again since
     * @param unknown lines that mean no row, the first of them
     */
    record Came(int passed, int failed, List<Failed> rows, List<ExportViews.UnknownLine> unknown, int unknownCount) {}

    /** @param held empty where the row never went through */
    record Failed(String key, String shell, ExportStatus status, OptionalInt held) {}

    /** Keeps what a sheet says until it is worked in; of two lines that mean the same rows the later one counts. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void keep(long sheet, List<ResultSheet.Result> results) {
        for (int from = 0; from < results.size(); from += BATCH) {
            batches.batchUpdate(
                    "insert into result_line (sheet_id, match_hash, line, passed, words, reason) values (?, ?, ?, ?, ?, ?)"
                            + " on duplicate key update line = values(line), passed = values(passed),"
                            + " words = values(words), reason = values(reason)",
                    results.subList(from, Math.min(results.size(), from + BATCH)).stream()
                            .map(result -> new Object[] {
                                sheet,
                                result.match(),
                                result.line(),
                                result.passed(),
                                Cut.to(result.words(), Bounds.NAME),
                                Cut.to(result.reason(), Bounds.REASON)
                            })
                            .toList());
        }
    }

    /** In the transaction that ends its sheet. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void forget(long sheet) {
        batches.update("delete from result_line where sheet_id = ?", sheet);
    }

    /**
     * Writes down what came of rows, and what has gone through with that. An older export never takes the place of a later
     * one there. Done twice it is as done once.
     */
    Came came(long export, long sheet) {
        return OnceMore.trying(() -> sessions.fromStatelessTransaction(session -> {
            Object[] counts = session.createNativeQuery(
                            "select coalesce(sum(x.passed), 0), count(*) from export_row r" + MEANT
                                    + " where r.export_id = :export and r.outcome <> 'LEFT_OUT'",
                            Object[].class)
                    .setParameter("export", export)
                    .setParameter("sheet", sheet)
                    .getSingleResult();
            int passed = ((Number) counts[0]).intValue();
            session.createNativeMutationQuery("update export_row r" + MEANT
                            + " set r.outcome = if(x.passed, 'PASSED', 'FAILED'), r.reason = if(x.passed, '', x.reason)"
                            + " where r.export_id = :export and r.outcome <> 'LEFT_OUT'")
                    .setParameter("export", export)
                    .setParameter("sheet", sheet)
                    .executeUpdate();
            standing(session, export);
            ExportLines.count(session, export);
            return new Came(
                    passed,
                    ((Number) counts[1]).intValue() - passed,
                    failed(session, export, sheet),
                    unknown(session, export, sheet),
                    unknownCount(session, export, sheet));
        }));
    }

    private static List<ExportViews.UnknownLine> unknown(StatelessSession session, long export, long sheet) {
        return session
                .createNativeQuery("select x.line, x.words" + UNKNOWN + " order by x.line", Object[].class)
                .setParameter("export", export)
                .setParameter("sheet", sheet)
                .setMaxResults(UNKNOWN_SHOWN)
                .getResultList()
                .stream()
                .map(row -> new ExportViews.UnknownLine(((Number) row[0]).intValue(), (String) row[1]))
                .toList();
    }

    private static int unknownCount(StatelessSession session, long export, long sheet) {
        return session.createNativeQuery("select count(*)" + UNKNOWN, Long.class)
                .setParameter("export", export)
                .setParameter("sheet", sheet)
                .getSingleResult()
                .intValue();
    }

    /** Everything that waits went through. */
    int allPassed(long export) {
        return OnceMore.trying(() -> sessions.fromStatelessTransaction(session -> {
            int rows = execute(
                    session,
                    "update export_row set outcome = 'PASSED' where export_id = :export and outcome = 'WAITING'",
                    export);
            standing(session, export);
            ExportLines.count(session, export);
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
    private static List<Failed> failed(StatelessSession session, long export, long sheet) {
        return session
                .createNativeQuery(
                        "select r.row_key, r.shell_key, r.status, p.held from export_row r join export e on e.id = r.export_id"
                                + MEANT + " left join export_passed p on" + SAME_ROW
                                + " where r.export_id = :export and r.outcome = 'FAILED'",
                        Object[].class)
                .setParameter("export", export)
                .setParameter("sheet", sheet)
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
