package chalkline.standins.campus;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.ClassFact;
import chalkline.core.arrivals.Course;
import chalkline.core.arrivals.Enrollment;
import chalkline.core.arrivals.ListedClass;
import chalkline.core.arrivals.Person;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;

/** The classes of one term, with who teaches and who takes them. */
final class Timetable {
    private final Campus campus;
    private final Random random;
    private final AcademicSession term;
    private final Map<String, ListedClass> classes = new LinkedHashMap<>();
    private final List<Enrollment> enrollments = new ArrayList<>();
    private int crossLists;

    Timetable(Campus campus, Random random, AcademicSession term) {
        this.campus = campus;
        this.random = random;
        this.term = term;
    }

    Map<String, ListedClass> classes() {
        return classes;
    }

    List<Enrollment> enrollments() {
        return enrollments;
    }

    void fill() {
        List<Course> courses = campus.coursesInOrder();
        int[] counts = countsPerCourse(courses.size());
        for (int i = 0; i < courses.size(); i++) {
            for (int n = 1; n <= counts[i]; n++) {
                add(courses.get(i), n);
            }
        }
        crossListPairs();
        teach();
        enroll();
    }

    /** Every course at least once, a few of them many times, together as many sections as the campus has. */
    private int[] countsPerCourse(int courses) {
        int[] counts = new int[courses];
        java.util.Arrays.fill(counts, 1);
        for (int left = campus.size().sections() - courses; left > 0; left--) {
            int a = random.nextInt(courses);
            int b = random.nextInt(courses);
            counts[counts[a] > counts[b] ? a : b]++;
        }
        return counts;
    }

    private void add(Course course, int n) {
        boolean topics = course.title().startsWith("Special Topics");
        boolean lab = course.title().endsWith("Laboratory");
        boolean atHarbour = random.nextInt(12) == 0;
        boolean online = !lab && random.nextInt(8) == 0;
        boolean ownPace = online && random.nextInt(3) == 0;
        // the second site numbers its sections from 001 again, so that some class codes stand twice
        int label = atHarbour && n > 1 ? 1 : n;
        int part = random.nextInt(12);
        String suffix = part == 0 ? "-A" : part == 1 ? "-B" : "";
        List<String> tags = new ArrayList<>();
        if (topics) {
            tags.add("special topics");
        }
        if (lab) {
            tags.add("lab");
        }
        if (ownPace) {
            tags.add("own pace");
        }
        int number = classes.size() + 1;
        String id = "cl-" + term.code() + "-" + number;
        String title = topics && random.nextInt(4) > 0 ? pick(Words.TOPICS) : course.title();
        Map<ClassFact, String> facts = new EnumMap<>(ClassFact.class);
        facts.put(ClassFact.ROOM, online ? "" : pick(Words.ROOMS) + " " + (1 + random.nextInt(9)));
        facts.put(ClassFact.MEETS, ownPace ? "" : pick(Words.MEETS));
        facts.put(ClassFact.REFERENCE, Integer.toString(20_000 + number));
        facts.put(ClassFact.DELIVERY, online ? "online" : random.nextInt(15) == 0 ? "hybrid" : "in person");
        facts.put(ClassFact.CAMPUS, atHarbour ? "Harbour" : "Main");
        facts.put(ClassFact.CAPACITY, Integer.toString(lab ? 24 : 20 + 5 * random.nextInt(20)));
        facts.put(ClassFact.TAGS, String.join(",", tags));
        classes.put(
                id,
                new ListedClass(
                        id,
                        title,
                        course.id(),
                        course.courseCode() + "-" + "%03d".formatted(label),
                        List.of("as-" + term.code() + suffix),
                        facts));
    }

