package chalkline.formats.sheets;

import chalkline.core.arrivals.Course;
import chalkline.core.arrivals.CourseCode;
import chalkline.core.arrivals.ListedClass;
import chalkline.core.arrivals.Org;
import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.proof.ProofRow;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.stream.Collectors;

/** Names for the ids of a sheet, as the registrar has them: a column beside the ids that a person can read. */
public final class Labelled {
    /** Headings of the columns that {@link #of} a section's ids fills. */
    static final List<String> HEADINGS = List.of("course", "instructorNames", "department");

    private final List<RegistrarList> lists;
    private final Map<String, List<String>> bySection = new ConcurrentHashMap<>();

    private Labelled(List<RegistrarList> lists) {
        this.lists = lists;
    }

    /** @param lists of which the last that has an id gives its name */
    public static Labelled of(List<RegistrarList> lists) {
        return new Labelled(List.copyOf(lists));
    }

    /** Courses, names of instructors and departments of some sections, each name once, joined by {@code "; "}. */
    List<String> of(Collection<String> sections, Collection<String> instructors) {
        String names = instructors.stream().map(this::person).distinct().collect(Collectors.joining("; "));
        List<List<String>> facts = sections.stream().map(this::section).toList();
        return List.of(joined(facts, 0), names, joined(facts, 1));
    }

    /** The same for a shell, with the departments that moves put its sections under. */
    List<String> of(ProofRow row) {
        List<String> ids = row.instructors().stream().map(Person::id).toList();
        List<String> listed = of(row.sections(), ids);
        return row.shell()
                .map(shell -> List.of(
                        listed.get(0),
                        listed.get(1),
                        shell.sections().stream()
                                .map(section -> section.department().name())
                                .distinct()
                                .collect(Collectors.joining("; "))))
                .orElse(listed);
    }

    private static String joined(List<List<String>> facts, int at) {
        return facts.stream()
                .map(fact -> fact.get(at))
                .filter(text -> !text.isEmpty())
                .distinct()
                .collect(Collectors.joining("; "));
    }

    /** The name of a person, the family name first; empty where nobody has the id. */
    String person(String id) {
        return find(list -> list.people().get(id)).map(Labelled::nameOf).orElse("");
    }

    /** Family name, given name. */
    static String nameOf(Person person) {
        return person.givenName().isEmpty() ? person.familyName() : person.familyName() + ", " + person.givenName();
    }

    private List<String> section(String id) {
        return bySection.computeIfAbsent(
                id,
                key -> find(list -> list.classes().containsKey(key)
                                ? factsOf(list, list.classes().get(key))
                                : null)
                        .orElse(List.of("", "")));
    }

    private static List<String> factsOf(RegistrarList list, ListedClass listed) {
        Course course = list.courses().get(listed.courseId());
        Org department = list.orgs().get(course.orgId());
        return List.of(CourseCode.of(course.courseCode()).name(), department.name());
    }

    private <T> Optional<T> find(Function<RegistrarList, T> look) {
        return lists.stream()
                .map(list -> Optional.ofNullable(look.apply(list)))
                .flatMap(Optional::stream)
                .reduce((earlier, later) -> later);
    }
}
