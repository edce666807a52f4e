package chalkline.server.requests;

import chalkline.server.frame.OfPeople;
import chalkline.server.frame.Somebody;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What somebody asked for. */
@Component
class RequestsOf implements OfPeople {
    private static final String THEIRS = "(r.asker = ? or (r.person <> '' and r.person = ?))";

    private final JdbcClient db;

    RequestsOf(JdbcClient db) {
        this.db = db;
    }

    @Override
    public String what() {
        return "requests";
    }

    @Override
    public List<Map<String, Object>> kept(Somebody who) {
        return db.sql(
                        "select id, term, kind, state, asker, person, wish, does, asked_at, decided_by, decided_at, reason,"
                                + " ended_at, (select group_concat(concat(t.at, ' ', t.who, ' ', t.what, ' ', t.note) separator '\\n')"
                                + " from request_turn t where t.request_id = r.id) as turns from shell_request r where "
                                + THEIRS + " order by id")
                .params(who.login(), who.person())
                .query()
                .listOfRows();
    }

    @Override
    public Optional<String> inTheWay(Somebody who) {
        long open = db.sql("select count(*) from shell_request r where r.ended_at is null and " + THEIRS)
                .params(who.login(), who.person())
                .query(Long.class)
                .single();
        return open == 0
                ? Optional.empty()
                : Optional.of("Requests of theirs are open: " + open + "; decide them first.");
    }

    @Override
    public int takeOut(Somebody who) {
        for (String table : List.of("request_department", "request_section", "request_turn", "request_link")) {
            db.sql("delete x from " + table + " x join shell_request r on r.id = x.request_id where " + THEIRS)
                    .params(who.login(), who.person())
                    .update();
        }
        db.sql("delete from request_link where login = ?").param(who.login()).update();
        return db.sql("delete r from shell_request r where " + THEIRS)
                .params(who.login(), who.person())
                .update();
    }

    @Override
    public String stays() {
        return "Where they decided what others asked for, the sign-in name stays.";
    }
}
