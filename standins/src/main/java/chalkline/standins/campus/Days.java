package chalkline.standins.campus;

import chalkline.core.arrivals.ClassFact;
import chalkline.core.arrivals.Course;
import chalkline.core.arrivals.Enrollment;
import chalkline.core.arrivals.Enrollments;
import chalkline.core.arrivals.ListedClass;
import chalkline.core.arrivals.Org;
import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.RegistrarList;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * What happens at the registrar's day by day before a term: students add and drop, sections are new, cancelled and back
 * again, others teach, courses are renamed, and one day a department goes to another college. A day follows from the days
 * before and the seed.
 */
public final class Days {
    private static final int DEPARTMENT_MOVES = 12;
    private static final int COMES_BACK = 7;
    private static final String MOVING = "org-FISH";
    private static final String TO = "org-TRA";

    private final long seed;
    private final Map<String, Org> orgs;
    private final Map<String, Course> courses;
    private final Map<String, ListedClass> classes;
    private final Map<String, Person> people;
    private final RegistrarList first;
    private final List<String> instructors;
    private final List<String> students;
    private final Deque<Cancelled> cancelled = new ArrayDeque<>();
    private List<Enrollment> enrollments;
    private Random random;
    private int day;
    private int made;

    private record Cancelled(ListedClass listed, List<Enrollment> enrollments) {}

    public Days(RegistrarList first, long seed) {
        this.first = first;
        this.seed = seed;
        this.random = new Random(seed);
        this.orgs = new LinkedHashMap<>(first.orgs());
        this.courses = new LinkedHashMap<>(first.courses());
        this.classes = new LinkedHashMap<>(first.classes());
        this.people = new LinkedHashMap<>(first.people());
        this.enrollments = new ArrayList<>(first.enrollments());
        Set<String> teach = enrollments.stream()
                .filter(one -> one.role().equals("teacher"))
                .map(Enrollment::userId)
                .collect(Collectors.toSet());
        this.instructors = people.keySet().stream().filter(teach::contains).toList();
        this.students =
                people.keySet().stream().filter(id -> !teach.contains(id)).toList();
    }

    /** How many days have gone by. */
    public int day() {
        return day;
    }

    /** The list as it is today. */
    public RegistrarList list() {
        return new RegistrarList(
                first.sessions(),
                new LinkedHashMap<>(orgs),
                new LinkedHashMap<>(courses),
                new LinkedHashMap<>(classes),
                new LinkedHashMap<>(people),
                Enrollments.of(enrollments, people.values()));
    }

    /** A day goes by. */
    public void next() {
        day++;
        made = 0;
        random = new Random(seed * 1_000_003 + day);
        cancel(some(classes.size(), 600));
        if (day % COMES_BACK == 0 && !cancelled.isEmpty()) {
            Cancelled back = cancelled.removeFirst();
            classes.put(back.listed().id(), back.listed());
            enrollments.addAll(back.enrollments());
        }
        for (int n = some(classes.size(), 400); n > 0; n--) {
            open(pick(List.copyOf(classes.values())));
        }
        teachers(some(classes.size(), 250));
        rename(some(courses.size(), 400));
        otherRooms(some(classes.size(), 300));
        drops(some(enrollments.size(), 200));
        adds(some(enrollments.size(), 120));
        swaps(some(enrollments.size(), 2000));
        if (day == DEPARTMENT_MOVES) {
            orgs.computeIfPresent(MOVING, (id, org) -> new Org(org.id(), org.code(), org.name(), org.type(), TO));
        }
    }

    private static int some(int of, int oneIn) {
        return Math.max(1, of / oneIn);
    }

    private void cancel(int count) {
        Set<String> gone = new HashSet<>();
        List<String> all = List.copyOf(classes.keySet());
        for (int n = 0; n < count; n++) {
            String id = pick(all);
            if (gone.add(id)) {
                List<Enrollment> its = enrollments.stream()
                        .filter(one -> one.classId().equals(id))
                        .toList();
                cancelled.addLast(new Cancelled(classes.remove(id), its));
            }
        }
        enrollments.removeIf(one -> gone.contains(one.classId()));
    }

