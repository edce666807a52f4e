package chalkline.server.mail;

import chalkline.server.frame.OfPeople;
import chalkline.server.frame.Somebody;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What was written to somebody, or is about to be. */
@Component
class MailOf implements OfPeople {
    private final JdbcClient db;

    MailOf(JdbcClient db) {
        this.db = db;
    }

    @Override
    public String what() {
        return "mail";
    }

    @Override
    public List<Map<String, Object>> kept(Somebody who) {
        return who.addresses().isEmpty()
                ? List.of()
                : db.sql("select recipient, subject, plain, created_at, sent_at from mail where recipient in (:to)"
                                + " order by id")
                        .param("to", who.addresses())
                        .query()
                        .listOfRows();
    }

    @Override
    public int takeOut(Somebody who) {
        return who.addresses().isEmpty()
                ? 0
                : db.sql("delete from mail where recipient in (:to)")
                        .param("to", who.addresses())
                        .update();
    }
}
