package chalkline.standins.lms;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Who can be put into shells. Addresses of the campus get an account when they are first heard of; others must have one. */
@Component
class Accounts {
    private static final String OF_THE_CAMPUS = "@skerrow.example";

    private final JdbcClient db;

    Accounts(JdbcClient db) {
        this.db = db;
    }

    void refuseUnknown(List<String> users) {
        if (users.isEmpty()) {
            return;
        }
        users.stream().filter(user -> user.endsWith(OF_THE_CAMPUS)).forEach(this::make);
        Set<String> known = new HashSet<>(db.sql("select user_id from account where user_id in (:users)")
                .param("users", users)
                .query(String.class)
                .list());
        List<String> unknown =
                users.stream().filter(user -> !known.contains(user)).toList();
        if (!unknown.isEmpty()) {
            throw new Refused("person-unknown", "These people have no account: " + String.join(", ", unknown) + ".");
        }
    }

    void make(String user) {
        db.sql("insert ignore into account (user_id, name) values (:user, :user)")
                .param("user", user)
                .update();
    }
}