    /** Another section of a course, with the next number. */
    private void open(ListedClass like) {
        int number = 1 + made;
        String id = "cl-d" + day + "-" + number;
        long ofCourse = classes.values().stream()
                .filter(one -> one.courseId().equals(like.courseId()))
                .count();
        Map<ClassFact, String> facts = new EnumMap<>(ClassFact.class);
        facts.putAll(like.facts());
        facts.remove(ClassFact.CROSS_LIST);
        facts.put(ClassFact.REFERENCE, Integer.toString(60_000 + day * 500 + number));
        ListedClass listed = new ListedClass(
                id,
                like.title(),
                like.courseId(),
                courses.get(like.courseId()).courseCode() + "-%03d".formatted(100 + ofCourse),
                like.sessionIds(),
                facts);
        classes.put(id, listed);
        enroll(id, pick(instructors), "teacher", true);
        Set<String> taken = new HashSet<>();
        for (int n = 8 + random.nextInt(20); n > 0; n--) {
            String student = pick(students);
            if (taken.add(student)) {
                enroll(id, student, "student", false);
            }
        }
    }

    private void enroll(String classId, String userId, String role, boolean primary) {
        enrollments.add(
                new Enrollment("en-d" + day + "-" + ++made, classId, people.get(userId), role, primary, "", ""));
    }

    private void teachers(int count) {
        List<Integer> taught = new ArrayList<>();
        for (int i = 0; i < enrollments.size(); i++) {
            if (enrollments.get(i).role().equals("teacher")) {
                taught.add(i);
            }
        }
        for (int n = 0; n < count; n++) {
            int place = pick(taught);
            Enrollment was = enrollments.get(place);
            // the seat stays, another sits on it
            enrollments.set(
                    place,
                    new Enrollment(
                            was.id(), was.classId(), people.get(pick(instructors)), "teacher", was.primary(), "", ""));
        }
    }

    private void rename(int count) {
        for (int n = 0; n < count; n++) {
            Course was = pick(List.copyOf(courses.values()));
            String title = was.title() + (was.title().endsWith("II") ? "I" : " II");
            courses.put(was.id(), new Course(was.id(), title, was.courseCode(), was.orgId(), was.credits()));
            classes.replaceAll((id, listed) -> listed.courseId().equals(was.id())
                            && listed.title().equals(was.title())
                    ? new ListedClass(
                            id, title, listed.courseId(), listed.classCode(), listed.sessionIds(), listed.facts())
                    : listed);
        }
    }

    private void otherRooms(int count) {
        for (int n = 0; n < count; n++) {
            ListedClass was = pick(List.copyOf(classes.values()));
            Map<ClassFact, String> facts = new EnumMap<>(ClassFact.class);
            facts.putAll(was.facts());
            facts.put(ClassFact.ROOM, pick(Words.ROOMS) + " " + (1 + random.nextInt(9)));
            classes.put(
                    was.id(),
                    new ListedClass(was.id(), was.title(), was.courseId(), was.classCode(), was.sessionIds(), facts));
        }
    }

    private void drops(int count) {
        Set<Integer> places = new HashSet<>();
        for (int n = 0; n < count; n++) {
            places.add(random.nextInt(enrollments.size()));
        }
        List<Enrollment> stay = new ArrayList<>(enrollments.size());
        for (int i = 0; i < enrollments.size(); i++) {
            if (!places.contains(i) || enrollments.get(i).role().equals("teacher")) {
                stay.add(enrollments.get(i));
            }
        }
        enrollments = stay;
    }

    private void adds(int count) {
        Set<String> there = enrollments.stream()
                .map(one -> one.classId() + " " + one.userId())
                .collect(Collectors.toSet());
        List<String> all = List.copyOf(classes.keySet());
        for (int n = 0; n < count; n++) {
            String classId = pick(all);
            String student = pick(students);
            if (there.add(classId + " " + student)) {
                enroll(classId, student, "student", false);
            }
        }
    }

    /** Students who leave one section of a course for another of it. */
    private void swaps(int count) {
        Set<String> there = enrollments.stream()
                .map(one -> one.classId() + " " + one.userId())
                .collect(Collectors.toSet());
        Map<String, List<String>> ofCourse = new LinkedHashMap<>();
        classes.values()
                .forEach(one -> ofCourse.computeIfAbsent(one.courseId(), id -> new ArrayList<>())
                        .add(one.id()));
        for (int n = 0; n < count; n++) {
            int place = random.nextInt(enrollments.size());
            Enrollment was = enrollments.get(place);
            String to = pick(ofCourse.get(classes.get(was.classId()).courseId()));
            if (was.role().equals("student") && there.add(to + " " + was.userId())) {
                enrollments.set(place, new Enrollment(was.id(), to, was.person(), "student", false, "", ""));
            }
        }
    }

    private <T> T pick(List<T> of) {
        return of.get(random.nextInt(of.size()));
    }
}
