package chalkline.core.arrivals;

import chalkline.core.arrivals.ListChange.What;
import chalkline.core.naming.Labels;
import chalkline.core.naming.Text;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;

/**
 * What changed in one term between two lists. Sections are matched by sourcedId and facts compare as they are shown, code
 * point for code point, tags and people as sets; moves of the conventions are not looked at.
 */
public final class ListChanges {

    /** Every fact that is one text, by what a change of it is called. */
    private static final Map<What, Function<Section, String>> FACTS = facts();

    private final Map<String, Section> before;
    private final Map<String, Section> after;

    private ListChanges(Collection<Section> before, Collection<Section> after) {
        this.before = byId(before);
        this.after = byId(after);
    }

    /**
     * The changes of a term.
     *
     * @param termCode a term that a list does not have has no sections in it
     */
    public static ListChanges between(RegistrarList before, RegistrarList after, String termCode) {
        return new ListChanges(sections(before, termCode), sections(after, termCode));
    }

    /** The changes from the sections of a term to those of the same term in a later list. */
    public static ListChanges between(Collection<Section> before, Collection<Section> after) {
        return new ListChanges(before, after);
    }

    private static List<Section> sections(RegistrarList list, String termCode) {
        return list.term(termCode).map(term -> Sections.ofTerm(list, term)).orElse(List.of());
    }

    private static Map<String, Section> byId(Collection<Section> sections) {
        Map<String, Section> byId = new TreeMap<>(Text.BY_CODE_POINT);
        sections.forEach(section -> byId.put(section.id(), section));
        return byId;
    }

    private static Map<What, Function<Section, String>> facts() {
        Map<What, Function<Section, String>> facts = new EnumMap<>(What.class);
        facts.put(What.COURSE, Section::courseName);
        facts.put(What.TITLE, section -> section.course().title());
        facts.put(What.TOPIC, Section::topic);
        facts.put(What.SECTION, Section::label);
        facts.put(What.REFERENCE, Section::reference);
        facts.put(What.DEPARTMENT, section -> section.department().code());
        facts.put(What.SESSION, Section::sessionCodes);
        facts.put(What.DATES, ListChanges::dates);
        facts.put(What.MEETS, Section::meets);
        facts.put(What.ROOM, Section::room);
        facts.put(What.DELIVERY, Section::delivery);
        facts.put(What.CAMPUS, Section::campus);
        facts.put(What.CAPACITY, Section::capacity);
        return facts;
    }

    /** First and last day, {@code 2027-01-04/2027-04-23}; nothing after the slash without a last day. */
    private static String dates(Section section) {
        return section.days().first() + "/"
                + section.days().last().map(Object::toString).orElse("");
    }

    /** By section by code points, then in the order of {@link What}, then by person by code points. */
    public List<ListChange> all() {
        List<ListChange> changes = new ArrayList<>();
        ids().forEach(id -> changes.addAll(of(id)));
        return changes;
    }

    private Set<String> ids() {
        Map<String, Section> all = new TreeMap<>(Text.BY_CODE_POINT);
        all.putAll(before);
        all.putAll(after);
        return all.keySet();
    }

    private List<ListChange> of(String id) {
        Section then = before.get(id);
        Section now = after.get(id);
        if (then == null) {
            return List.of(
                    new ListChange(id, What.SECTION_IN, "", "", Labels.of(now).label()));
        }
        if (now == null) {
            return List.of(
                    new ListChange(id, What.SECTION_OUT, "", Labels.of(then).label(), ""));
        }
        List<ListChange> changes = new ArrayList<>();
        FACTS.forEach((what, fact) ->
                fact(id, what, fact.apply(then), fact.apply(now)).ifPresent(changes::add));
        if (!Set.copyOf(then.tags()).equals(Set.copyOf(now.tags()))) {
            changes.add(new ListChange(id, What.TAGS, "", String.join(" ", then.tags()), String.join(" ", now.tags())));
        }
        people(id, What.INSTRUCTOR_IN, gone(now.instructors(), then.instructors()), changes);
        people(id, What.INSTRUCTOR_OUT, gone(then.instructors(), now.instructors()), changes);
        fact(id, What.PRIMARY, primary(then), primary(now)).ifPresent(changes::add);
        people(id, What.ADD, gone(now.students(), then.students()), changes);
        people(id, What.DROP, gone(then.students(), now.students()), changes);
        return changes;
    }

    private static Optional<ListChange> fact(String id, What what, String then, String now) {
        return then.equals(now) ? Optional.empty() : Optional.of(new ListChange(id, what, "", then, now));
    }

    private static void people(String id, What what, Collection<String> people, List<ListChange> changes) {
        people.stream()
                .sorted(Text.BY_CODE_POINT)
                .forEach(person -> changes.add(new ListChange(id, what, person, "", "")));
    }

    private static String primary(Section section) {
        return section.primaryInstructor().map(Person::id).orElse("");
    }

    /** Ids of those that were and are no more. */
    private static Set<String> gone(Collection<Person> were, Collection<Person> are) {
        Set<String> gone = new LinkedHashSet<>();
        were.forEach(person -> gone.add(person.id()));
        are.forEach(person -> gone.remove(person.id()));
        return gone;
    }

    /**
     * How much is gone from the campus, or from one department as the list before has it.
     *
     * @param department its code; empty for the campus
     * @param sections of the list before
     * @param instructors of those sections that stay, counted once for each of their sections
     * @param students likewise
     */
    public record Loss(
            String department,
            int sectionsOut,
            int sections,
            int instructorsOut,
            int instructors,
            int drops,
            int students) {

        private static Loss of(String department) {
            return new Loss(department, 0, 0, 0, 0, 0, 0);
        }

        private Loss plus(Loss other) {
            return new Loss(
                    department,
                    sectionsOut + other.sectionsOut,
                    sections + other.sections,
                    instructorsOut + other.instructorsOut,
                    instructors + other.instructors,
                    drops + other.drops,
                    students + other.students);
        }
    }

    /** The campus first, then every department of the list before, by code points. */
    public List<Loss> losses() {
        Loss campus = Loss.of("");
        Map<String, Loss> departments = new TreeMap<>(Text.BY_CODE_POINT);
        for (Section then : before.values()) {
            Loss loss = lossOf(then, after.get(then.id()));
            campus = campus.plus(loss);
            departments.merge(loss.department(), loss, Loss::plus);
        }
        List<Loss> losses = new ArrayList<>();
        losses.add(campus);
        losses.addAll(departments.values());
        return losses;
    }

    private static Loss lossOf(Section then, Section now) {
        String department = then.department().code();
        return now == null
                ? new Loss(department, 1, 1, 0, 0, 0, 0)
                : new Loss(
                        department,
                        0,
                        1,
                        gone(then.instructors(), now.instructors()).size(),
                        then.instructors().size(),
                        gone(then.students(), now.students()).size(),
                        then.students().size());
    }

    /** The guards that the later list trips: the campus's first, then by department; none where it may go on. */
    public List<Guards.Trip> tripped(Guards guards) {
        return losses().stream().flatMap(loss -> guards.tripped(loss).stream()).toList();
    }
}
