package chalkline.core.arrivals;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;

/**
 * What is odd in a list and allowed: it holds nothing up, but may be why shells come out otherwise than meant.
 *
 * @param kind what it is
 * @param subject the column, the type, or the two departments
 * @param count how many rows are so
 * @param example the sourcedId of the first of them
 */
public record Oddity(Kind kind, String subject, int count, String example) {

    /** What can be odd. */
    public enum Kind {
        /** A column that is empty in every row. */
        EMPTY_COLUMN,
        /** An organization of a type that the standard does not have: it is no department, so it stands for itself. */
        ORG_TYPE,
        /** Sections whose course belongs to another department than in the list before. */
        DEPARTMENT_CHANGED
    }

    /** OrgType of OneRoster 1.1, section 4.13.8 (the number of the section from memory). */
    private static final Set<String> ORG_TYPES =
            Set.of("department", "school", "district", "local", "state", "national");

    /**
     * What is odd in a list.
     *
     * @param before the list in use; empty where there is none
     */
    public static List<Oddity> of(RegistrarList list, Optional<RegistrarList> before) {
        List<Oddity> odd = new ArrayList<>();
        Map<String, Function<Course, String>> ofCourses = new LinkedHashMap<>();
        ofCourses.put("courses.csv title", Course::title);
        ofCourses.put("courses.csv courseCode", Course::courseCode);
        ofCourses.forEach((column, text) -> empty(odd, column, list.courses(), text));
        Map<String, Function<ListedClass, String>> ofClasses = new LinkedHashMap<>();
        ofClasses.put("classes.csv title", ListedClass::title);
        ofClasses.put("classes.csv classCode", ListedClass::classCode);
        ofClasses.put("classes.csv " + ClassFact.MEETS.column(), listed -> listed.fact(ClassFact.MEETS));
        ofClasses.put("classes.csv " + ClassFact.ROOM.column(), listed -> listed.fact(ClassFact.ROOM));
        ofClasses.forEach((column, text) -> empty(odd, column, list.classes(), text));
        Map<String, Function<Person, String>> ofPeople = new LinkedHashMap<>();
        ofPeople.put("users.csv familyName", Person::familyName);
        ofPeople.put("users.csv username", Person::username);
        ofPeople.forEach((column, text) -> empty(odd, column, list.people(), text));
        types(odd, list);
        before.ifPresent(was -> changed(odd, was, list));
        return odd;
    }

    private static <T> void empty(List<Oddity> odd, String column, Map<String, T> rows, Function<T, String> text) {
        if (!rows.isEmpty() && rows.values().stream().map(text).allMatch(String::isEmpty)) {
            odd.add(new Oddity(
                    Kind.EMPTY_COLUMN,
                    column,
                    rows.size(),
                    rows.keySet().iterator().next()));
        }
    }

    private static void types(List<Oddity> odd, RegistrarList list) {
        Map<String, List<String>> byType = new TreeMap<>();
        list.orgs().values().stream()
                .filter(org -> !ORG_TYPES.contains(org.type()))
                .forEach(org -> byType.computeIfAbsent(org.type(), type -> new ArrayList<>())
                        .add(org.id()));
        byType.forEach((type, ids) -> odd.add(new Oddity(Kind.ORG_TYPE, type, ids.size(), ids.get(0))));
    }

    private static void changed(List<Oddity> odd, RegistrarList was, RegistrarList is) {
        Map<String, List<String>> byMove = new HashMap<>();
        is.classes().values().forEach(listed -> {
            ListedClass old = was.classes().get(listed.id());
            if (old != null) {
                String from = department(was, old);
                String to = department(is, listed);
                if (!from.equals(to)) {
                    byMove.computeIfAbsent(from + " to " + to, move -> new ArrayList<>())
                            .add(listed.id());
                }
            }
        });
        byMove.entrySet().stream()
                .sorted(Comparator.comparing((Map.Entry<String, List<String>> move) ->
                                -move.getValue().size())
                        .thenComparing(Map.Entry::getKey))
                .forEach(move -> odd.add(new Oddity(
                        Kind.DEPARTMENT_CHANGED,
                        move.getKey(),
                        move.getValue().size(),
                        move.getValue().get(0))));
    }

    /** Its code; a college and a department of one code are told apart by what stands above. */
    private static String department(RegistrarList list, ListedClass listed) {
        Org org = list.orgs().get(list.courses().get(listed.courseId()).orgId());
        Org college = Sections.collegeOf(list, org);
        return college.id().equals(org.id()) ? org.code() : org.code() + " (" + college.code() + ")";
    }
}
