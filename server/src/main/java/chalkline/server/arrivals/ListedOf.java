package chalkline.server.arrivals;

import chalkline.server.frame.OfPeople;
import chalkline.server.frame.Somebody;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Rows of somebody in registrar's lists. */
@Component
class ListedOf implements OfPeople {
    /** Rows that still say whose they are. */
    private static final String THEIRS =
            "source_id = ? and concat(username, given_name, family_name, identifier, email) <> ''";

    private final JdbcClient db;
    private final Arrivals arrivals;

    ListedOf(JdbcClient db, Arrivals arrivals) {
        this.db = db;
        this.arrivals = arrivals;
    }

    @Override
    public String what() {
        return "rows of lists";
    }

    @Override
    public List<Map<String, Object>> kept(Somebody who) {
        return who.person().isEmpty()
                ? List.of()
                : db.sql("select p.arrival_id as list, a.received_at, p.source_id, p.username, p.given_name,"
                                + " p.family_name, p.identifier, p.email,"
                                + " (select group_concat(concat(e.class_id, ' ', e.role) separator ', ')"
                                + "  from listed_enrollment e where e.arrival_id = p.arrival_id and e.user_id = p.source_id)"
                                + " as enrollments"
                                + " from listed_person p join arrival a on a.id = p.arrival_id"
                                + " where " + THEIRS + " order by p.arrival_id")
                        .param(who.person())
                        .query()
                        .listOfRows();
    }

    @Override
    public int count(Somebody who) {
        return who.person().isEmpty()
                ? 0
                : db.sql("select count(*) from listed_person where " + THEIRS)
                        .param(who.person())
                        .query(Integer.class)
                        .single();
    }

    @Override
    public Optional<String> inTheWay(Somebody who) {
        Set<Long> current = new HashSet<>();
        arrivals.findFirstByStateOrderByInUseSinceDescIdDesc(Arrival.State.KEPT).ifPresent(one -> {
            current.add(one.id());
            current.addAll(one.parts().values());
        });
        arrivals.findAll().stream()
                .filter(one -> one.state() == Arrival.State.HELD || one.state() == Arrival.State.READING)
                .forEach(one -> current.add(one.id()));
        boolean listed = !current.isEmpty()
                && !who.person().isEmpty()
                && db.sql(
                                "select exists (select 1 from listed_person where arrival_id in (:lists) and source_id = :person)")
                        .param("lists", current)
                        .param("person", who.person())
                        .query(Boolean.class)
                        .single();
        return listed
                ? Optional.of("A list that is in use or held has this person: the registrar takes them out first, and"
                        + " the list that comes then makes way.")
                : Optional.empty();
    }

    /**
     * The rows stay, without whose they are: what was built from a list is told by their numbers. They are looked for before they
     * are changed, since a change that looks through all lists would keep the next one from being written.
     */
    @Override
    public int takeOut(Somebody who) {
        return who.person().isEmpty()
                ? 0
                : db
                        .sql("select arrival_id, ordinal from listed_person where " + THEIRS)
                        .param(who.person())
                        .query((row, n) -> List.of(row.getLong(1), row.getLong(2)))
                        .list()
                        .stream()
                        .mapToInt(row -> db.sql(
                                        "update listed_person set enabled = false, username = '', given_name = '',"
                                                + " family_name = '', identifier = '', email = ''"
                                                + " where arrival_id = ? and ordinal = ?")
                                .params(row)
                                .update())
                        .sum();
    }

    @Override
    public String stays() {
        return "The number stays in rows of lists, without name, user name and address, for as long as those are kept.";
    }

    @Override
    public Set<Somebody> named(String text) {
        Map<String, Somebody> found = new HashMap<>();
        db.sql("select distinct source_id, username, email from listed_person"
                        + " where source_id = ? or (username <> '' and username = ?) or (identifier <> '' and identifier = ?)"
                        + " or (email <> '' and email = ?)")
                .params(text, text, text, text)
                .query((row, n) -> new Somebody("", row.getString(1), one(row.getString(2)), one(row.getString(3))))
                .list()
                .forEach(one -> found.merge(one.person(), one, ListedOf::together));
        return Set.copyOf(found.values());
    }

    private static Set<String> one(String text) {
        return text.isEmpty() ? Set.of() : Set.of(text);
    }

    private static Somebody together(Somebody a, Somebody b) {
        Set<String> usernames = new HashSet<>(a.usernames());
        usernames.addAll(b.usernames());
        Set<String> addresses = new HashSet<>(a.addresses());
        addresses.addAll(b.addresses());
        return new Somebody("", a.person(), usernames, addresses);
    }
}
