package chalkline.server.sheets;

import chalkline.server.frame.OfPeople;
import chalkline.server.frame.Somebody;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
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
        List<Map<String, Object>> sheets = new ArrayList<>();
        who.addresses()
                .forEach(address -> sheets.addAll(
                        db.sql("select id, term, name, kept_by, kept_at from kept_sheet where locate(?, all_rows) > 0")
                                .param(address)
                                .query()
                                .listOfRows()));
        return sheets;
    }

    @Override
    public int takeOut(Somebody who) {
        return who.addresses().stream()
                .mapToInt(address -> db.sql("update kept_sheet set all_rows = replace(all_rows, ?, '')"
                                + " where locate(?, all_rows) > 0")
                        .params(address, address)
                        .update())
                .sum();
    }

    @Override
    public String stays() {
        return "Their address goes from the sheets; a name that somebody typed stays.";
    }
}
