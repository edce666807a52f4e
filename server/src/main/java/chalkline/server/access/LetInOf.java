package chalkline.server.access;

import chalkline.server.frame.OfPeople;
import chalkline.server.frame.Somebody;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Shells that somebody was let into. */
@Component
class LetInOf implements OfPeople {
    private final JdbcClient db;

    LetInOf(JdbcClient db) {
        this.db = db;
    }

    @Override
    public String what() {
        return "shells shared with them";
    }

    @Override
    public List<Map<String, Object>> kept(Somebody who) {
        return db.sql("select term, shell_key, role, until, reason, let_in_by, let_in_at, ended_by, ended_at"
                        + " from shell_person where user_id = ? order by id")
                .param(who.person())
                .query()
                .listOfRows();
    }

    @Override
    public Optional<String> inTheWay(Somebody who) {
        List<String> open = db.sql("select distinct shell_key from shell_person where user_id = ? and ended_at is null")
                .param(who.person())
                .query(String.class)
                .list();
        return open.isEmpty()
                ? Optional.empty()
                : Optional.of("Shared with this person: " + String.join(", ", open) + "; end that first.");
    }

    @Override
    public int takeOut(Somebody who) {
        return db.sql("delete from shell_person where user_id = ?")
                .param(who.person())
                .update();
    }
}
