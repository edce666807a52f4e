package chalkline.core.proof;

import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Settings;
import chalkline.core.conventions.Stack;
import chalkline.core.crosslists.Joined;
import chalkline.core.naming.Labels;
import chalkline.core.naming.Text;
import chalkline.core.naming.Token;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * A shell that the term needs: its sections, the one that leads, and the settings that hold for the lead.
 *
 * @param sections in natural order, the lead among them
 * @param ownWindows of sections that do not lead and have dates of their own, by sourcedId
 * @param joined the cross-list that it comes from, if it does
 */
public record Shell(
        String key,
        Section lead,
        List<Section> sections,
        Settings settings,
        Labels labels,
        Map<String, Stack.OwnWindow> ownWindows,
        Optional<Joined> joined) {

    /** The same sections in the shell of another of them, under the settings of this one. */
    public Shell ledBy(Section other) {
        return new Shell(key, other, sections, settings, labels, Map.of(), joined);
    }

    /** Instructors of all sections, each once: those flagged in any first, then by name. */
    public List<Person> instructors() {
        if (sections.size() == 1) {
            return lead.instructors();
        }
        Map<String, Person> people = new LinkedHashMap<>();
        Set<String> flagged = new HashSet<>();
        for (Section section : sections) {
            section.instructors().forEach(person -> people.put(person.id(), person));
            section.instructors().subList(0, section.flagged()).forEach(person -> flagged.add(person.id()));
        }
        return people.values().stream()
                .sorted(Comparator.comparing((Person person) -> !flagged.contains(person.id()))
                        .thenComparing(Person::familyName, Text.BY_CODE_POINT)
                        .thenComparing(Person::givenName, Text.BY_CODE_POINT)
                        .thenComparing(Person::id, Text.BY_CODE_POINT))
                .toList();
    }

    /** How many students it has, each counted once. */
    public int students() {
        return sections.size() == 1
                ? lead.students().size()
                : (int) sections.stream()
                        .flatMap(section -> section.students().stream())
                        .map(Person::id)
                        .distinct()
                        .count();
    }

    private String familyNames() {
        List<Person> instructors = instructors();
        return instructors.size() == 1
                ? instructors.get(0).familyName()
                : instructors.stream().map(Person::familyName).collect(Collectors.joining("/"));
    }

    /** The value of a token; what is not of the whole shell is of its lead. */
    public String valueOf(Token token) {
        return switch (token) {
            case SUBJECT -> lead.code().subject();
            case NUMBER -> lead.code().number();
            case LEVEL ->
                lead.code().level().isPresent()
                        ? Integer.toString(lead.code().level().getAsInt())
                        : "";
            case TITLE -> lead.course().title();
            case TOPIC -> lead.topic();
            case COURSE -> labels.course();
            case SECTIONS -> labels.sections();
            case LABEL -> labels.label();
            case SECTION -> lead.label();
            case REFERENCE -> lead.reference();
            case DELIVERY -> lead.delivery();
            case CAMPUS -> lead.campus();
            case PART -> lead.part().map(part -> part.title()).orElse("");
            case DEPARTMENT -> lead.department().name();
            case DEPARTMENT_CODE -> lead.department().code();
            case COLLEGE -> lead.college().name();
            case COLLEGE_CODE -> lead.college().code();
            case TERM_CODE -> lead.term().code();
            case TERM_NAME -> lead.term().title();
            case TERM_YEAR -> Integer.toString(lead.term().start().getYear());
            case INSTRUCTOR -> lead.primaryInstructor().map(Person::familyName).orElse("");
            case INSTRUCTORS -> familyNames();
            case CREDITS -> lead.course().credits();
            case TAGS -> String.join("/", lead.tags());
        };
    }
}
