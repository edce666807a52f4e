package chalkline.core.arrivals;

import chalkline.core.naming.Text;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Works out the facts of a term's sections from a registrar's list. Sections come in the order of the list; those of
 * other terms are left out.
 */
public final class Sections {

    /** Family name, given name, sourcedId, each by code points. */
    private static final Comparator<Person> BY_NAME = Comparator.comparing(Person::familyName, Text.BY_CODE_POINT)
            .thenComparing(Person::givenName, Text.BY_CODE_POINT)
            .thenComparing(Person::id, Text.BY_CODE_POINT);

    private final RegistrarList list;
    private final Map<String, CourseCode> codes = new HashMap<>();

    private Sections(RegistrarList list) {
        this.list = list;
    }

    /** All sections of a term, with their people. */
    public static List<Section> ofTerm(RegistrarList list, Session term) {
        return new Sections(list).read(term);
    }

    /** Those of the named sections that are not among the given ones, with their people: sections of other terms. */
    public static List<Section> others(RegistrarList list, Collection<Section> given, Collection<String> named) {
        if (named.isEmpty()) {
            return List.of();
        }
        Map<String, ListedClass> wanted = new LinkedHashMap<>();
        named.stream()
                .map(list.classes()::get)
                .filter(java.util.Objects::nonNull)
                .forEach(listed -> wanted.put(listed.id(), listed));
        given.forEach(section -> wanted.remove(section.id()));
        return wanted.isEmpty() ? List.of() : new Sections(list).read(wanted);
    }

    private List<Section> read(Session term) {
        Map<String, ListedClass> wanted = new LinkedHashMap<>();
        for (ListedClass listed : list.classes().values()) {
            if (termOf(sessionsOf(listed)).equals(term)) {
                wanted.put(listed.id(), listed);
            }
        }
        return read(wanted);
    }

    private List<Section> read(Map<String, ListedClass> wanted) {
        Map<String, People> people = peopleOf(wanted);
        List<Section> sections = new ArrayList<>(wanted.size());
        for (ListedClass listed : wanted.values()) {
            sections.add(section(listed, people.get(listed.id())));
        }
        return sections;
    }

    private Section section(ListedClass listed, People people) {
        Course course = list.courses().get(listed.courseId());
        Org department = list.orgs().get(course.orgId());
        List<Session> sessions = sessionsOf(listed);
        Session term = termOf(sessions);
        Optional<Session> part =
                sessions.size() == 1 && !sessions.get(0).equals(term) ? Optional.of(sessions.get(0)) : Optional.empty();
        return new Section(
                listed.id(),
                course,
                codes.computeIfAbsent(course.courseCode(), CourseCode::of),
                label(listed.classCode()),
                listed.title().equals(course.title()) ? "" : listed.title(),
                department,
                collegeOf(list, department),
                listed.delivery(),
                listed.campus(),
                listed.reference(),
                listed.crossList(),
                listed.location(),
                listed.periods(),
                tags(listed.tags()),
                sessions,
                days(sessions),
                term,
                part,
                sessions.stream()
                        .map(list::termOf)
                        .map(Session::code)
                        .distinct()
                        .toList(),
                people.inOrder(),
                people.flagged.size(),
                people.students());
    }

    /** The college of an organization: the one above a department, if there is one, else itself. */
    public static Org collegeOf(RegistrarList list, Org org) {
        Org parent = org.isDepartment() ? list.orgs().get(org.parentId()) : null;
        return parent == null ? org : parent;
    }

    private List<Session> sessionsOf(ListedClass listed) {
        return listed.sessionIds().stream().map(list.sessions()::get).toList();
    }

    private Session termOf(Collection<Session> sessions) {
        return sessions.stream()
                .map(list::termOf)
                .min(Comparator.comparing(Session::start))
                .orElseThrow();
    }

    private static Section.Days days(List<Session> sessions) {
        LocalDate first = sessions.stream()
                .map(Session::start)
                .min(Comparator.naturalOrder())
                .orElseThrow();
        boolean endless = sessions.stream().anyMatch(session -> session.end().isEmpty());
        Optional<LocalDate> last = endless
                ? Optional.empty()
                : sessions.stream().map(session -> session.end().orElseThrow()).max(Comparator.naturalOrder());
        return new Section.Days(first, last);
    }

    private static String label(String classCode) {
        return Text.trim(classCode.substring(classCode.lastIndexOf('-') + 1));
    }

    private static List<String> tags(String written) {
        return Arrays.stream(written.split(",", -1))
                .map(Text::trim)
                .filter(tag -> !tag.isEmpty())
                .distinct()
                .toList();
    }

    private Map<String, People> peopleOf(Map<String, ListedClass> wanted) {
        Map<String, People> people = new HashMap<>(wanted.size() * 2);
        wanted.keySet().forEach(id -> people.put(id, new People()));
        for (Enrollment enrollment : list.enrollments()) {
            People in = people.get(enrollment.classId());
            if (in != null) {
                in.add(enrollment, list.people());
            }
        }
        return people;
    }

    /** Who is in one class while the enrollments are gone through. */
    private static final class People {
        private final List<Person> students = new ArrayList<>();
        private final Map<String, Person> teachers = new LinkedHashMap<>();
        private final Set<String> flagged = new HashSet<>();

        void add(Enrollment enrollment, Map<String, Person> all) {
            switch (enrollment.role()) {
                case "student" -> students.add(all.get(enrollment.userId()));
                case "teacher" -> {
                    Person person = all.get(enrollment.userId());
                    teachers.put(person.id(), person);
                    if (enrollment.primary()) {
                        flagged.add(person.id());
                    }
                }
                default -> {
                    // administrators, proctors and others have no part in a shell
                }
            }
        }

        List<Person> students() {
            Set<String> seen = new HashSet<>(students.size() * 2);
            return students.stream().filter(person -> seen.add(person.id())).toList();
        }

        List<Person> inOrder() {
            return teachers.values().stream()
                    .sorted(Comparator.comparing((Person person) -> !flagged.contains(person.id()))
                            .thenComparing(BY_NAME))
                    .toList();
        }
    }
}
