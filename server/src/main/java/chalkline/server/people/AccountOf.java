package chalkline.server.people;

import chalkline.server.frame.OfPeople;
import chalkline.server.frame.SignedIn;
import chalkline.server.frame.Somebody;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** The account, and sign-ins that failed. */
@Component
class AccountOf implements OfPeople {
    private final JdbcClient db;
    private final PeopleService people;

    AccountOf(JdbcClient db, PeopleService people) {
        this.db = db;
        this.people = people;
    }

    @Override
    public String what() {
        return "account";
    }

    @Override
    public List<Map<String, Object>> kept(Somebody who) {
        return db.sql(
                        "select login, name, email, person, from_list, subject, disabled, password is not null as has_password,"
                                + " (select group_concat(role) from account_role r where r.login = a.login) as roles,"
                                + " (select group_concat(department) from account_department d where d.login = a.login) as departments,"
                                + " (select sum(failures) from sign_in_failure where what = concat('login ', a.login)) as failed_sign_ins"
                                + " from account a where login = ?")
                .param(who.login())
                .query()
                .listOfRows();
    }

    @Override
    public Optional<String> inTheWay(Somebody who) {
        return who.login().equals(SignedIn.login())
                ? Optional.of("This is you; let another administrator do it.")
                : Optional.empty();
    }

    @Override
    public int takeOut(Somebody who) {
        for (String table : List.of("account_role", "account_department")) {
            db.sql("delete from " + table + " where login = ?")
                    .param(who.login())
                    .update();
        }
        db.sql("delete from sign_in_failure where what = concat('login ', ?) or what like concat('pair ', ?, ' %')")
                .params(who.login(), who.login())
                .update();
        int gone =
                db.sql("delete from account where login = ?").param(who.login()).update();
        if (gone > 0) {
            people.signOut(who.login());
        }
        return gone;
    }

    @Override
    public Set<Somebody> named(String text) {
        return new HashSet<>(db.sql("select login, coalesce(person, ''), email from account"
                        + " where login = ? or person = ? or (email <> '' and email = ?)")
                .params(text, text, text)
                .query((row, n) -> new Somebody(
                        row.getString(1),
                        row.getString(2),
                        Set.of(row.getString(1)),
                        row.getString(3).isEmpty() ? Set.of() : Set.of(row.getString(3))))
                .list());
    }
}
