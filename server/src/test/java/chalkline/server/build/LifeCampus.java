package chalkline.server.build;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.Course;
import chalkline.core.arrivals.Enrollment;
import chalkline.core.arrivals.Enrollments;
import chalkline.core.arrivals.ListedClass;
import chalkline.core.arrivals.Org;
import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.conventions.Conventions;
import chalkline.core.templates.Item;
import chalkline.core.templates.ItemKind;
import chalkline.core.templates.Template;
import chalkline.core.templates.Unit;
import chalkline.formats.FaultyFileException;
import chalkline.formats.conventions.ConventionsReader;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The campus of a life: small, with all that a build has to do with. */
final class LifeCampus {
    static final String TERM = "27SP";

    static final Map<String, Template> TEMPLATES = Map.of(
            "t1",
            new Template(
                    "t1",
                    "Weeks",
                    "",
                    List.of(new Unit("Welcome", "", List.of(Item.of(ItemKind.PAGE, "Read me")))),
                    Template.WEEK_TITLE,
                    List.of()));

    /** The registrar's list; a day later one section is cancelled, one is new, and some students came or went. */
    static final List<RegistrarList> LISTS = List.of(
            list("a 210-001 u1 u2", "b 210-002 u3", "c 410-001 u4", "e 101-001 u5"),
            list("a 210-001 u1 u6", "b 210-002 u3 u4", "c 410-001", "g 101-003 u1"));

    /** As conventions stand, and three ways in which they may change: names, codes that change places, and sections together. */
    static final List<Conventions> CONVENTIONS = List.of(
            conventions("{label} {title}", "{term.code}-{label:slug}", ""),
            conventions("{title}, {label}", "{term.code}-{label:slug}", ""),
            conventions("{label} {title}", "{label:slug}-{term.code}", ""),
            conventions(
                    "{label} {title}",
                    "{term.code}-{label:slug}",
                    "crossLists:\n  - {id: x1, lead: a, joined: [b], approved: true, reason: as ever}\n"));

    private LifeCampus() {}

    private static Conventions conventions(String title, String code, String more) {
        try {
            return ConventionsReader.read("conventions.yaml", """
                    chalkline: 1
                    zone: America/Halifax
                    layers:
                      - name: Whole campus
                        set: {title: "%s", code: "%s", category: "{college} / {department} / {term.name}", open: yes}
                      - name: With a template
                        when: {course: [OCEA 410, OCEA 101]}
                        set: {template: t1}
                    %s""".formatted(title, code, more));
        } catch (FaultyFileException e) {
            throw new IllegalStateException(e.faults().toString(), e);
        }
    }

    private static RegistrarList list(String... sections) {
        Map<String, Person> people = new LinkedHashMap<>();
        for (String id : List.of("i1", "u1", "u2", "u3", "u4", "u5", "u6")) {
            people.put(id, new Person(id, true, id, "Given", "Family " + id, "", id + "@skerrow.example"));
        }
        Map<String, ListedClass> classes = new LinkedHashMap<>();
        List<Enrollment> enrollments = new ArrayList<>();
        for (String section : sections) {
            String[] parts = section.split(" ");
            String number = parts[1].substring(0, 3);
            classes.put(
                    parts[0],
                    new ListedClass(parts[0], "Tides", "c" + number, "OCEA " + parts[1], List.of("t"), Map.of()));
            enroll(enrollments, parts[0], people.get("i1"), "teacher");
            for (int i = 2; i < parts.length; i++) {
                enroll(enrollments, parts[0], people.get(parts[i]), "student");
            }
        }
        AcademicSession term = new AcademicSession(
                "t",
                "Spring 2027",
                "term",
                LocalDate.parse("2027-01-04"),
                Optional.of(LocalDate.parse("2027-04-23")),
                "",
                TERM);
        Map<String, Course> courses = new LinkedHashMap<>();
        for (String number : List.of("210", "410", "101")) {
            courses.put(
                    "c" + number,
                    new Course("c" + number, "Tides", "OCEA " + number, number.equals("101") ? "d2" : "d1", "3"));
        }
        return new RegistrarList(
                Map.of("t", term),
                Map.of(
                        "s", new Org("s", "SEA", "College of the Sea", "school", ""),
                        "d1", new Org("d1", "OCEA", "Oceanography", "department", "s"),
                        "d2", new Org("d2", "MARB", "Marine Biology", "department", "s")),
                courses,
                classes,
                people,
                Enrollments.of(enrollments, people.values()));
    }

    private static void enroll(List<Enrollment> enrollments, String section, Person person, String role) {
        enrollments.add(new Enrollment("e" + enrollments.size(), section, person, role, false, "", ""));
    }
}
