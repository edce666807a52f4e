package chalkline.standins.campus;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.Course;
import chalkline.core.arrivals.Enrollment;
import chalkline.core.arrivals.Enrollments;
import chalkline.core.arrivals.ListedClass;
import chalkline.core.arrivals.Org;
import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.RegistrarList;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;

/**
 * Skerrow University, made up from a seed: the same seed gives the same registrar's list. It has what real lists have:
 * cross-listed sections, labs, special topics, parts of term, missing instructors, over-long titles, a renamed
 * department, colliding codes, empty sections and accented names.
 */
public final class Campus {
    static final String UNIVERSITY = "org-skerrow";

    private final CampusSize size;
    private final Random random;
    private final Map<String, Org> orgs = new LinkedHashMap<>();
    private final Map<String, Course> courses = new LinkedHashMap<>();
    private final Map<String, Person> people = new LinkedHashMap<>();
    private final List<Person> instructors = new ArrayList<>();
    private final List<Person> students = new ArrayList<>();

    private Campus(CampusSize size, long seed) {
        this.size = size;
        this.random = new Random(seed);
    }

    /** The registrar's list of the term being prepared. */
    public static RegistrarList list(CampusSize size, long seed) {
        return of(size, seed, Terms.SPRING_2027);
    }

    /** The lists of the two terms before, which stand in the LMS already. */
    public static List<RegistrarList> earlier(CampusSize size, long seed) {
        return List.of(of(size, seed, Terms.SPRING_2026), of(size, seed, Terms.FALL_2026));
    }

    private static RegistrarList of(CampusSize size, long seed, AcademicSession term) {
        Campus campus = new Campus(size, seed);
        campus.orgs(term);
        campus.courses();
        campus.people();
        // the campus is the same every term; its timetable is not
        Timetable timetable =
                new Timetable(campus, new Random(seed * 31 + term.id().hashCode()), term);
        timetable.fill();
        return new RegistrarList(
                Terms.all(),
                campus.orgs,
                campus.courses,
                timetable.classes(),
                campus.people,
                Enrollments.of(timetable.enrollments(), campus.people.values()));
    }

    CampusSize size() {
        return size;
    }

    List<Course> coursesInOrder() {
        return List.copyOf(courses.values());
    }

    List<Person> instructors() {
        return instructors;
    }

    List<Person> students() {
        return students;
    }

    private void orgs(AcademicSession term) {
        put(new Org(UNIVERSITY, "SKU", "Skerrow University", "school", ""));
        Words.COLLEGES.forEach(
                college -> put(new Org("org-" + college.code(), college.code(), college.name(), "school", UNIVERSITY)));
        Words.DEPARTMENTS.forEach(department -> put(new Org(
                "org-" + department.code(),
                department.code(),
                nameIn(term, department),
                "department",
                "org-" + department.college().code())));
    }

    /** One department had another name until this term. */
    private static String nameIn(AcademicSession term, Words.Department department) {
        boolean before = term.start().isBefore(Terms.SPRING_2027.start());
        return before && department.code().equals("DSGN") ? "Applied Arts" : department.name();
    }

    private void put(Org org) {
        orgs.put(org.id(), org);
    }

    private void courses() {
        int departments = Words.DEPARTMENTS.size();
        for (int i = 0; i < departments; i++) {
            Words.Department department = Words.DEPARTMENTS.get(i);
            int count = size.courses() * (i + 1) / departments - size.courses() * i / departments;
            coursesOf(department, count);
        }
    }

    private void coursesOf(Words.Department department, int count) {
        List<Integer> numbers = new ArrayList<>();
        for (int n = 101; n < 700; n++) {
            if (n % 100 != 99) {
                numbers.add(n);
            }
        }
        java.util.Collections.shuffle(numbers, random);
        int made = 0;
        course(department, "499", "Special Topics in " + department.name());
        made++;
        if (department.code().equals("PHIL") || department.code().equals("MUSC")) {
            course(department, "", "Independent Study");
            made++;
        }
        for (int i = 0; made < count; i++) {
            String number = Integer.toString(numbers.get(i % numbers.size()));
            String matter = pick(department.matters());
            boolean overLong = random.nextInt(60) == 0;
            course(
                    department,
                    number,
                    pick(overLong ? Words.LONG_SHAPES : Words.SHAPES).formatted(matter));
            made++;
            boolean hasLab = Integer.parseInt(number) < 400 && random.nextInt(7) == 0;
            if (hasLab && made < count) {
                course(department, number + "L", matter + " Laboratory");
                made++;
            }
        }
    }

    private void course(Words.Department department, String number, String title) {
        String subject = number.isEmpty() ? department.code() : pick(department.subjects());
        String code = number.isEmpty() ? subject + " IND-STUDY" : subject + " " + number;
        String id = "co-" + code.replace(' ', '-');
        String credits = number.endsWith("L") ? "1" : random.nextInt(5) == 0 ? "4" : "3";
        courses.putIfAbsent(id, new Course(id, title, code, "org-" + department.code(), credits));
    }

    private void people() {
        for (int i = 0; i < size.instructors(); i++) {
            boolean enabled = i % 90 != 57;
            instructors.add(person("u-" + (1001 + i), "T", i, enabled));
        }
        for (int i = 0; i < size.students(); i++) {
            students.add(person("u-" + (100_001 + i), "S", i, true));
        }
    }

    private Person person(String id, String letter, int i, boolean enabled) {
        String given = pick(Words.GIVEN);
        String family = pick(Words.FAMILY_START) + pick(Words.FAMILY_END);
        String username = letter.toLowerCase(java.util.Locale.ROOT) + (10_000 + i);
        Person person =
                new Person(id, enabled, username, given, family, letter + (700_000 + i), username + "@skerrow.example");
        people.put(id, person);
        return person;
    }

    private <T> T pick(List<T> of) {
        return of.get(random.nextInt(of.size()));
    }

    /** Enrollments of one class while a timetable is filled. */
    static Enrollment enrollment(int number, ListedClass in, Person person, String role, boolean primary) {
        return new Enrollment("en-" + number, in.id(), person, role, primary, "", "");
    }
}
