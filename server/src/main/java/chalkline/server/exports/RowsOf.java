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
    private static final List<String> TABLES = List.of("export_row", "export_passed");

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
        List<Map<String, Object>> rows = new ArrayList<>();
        if (!who.person().isEmpty()) {
            TABLES.forEach(table -> rows.addAll(
                    db.sql("select export_id, shell_key, file, cells from " + table + " where right(row_key, ?) = ?")
                            .params(Enrolled.endOf(who.person()).length(), Enrolled.endOf(who.person()))
                            .query()
                            .listOfRows()));
        }
        return rows;
    }

    @Override
    public int takeOut(Somebody who) {
        return who.person().isEmpty()
                ? 0
                : TABLES.stream()
                        .mapToInt(table -> db.sql("delete from " + table + " where right(row_key, ?) = ?")
                                .params(Enrolled.endOf(who.person()).length(), Enrolled.endOf(who.person()))
                                .update())
                        .sum();
    }

    @Override
    public String stays() {
        return "Names in rows of shells and sections go with those exports, after as many days as they are kept.";
    }
}
