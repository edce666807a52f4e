package chalkline.server.requests;

import chalkline.server.frame.Time;
import chalkline.server.people.PeopleService;
import java.sql.Timestamp;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What was said and done about each request, in order. */
@Component
class Turns {
    private final JdbcClient db;
    private final Time time;
    private final PeopleService people;

    Turns(JdbcClient db, PeopleService people, Time time) {
        this.time = time;
        this.db = db;
        this.people = people;
    }

    /** The number of the turn. */
    long add(long request, String who, String what, String note) {
        db.sql("insert into request_turn (request_id, at, who, what, note) values (?, ?, ?, ?, ?)")
                .params(request, Timestamp.from(time.now()), who, what, note)
                .update();
        return db.sql("select last_insert_id()").query(Long.class).single();
    }

    List<RequestViews.Turn> of(long request) {
        Map<String, String> names = people.names(db.sql("select distinct who from request_turn where request_id = ?")
                .param(request)
                .query(String.class)
                .list());
        return db.sql("select at, who, what, note from request_turn where request_id = ? order by id")
                .param(request)
                .query((row, n) -> new RequestViews.Turn(
                        row.getTimestamp("at").toInstant(),
                        names.getOrDefault(row.getString("who"), row.getString("who")),
                        row.getString("what"),
                        row.getString("note")))
                .list();
    }
}
