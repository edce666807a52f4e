package chalkline.core.arrivals;

import chalkline.core.arrivals.Section.Days;
import chalkline.core.naming.Text;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * Works out the facts of a term's sections from a registrar's list. Sections come in the order of the list; those of
 * other terms are left out.
 */
public final class Sections {

    /** Family name, given name, sourcedId, each by code points. */
    private static final Comparator<Person> BY_NAME = Comparator.comparing(Person::familyName, Text.BY_CODE_POINT)
            .thenComparing(Person::givenName, Text.BY_CODE_POINT)
            .thenComparing(Person::id, Text.BY_CODE_POINT);

    /** How many sections are worked out in one go; each go looks at everybody in the list once. */
    private static final int AT_A_TIME = 2048;

    private final RegistrarList list;
    private final Map<String, CourseCode> codes = new ConcurrentHashMap<>();
    private final Map<List<String>, Time> times = new ConcurrentHashMap<>();

    private Sections(RegistrarList list) {
        this.list = list;
    }

    /** All sections of a term, with their people. */
    public static List<Section> ofTerm(RegistrarList list, AcademicSession term) {
        return new Sections(list).read(term);
    }

    /** All sections of all terms, with their people. */
    public static List<Section> all(RegistrarList list) {
        return new Sections(list).read(list.classes());
    }

    /** All sections of all terms with empty rosters and nobody who teaches: what takes a moment in a large list. */
    public static List<Section> withoutPeople(RegistrarList list) {
        Sections sections = new Sections(list);
        return list.classes().values().stream()
                .map(listed -> sections.section(listed, new People(), List.of()))
                .toList();
    }