    /** Pairs an undergraduate with a graduate section, as departments do that teach both in one room. */
    private void crossListPairs() {
        List<ListedClass> all = new ArrayList<>(classes.values());
        int wanted = campus.size().sections() / 25;
        for (int i = 0; i + 1 < all.size() && crossLists < wanted; i++) {
            ListedClass a = all.get(i);
            ListedClass b = all.get((i + 7) % all.size());
            boolean alone = a.fact(ClassFact.CROSS_LIST).isEmpty()
                    && b.fact(ClassFact.CROSS_LIST).isEmpty()
                    && !a.courseId().equals(b.courseId());
            if (alone && random.nextInt(8) == 0 && a.sessionIds().equals(b.sessionIds())) {
                String name = "X" + ++crossLists;
                classes.put(a.id(), together(a, a, name));
                classes.put(b.id(), together(b, a, name));
            }
        }
    }

    private static ListedClass together(ListedClass of, ListedClass with, String crossList) {
        Map<ClassFact, String> facts = new EnumMap<>(of.facts());
        for (ClassFact shared : List.of(ClassFact.ROOM, ClassFact.MEETS, ClassFact.DELIVERY, ClassFact.CAMPUS)) {
            facts.put(shared, with.fact(shared));
        }
        facts.put(ClassFact.CROSS_LIST, crossList);
        return new ListedClass(of.id(), of.title(), of.courseId(), of.classCode(), with.sessionIds(), facts);
    }

    /** Sections of one course in one session that one person teaches, each with the first of them. */
    private Map<String, String> taughtTogether() {
        Map<List<Object>, String> firsts = new HashMap<>();
        Map<String, String> together = new HashMap<>();
        Random own = new Random(term.code().hashCode());
        for (ListedClass listed : classes.values()) {
            if (listed.fact(ClassFact.CROSS_LIST).isEmpty()) {
                List<Object> of = List.of(listed.courseId(), listed.sessionIds());
                String first = firsts.putIfAbsent(of, listed.id());
                if (first != null && own.nextInt(4) == 0) {
                    together.put(listed.id(), first);
                }
            }
        }
        return together;
    }

    private void teach() {
        Map<String, Person> byCrossList = new LinkedHashMap<>();
        Map<String, String> together = taughtTogether();
        Map<String, Person> firsts = new HashMap<>();
        for (ListedClass listed : classes.values()) {
            if (random.nextInt(50) == 0 && listed.fact(ClassFact.CROSS_LIST).isEmpty()) {
                continue;
            }
            Person first = pick(campus.instructors());
            if (!listed.fact(ClassFact.CROSS_LIST).isEmpty()) {
                Person chosen = first;
                first = byCrossList.computeIfAbsent(listed.fact(ClassFact.CROSS_LIST), name -> chosen);
            }
            first = firsts.getOrDefault(together.get(listed.id()), first);
            firsts.put(listed.id(), first);
            teacher(listed, first, random.nextInt(10) > 0);
            if (random.nextInt(20) == 0) {
                Person second = pick(campus.instructors());
                if (!second.equals(first)) {
                    teacher(listed, second, false);
                }
            }
        }
    }

    private void teacher(ListedClass listed, Person person, boolean primary) {
        enrollments.add(Campus.enrollment(enrollments.size() + 1, listed, person, "teacher", primary));
    }

    private void enroll() {
        List<ListedClass> all = new ArrayList<>(classes.values());
        int left = campus.size().enrollments() - enrollments.size();
        int[] sizes = new int[all.size()];
        for (int i = 0; i < all.size(); i++) {
            boolean empty = random.nextInt(70) == 0;
            sizes[i] = empty ? -1 : 0;
        }
        while (left > 0) {
            int i = random.nextInt(all.size());
            if (sizes[i] >= 0) {
                int some = Math.min(left, 1 + random.nextInt(4));
                sizes[i] += some;
                left -= some;
            }
        }
        for (int i = 0; i < all.size(); i++) {
            Set<Person> taken = new HashSet<>();
            while (taken.size() < sizes[i]) {
                Person student = pick(campus.students());
                if (taken.add(student)) {
                    enrollments.add(Campus.enrollment(enrollments.size() + 1, all.get(i), student, "student", false));
                }
            }
        }
    }

    private <T> T pick(List<T> of) {
        return of.get(random.nextInt(of.size()));
    }
}
