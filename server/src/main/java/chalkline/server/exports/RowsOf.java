package chalkline.server.exports;

import chalkline.core.exports.ExportRows.Enrolled;
import chalkline.server.frame.OfPeople;
import chalkline.server.frame.Somebody;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Rows of somebody in sheets for the LMS. */
@Component
class RowsOf implements OfPeople {
    private final JdbcClient db;

    RowsOf(JdbcClient db) {
        this.db = db;
    }

    @Override
    public String what() {
        return "rows of exports";
    }

    @Override
    public List<Map<String, Object>> kept(Somebody who) {
        List<Map<String, Object>> rows =
                new ArrayList<>(theirs(who, "export_row", "export_id, shell_key, file, cells"));
        rows.addAll(theirs(who, "export_passed", "export_id, shell_key, file, cells"));
        return rows;
    }

    private List<Map<String, Object>> theirs(Somebody who, String table, String columns) {
        String end = Enrolled.endOf(who.person());
        return who.person().isEmpty()
                ? List.of()
                : db.sql("select " + columns + " from " + table + " where right(row_key, char_length(:end)) = :end")
                        .param("end", end)
                        .query()
                        .listOfRows();
    }

    /** They are looked for first, so that exports that are written meanwhile need not wait for a look through all rows. */
    @Override
    public int takeOut(Somebody who) {
        return takeOut(who, "export_row", List.of("export_id", "n"))
                + takeOut(who, "export_passed", List.of("profile_id", "term", "row_hash"));
    }

    private int takeOut(Somebody who, String table, List<String> key) {
        String one = "delete from " + table + " where " + String.join(" = ? and ", key) + " = ?";
        return theirs(who, table, String.join(", ", key)).stream()
                .mapToInt(row ->
                        db.sql(one).params(key.stream().map(row::get).toList()).update())
                .sum();
    }

    @Override
    public String stays() {
        return "Names in rows of shells and sections go with those exports, after as many days as they are kept.";
    }
}
