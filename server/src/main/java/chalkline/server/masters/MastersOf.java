package chalkline.server.masters;

import chalkline.server.frame.OfPeople;
import chalkline.server.frame.Somebody;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Masters that somebody works in; who does is also told to the LMS, and so is ended where that is told. */
@Component
class MastersOf implements OfPeople {
    private final JdbcClient db;

    MastersOf(JdbcClient db) {
        this.db = db;
    }

    @Override
    public String what() {
        return "masters shared with them";
    }

    @Override
    public List<Map<String, Object>> kept(Somebody who) {
        return db.sql(
                        "select master_id, role, added_by, added_at from master_person where user_id = ? order by master_id")
                .param(who.person())
                .query()
                .listOfRows();
    }

    @Override
    public Optional<String> inTheWay(Somebody who) {
        List<Map<String, Object>> kept = kept(who);
        return kept.isEmpty()
                ? Optional.empty()
                : Optional.of("This person works in " + kept.size() + " of the masters; take them out there first.");
    }

    @Override
    public int takeOut(Somebody who) {
        return 0;
    }
}
