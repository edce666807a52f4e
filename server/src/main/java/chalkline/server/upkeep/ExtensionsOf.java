package chalkline.server.upkeep;

import chalkline.server.frame.OfPeople;
import chalkline.server.frame.Somebody;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Extensions that somebody was given. */
@Component
class ExtensionsOf implements OfPeople {
    private final JdbcClient db;

    ExtensionsOf(JdbcClient db) {
        this.db = db;
    }

    @Override
    public String what() {
        return "extensions";
    }

    @Override
    public List<Map<String, Object>> kept(Somebody who) {
        return db.sql("select term, shell_key, until, reason, given_by, given_at, ended_at from extension"
                        + " where user_id = ? order by id")
                .param(who.person())
                .query()
                .listOfRows();
    }

    @Override
    public Optional<String> inTheWay(Somebody who) {
        List<String> open = db.sql("select distinct shell_key from extension where user_id = ? and ended_at is null"
                        + " and left(until, 10) >= curdate()")
                .param(who.person())
                .query(String.class)
                .list();
        return open.isEmpty()
                ? Optional.empty()
                : Optional.of("An extension runs in " + String.join(", ", open) + "; end it first, in Upkeep.");
    }

    @Override
    public int takeOut(Somebody who) {
        return db.sql("delete from extension where user_id = ?")
                .param(who.person())
                .update();
    }
}