    /** The sourcedIds of the sections of each term, by its code. */
    public static Map<String, Set<String>> idsByTerm(RegistrarList list) {
        Sections sections = new Sections(list);
        Map<String, Set<String>> ids = new LinkedHashMap<>();
        for (ListedClass listed : list.classes().values()) {
            ids.computeIfAbsent(sections.timeOf(listed).term().code(), term -> new HashSet<>())
                    .add(listed.id());
        }
        return ids;
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

    private List<Section> read(AcademicSession term) {
        Map<String, ListedClass> wanted = new LinkedHashMap<>();
        for (ListedClass listed : list.classes().values()) {
            if (timeOf(listed).term().equals(term)) {
                wanted.put(listed.id(), listed);
            }
        }
        return read(wanted);
    }

    private List<Section> read(Map<String, ListedClass> wanted) {
        Map<String, People> people = peopleOf(wanted);
        List<ListedClass> classes = List.copyOf(wanted.values());
        return IntStream.range(0, (classes.size() + AT_A_TIME - 1) / AT_A_TIME)
                .parallel()
                .mapToObj(part -> classes.subList(part * AT_A_TIME, Math.min(classes.size(), (part + 1) * AT_A_TIME)))
                .map(part -> sections(part, people))
                .flatMap(List::stream)
                .collect(Collectors.toCollection(ArrayList::new));
    }

    private List<Section> sections(List<ListedClass> classes, Map<String, People> people) {
        List<Section> sections = new ArrayList<>(classes.size());
        int[] seenIn = new int[list.enrollments().people()];
        for (ListedClass listed : classes) {
            People in = people.get(listed.id());
            List<Person> students = in.students(list.enrollments(), seenIn, sections.size() + 1);
            sections.add(section(listed, in, students));
        }
        return sections;
    }

    private Section section(ListedClass listed, People people, List<Person> students) {
        Course course = list.courses().get(listed.courseId());
        Org department = list.orgs().get(course.orgId());
        Time time = timeOf(listed);
        return new Section(
                listed.id(),
                course,
                codes.computeIfAbsent(course.courseCode(), CourseCode::of),
                label(listed.classCode()),
                listed.title().equals(course.title()) ? "" : listed.title(),
                department,
                collegeOf(list, department),
                listed,
                tags(listed.fact(ClassFact.TAGS)),
                time.sessions(),
                time.days(),
                time.term(),
                time.part(),
                time.breakTerms(),
                people.inOrder(),
                people.flagged.size(),
                students);
    }

    /** The college of an organization: the one above a department, if there is one, else itself. */
    public static Org collegeOf(RegistrarList list, Org org) {
        Org parent = org.isDepartment() ? list.orgs().get(org.parentId()) : null;
        return parent == null ? org : parent;
    }

    /** What follows from the sessions of a class alone. */
    private record Time(
            List<AcademicSession> sessions,
            Days days,
            AcademicSession term,
            Optional<AcademicSession> part,
            List<String> breakTerms) {}

    private Time timeOf(ListedClass listed) {
        return times.computeIfAbsent(listed.sessionIds(), ids -> {
            List<AcademicSession> sessions =
                    ids.stream().map(list.sessions()::get).toList();
            AcademicSession term = termOf(sessions);
            AcademicSession first = sessions.get(0);
            return new Time(
                    sessions,
                    days(sessions),
                    term,
                    sessions.size() == 1 && !first.equals(term) ? Optional.of(first) : Optional.empty(),
                    sessions.stream()
                            .map(list::termOf)
                            .map(AcademicSession::code)
                            .distinct()
                            .toList());
        });
    }

    private AcademicSession termOf(Collection<AcademicSession> sessions) {
        return sessions.stream()
                .map(list::termOf)
                .min(Comparator.comparing(AcademicSession::start))
                .orElseThrow();
    }

    private static Days days(List<AcademicSession> sessions) {
        LocalDate first = sessions.stream()
                .map(AcademicSession::start)
                .min(Comparator.naturalOrder())
                .orElseThrow();
        boolean endless = sessions.stream().anyMatch(session -> session.end().isEmpty());
        Optional<LocalDate> last = endless
                ? Optional.empty()
                : sessions.stream().map(session -> session.end().orElseThrow()).max(Comparator.naturalOrder());
        return new Days(first, last);
    }

    private static String label(String classCode) {
        return Text.trim(classCode.substring(classCode.lastIndexOf('-') + 1));
    }

    private static List<String> tags(String written) {
        if (written.isEmpty()) {
            return List.of();
        }
        return Arrays.stream(written.split(",", -1))
                .map(Text::trim)
                .filter(tag -> !tag.isEmpty())
                .distinct()
                .toList();
    }

    private Map<String, People> peopleOf(Map<String, ListedClass> wanted) {
        Map<String, People> people = new HashMap<>(wanted.size() * 2);
        wanted.keySet().forEach(id -> people.put(id, new People()));
        Enrollments all = list.enrollments();
        String classId = "";
        People in = null;
        for (int i = 0; i < all.size(); i++) {
            if (!all.classId(i).equals(classId)) {
                classId = all.classId(i);
                in = people.get(classId);
            }
            if (in != null) {
                in.add(all, i);
            }
        }
        return people;
    }

    /** Who is in one class while the enrollments are gone through. */
    private static final class People {
        private int[] students = new int[16];
        private int count;
        private final List<Person> teachers = new ArrayList<>(1);
        private final List<Person> flagged = new ArrayList<>(1);

        void add(Enrollments all, int index) {
            switch (all.role(index)) {
                case "student" -> {
                    if (count == students.length) {
                        students = Arrays.copyOf(students, count * 2);
                    }
                    students[count++] = all.personNumber(index);
                }
                case "teacher" -> {
                    Person person = all.person(all.personNumber(index));
                    addOnce(teachers, person);
                    if (all.primary(index)) {
                        addOnce(flagged, person);
                    }
                }
                default -> {
                    // administrators, proctors and others have no part in a shell
                }
            }
        }

        /** @param seenIn by the number of each person, the last class that counted them */
        List<Person> students(Enrollments all, int[] seenIn, int classNumber) {
            Person[] once = new Person[count];
            int size = 0;
            for (int i = 0; i < count; i++) {
                int person = students[i];
                if (seenIn[person] != classNumber) {
                    seenIn[person] = classNumber;
                    once[size++] = all.person(person);
                }
            }
            return Collections.unmodifiableList(Arrays.asList(size == count ? once : Arrays.copyOf(once, size)));
        }

        /** A class has few teachers, so a list will do. */
        private static void addOnce(List<Person> people, Person person) {
            if (!people.contains(person)) {
                people.add(person);
            }
        }

        List<Person> inOrder() {
            if (teachers.size() < 2) {
                return List.copyOf(teachers);
            }
            return teachers.stream()
                    .sorted(Comparator.comparing((Person person) -> !flagged.contains(person))
                            .thenComparing(BY_NAME))
                    .toList();
        }
    }
}
