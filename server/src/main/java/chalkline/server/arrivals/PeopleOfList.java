package chalkline.server.arrivals;

import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.naming.Plain;
import chalkline.core.naming.Text;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;

/** The people of the list in use, found by a part of their name. */
@Component
public class PeopleOfList {
    private static final int MOST = 20;

    private final ArrivalService arrivals;

    PeopleOfList(ArrivalService arrivals) {
        this.arrivals = arrivals;
    }

    /**
     * Someone of the list.
     *
     * @param teaches whether the person teaches in any of its terms
     */
    public record Found(String user, String name, String email, boolean teaches) {}

    /** By a part of their name or their address, those who teach first; a few. */
    public List<Found> find(String part) {
        String wanted = Plain.slug(part);
        if (wanted.isEmpty()) {
            return List.of();
        }
        Set<String> teach = teaching();
        return arrivals.current().map(arrivals::list).map(RegistrarList::people).orElse(Map.of()).values().stream()
                .filter(Person::enabled)
                .filter(person -> Plain.slug(person.fullName() + " " + person.email() + " " + person.username())
                        .contains(wanted))
                .map(person -> new Found(person.id(), person.fullName(), person.email(), teach.contains(person.id())))
                .sorted(Comparator.comparing((Found one) -> !one.teaches())
                        .thenComparing(Found::name, Text.NATURAL)
                        .thenComparing(Found::user))
                .limit(MOST)
                .toList();
    }

    /** Those who teach in any of the terms of the list in use, by their sourcedIds. */
    public Set<String> teaching() {
        Set<String> teach = new HashSet<>();
        Optional<Long> current = arrivals.current();
        current.ifPresent(number -> arrivals.list(number)
                .terms()
                .forEach(term -> arrivals.sections(number, term.code())
                        .forEach(section -> section.instructors().forEach(person -> teach.add(person.id())))));
        return teach;
    }
}
