package chalkline.server.sheets;

import chalkline.server.frame.OfPeople;
import chalkline.server.frame.Somebody;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Sheets of courses that name somebody by address. */
@Component
class SheetsOf implements OfPeople {
    private final JdbcClient db;

    SheetsOf(JdbcClient db) {
        this.db = db;
    }

    @Override
    public String what() {
        return "sheets of courses";
    }

    @Override
    public List<Map<String, Object>> kept(Somebody who) {
        return without(who).keySet().stream()
                .sorted()
                .map(id -> db.sql("select id, term, name, kept_by, kept_at from kept_sheet where id = ?")
                        .param(id)
                        .query()
                        .singleRow())
                .toList();
    }

    @Override
    public int takeOut(Somebody who) {
        Map<Long, String> sheets = without(who);
        sheets.forEach((id, rows) -> db.sql("update kept_sheet set all_rows = ? where id = ?")
                .params(rows, id)
                .update());
        return sheets.size();
    }

    /**
     * The rows of the sheets that have an address of theirs, without it; others' addresses may end as theirs does, and
     * rows are JSON, in which a line break before it is two characters.
     */
    private Map<Long, String> without(Somebody who) {
        Map<Long, String> sheets = new HashMap<>();
        if (!who.addresses().isEmpty()) {
            Pattern theirs = Pattern.compile(
                    who.addresses().stream()
                            .map(Pattern::quote)
                            .collect(Collectors.joining("|", "(?:(?<![\\w.%+-])|(?<=\\\\[nrt]))(", ")(?![\\w.-])")),
                    Pattern.CASE_INSENSITIVE);
            db.sql("select id, all_rows from kept_sheet").query(row -> {
                String rows = row.getString(2);
                String left = theirs.matcher(rows).replaceAll("");
                if (!left.equals(rows)) {
                    sheets.put(row.getLong(1), left);
                }
            });
        }
        return sheets;
    }

    @Override
    public String stays() {
        return "Their address goes from the sheets; a name that somebody typed stays.";
    }
}
