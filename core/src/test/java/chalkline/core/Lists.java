package chalkline.core;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.ClassFact;
import chalkline.core.arrivals.Course;
import chalkline.core.arrivals.Enrollment;
import chalkline.core.arrivals.Enrollments;
import chalkline.core.arrivals.ListedClass;
import chalkline.core.arrivals.Org;
import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.arrivals.Sections;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Small registrar's lists for tests: one college with departments OCEA and ECON, term 27SP with two halves. */
public final class Lists {
    private final Map<String, AcademicSession> sessions = new LinkedHashMap<>();
    private final Map<String, Org> orgs = new LinkedHashMap<>();
    private final Map<String, Course> courses = new LinkedHashMap<>();
    private final Map<String, ListedClass> classes = new LinkedHashMap<>();
    private final Map<String, Person> people = new LinkedHashMap<>();
    private final List<Enrollment> enrollments = new ArrayList<>();

    public Lists() {
        session("y", "School year", "schoolYear", "2026-09-01", "2027-08-31", "", "Y27");
        session("27SP", "Spring 2027", "term", "2027-01-04", "2027-04-23", "y", "27SP");
        session("27SP-A", "First half", "gradingPeriod", "2027-01-04", "2027-02-26", "27SP", "27SP-A");
        session("27SP-B", "Second half", "gradingPeriod", "2027-03-01", "2027-04-23", "27SP", "27SP-B");
        org(new Org("sea", "SEA", "College of the Sea", "school", ""));
        org(new Org("ocea", "OCEA", "Oceanography", "department", "sea"));
        org(new Org("econ", "ECON", "Economics", "department", "sea"));
    }

    public Lists session(String id, String title, String type, String start, String end, String parent, String code) {
        Optional<LocalDate> last = end.isEmpty() ? Optional.empty() : Optional.of(LocalDate.parse(end));
        sessions.put(id, new AcademicSession(id, title, type, LocalDate.parse(start), last, parent, code));
        return this;
    }

    public Lists org(Org org) {
        orgs.put(org.id(), org);
        return this;
    }

    public Lists course(String id, String code, String title) {
        return course(id, code, title, "ocea");
    }

    public Lists course(String id, String code, String title, String org) {
        courses.put(id, new Course(id, title, code, org, "3"));
        return this;
    }

    /** A section of the whole term on the main campus, its title that of the course. */
    public Lists section(String id, String course, String label) {
        return section(id, course, label, "27SP", "", "", "");
    }

    public Lists section(
            String id, String course, String label, String session, String campus, String delivery, String tags) {
        Course of = courses.get(course);
        return listed(new ListedClass(
                id,
                of.title(),
                course,
                of.courseCode() + "-" + label,
                List.of(session.split(",")),
                Map.of(
                        ClassFact.REFERENCE,
                        "R" + id,
                        ClassFact.DELIVERY,
                        delivery,
                        ClassFact.CAMPUS,
                        campus,
                        ClassFact.TAGS,
                        tags)));
    }

    public Lists listed(ListedClass listed) {
        classes.put(listed.id(), listed);
        return this;
    }

    public Lists person(Person person) {
        people.put(person.id(), person);
        return this;
    }

    public Lists teaches(String section, String user, String family, boolean primary) {
        people.putIfAbsent(user, new Person(user, true, user, "G", family, "", ""));
        enroll(section, user, "teacher", primary);
        return this;
    }

    public Lists studies(String section, String... users) {
        Arrays.stream(users).forEach(user -> {
            people.putIfAbsent(user, new Person(user, true, user, "G", "Student " + user, "", ""));
            enroll(section, user, "student", false);
        });
        return this;
    }

    private void enroll(String section, String user, String role, boolean primary) {
        enrollments.add(new Enrollment("e" + enrollments.size(), section, people.get(user), role, primary, "", ""));
    }

    public RegistrarList list() {
        return new RegistrarList(
                sessions, orgs, courses, classes, people, Enrollments.of(enrollments, people.values()));
    }

    public List<Section> sections(String term) {
        RegistrarList list = list();
        return Sections.ofTerm(list, list.term(term).orElseThrow());
    }

    public List<Section> sections() {
        return sections("27SP");
    }

    /** The only section, or the first. */
    public Section only() {
        return sections().get(0);
    }
}
