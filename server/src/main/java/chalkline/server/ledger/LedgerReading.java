package chalkline.server.ledger;

import chalkline.server.policy.May;
import chalkline.server.policy.Right;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

/** Finds entries of the ledger. */
@Service
class LedgerReading {
    private static final int PAGE = 200;
    private static final String NAMES =
            " and l.id in (select ledger_id from ledger_about where kind = '%s' and name in (%s))";

    private final JdbcClient db;

    LedgerReading(JdbcClient db) {
        this.db = db;
    }

    /**
     * What is looked for; what is null or empty does not narrow it.
     *
     * @param who a login
     * @param what what was done
     * @param departments codes and names of which an entry names one
     * @param shell the key of one that an entry names
     * @param find words that all stand in its subject or its detail: a department, a shell, a term
     * @param from the first day, in UTC
     * @param to the last day, inclusive, in UTC
     * @param before the number of the entry that the page ends before
     */
    record Wanted(
            @Nullable String who,
            @Nullable String what,
            List<String> departments,
            @Nullable String shell,
            @Nullable String find,
            @Nullable LocalDate from,
            @Nullable LocalDate to,
            @Nullable Long before) {}

    /**
     * One entry.
     *
     * @param who the name of whoever did it; the login where nobody has it
     * @param detail as JSON
     * @param address from where; empty where the program did it by itself
     * @param seal its place in the chain; null where it is not sealed yet
     */
    record Line(
            long id,
            Instant at,
            String login,
            String who,
            String what,
            String subject,
            String detail,
            String address,
            @Nullable Long seal) {}

    /** @param next what {@code before} the next page has; null on the last */
    record Page(List<Line> lines, @Nullable Long next) {}

    record Somebody(String login, String name) {}

    /** What stands in the ledger, to choose from. */
    record Vocabulary(List<Somebody> people, List<String> kinds) {}

    /** Entries, the latest first. */
    @May(Right.READ_LEDGER)
    public Page page(Wanted wanted) {
        StringBuilder sql = new StringBuilder("select l.*, coalesce(a.name, l.who) as name from ledger l"
                + " left join account a on a.login = l.who collate utf8mb4_bin where true");
        List<Object> values = new ArrayList<>();
        and(sql, values, " and l.who = ?", wanted.who());
        and(sql, values, " and l.what = ?", wanted.what());
        names(sql, values, "department", wanted.departments());
        names(
                sql,
                values,
                "shell",
                wanted.shell() == null || wanted.shell().isBlank() ? List.of() : List.of(wanted.shell()));
        and(sql, values, " and l.at >= ?", moment(wanted.from(), 0));
        and(sql, values, " and l.at < ?", moment(wanted.to(), 1));
        and(sql, values, " and l.id < ?", wanted.before());
        for (String word : (wanted.find() == null ? "" : wanted.find()).split("\\s+")) {
            if (!word.isEmpty()) {
                sql.append(" and (locate(?, l.subject) > 0 or locate(?, l.detail) > 0)");
                values.add(word);
                values.add(word);
            }
        }
        sql.append(" order by l.id desc limit ").append(PAGE + 1);
        List<Line> lines =
                db.sql(sql.toString()).params(values).query(LedgerReading::line).list();
        boolean more = lines.size() > PAGE;
        List<Line> page = more ? lines.subList(0, PAGE) : lines;
        return new Page(page, more ? page.get(PAGE - 1).id() : null);
    }

    private static void names(StringBuilder sql, List<Object> values, String kind, List<String> names) {
        if (!names.isEmpty()) {
            sql.append(NAMES.formatted(kind, String.join(", ", Collections.nCopies(names.size(), "?"))));
            values.addAll(names);
        }
    }

    private static @Nullable Timestamp moment(@Nullable LocalDate day, int later) {
        return day == null
                ? null
                : Timestamp.from(
                        day.plusDays(later).atStartOfDay(ZoneOffset.UTC).toInstant());
    }

    private static void and(StringBuilder sql, List<Object> values, String condition, @Nullable Object value) {
        if (value != null && !value.equals("")) {
            sql.append(condition);
            values.add(value);
        }
    }

    private static Line line(ResultSet row, int n) throws SQLException {
        return new Line(
                row.getLong("id"),
                row.getTimestamp("at").toInstant(),
                row.getString("who"),
                row.getString("name"),
                row.getString("what"),
                row.getString("subject"),
                row.getString("detail"),
                row.getString("address"),
                row.getObject("seal", Long.class));
    }

    @May(Right.READ_LEDGER)
    public Vocabulary vocabulary() {
        return new Vocabulary(
                // who they are first: an index has that, however many entries there are
                db.sql("select l.who, coalesce(a.name, l.who) as name from (select distinct who from ledger) l"
                                + " left join account a on a.login = l.who collate utf8mb4_bin order by name, l.who")
                        .query((row, n) -> new Somebody(row.getString("who"), row.getString("name")))
                        .list(),
                db.sql("select distinct what from ledger order by what")
                        .query(String.class)
                        .list());
    }
}
