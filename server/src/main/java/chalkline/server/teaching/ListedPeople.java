package chalkline.server.teaching;

import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.RegistrarList;
import chalkline.server.ChalkLineSettings;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.arrivals.PeopleOfList;
import chalkline.server.people.Instructors;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Gives all who teach in the list in use an account, once for each list. */
@Component
class ListedPeople {
    private static final Logger LOG = LoggerFactory.getLogger(ListedPeople.class);
    private static final int LONGEST_LOGIN = 100;

    private final ArrivalService arrivals;
    private final PeopleOfList list;
    private final Instructors instructors;
    private final ChalkLineSettings settings;
    private final JdbcClient db;
    private final TransactionTemplate transaction;

    ListedPeople(
            ArrivalService arrivals,
            PeopleOfList list,
            Instructors instructors,
            ChalkLineSettings settings,
            JdbcClient db,
            TransactionTemplate transaction) {
        this.arrivals = arrivals;
        this.list = list;
        this.instructors = instructors;
        this.settings = settings;
        this.db = db;
        this.transaction = transaction;
    }

    /** Looks whether another list is in use. */
    void look() {
        Optional<Long> current = arrivals.current();
        long known =
                db.sql("select arrival from listed_people").query(Long.class).single();
        if (current.isEmpty() || current.get() == known) {
            return;
        }
        RegistrarList of = arrivals.list(current.get());
        List<Instructors.Listed> teaching = list.teaching().stream()
                .map(id -> of.people().get(id))
                .filter(Objects::nonNull)
                .map(ListedPeople::listed)
                .toList();
        transaction.executeWithoutResult(status -> {
            List<String> taken =
                    instructors.takeFromList(teaching, settings.demo() ? Optional.of("chalk") : Optional.empty());
            if (!taken.isEmpty()) {
                LOG.warn(
                        "{} people of the list have names under which somebody else signs in; say under People who is who",
                        taken.size());
            }
            db.sql("update listed_people set arrival = ?").param(current.get()).update();
        });
    }

    private static Instructors.Listed listed(Person person) {
        String name = person.username().isBlank() ? person.id() : person.username();
        String login = name.toLowerCase(Locale.ROOT);
        return new Instructors.Listed(
                person.id(),
                login.length() <= LONGEST_LOGIN ? login : login.substring(0, LONGEST_LOGIN),
                person.fullName(),
                person.email());
    }
}
