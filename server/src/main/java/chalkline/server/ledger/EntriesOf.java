package chalkline.server.ledger;

import chalkline.server.frame.OfPeople;
import chalkline.server.frame.Somebody;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What somebody did. Entries are sealed: one that was changed would be found as a forgery. */
@Component
class EntriesOf implements OfPeople {
    private final JdbcClient db;

    EntriesOf(JdbcClient db) {
        this.db = db;
    }

    @Override
    public String what() {
        return "entries of the ledger";
    }

    @Override
    public List<Map<String, Object>> kept(Somebody who) {
        return who.login().isEmpty()
                ? List.of()
                : db.sql("select at, who, what, subject, detail, address from ledger where who = ? order by id")
                        .param(who.login())
                        .query()
                        .listOfRows();
    }

    @Override
    public int takeOut(Somebody who) {
        return 0;
    }

    @Override
    public String stays() {
        return "They stay, by the sign-in name alone: who did what must be answered for, and they are sealed.";
    }
}
