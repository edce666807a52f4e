package chalkline.core.exports;

import chalkline.core.Bounds;
import chalkline.core.arrivals.ClassFact;
import chalkline.core.arrivals.Course;
import chalkline.core.arrivals.Enrollment;
import chalkline.core.arrivals.Enrollments;
import chalkline.core.arrivals.ListedClass;
import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Setting;
import chalkline.core.naming.Digest;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.Shell;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What stands in an LMS, in the form of a registrar's list: one class for each shell, with its code and title as they stand,
 * and everybody once whom its sections bring into it. Shells that the list has no section of any more are left out.
 */
public final class StandingList {
    private final RegistrarList of;
    private final Map<String, Course> courses = new LinkedHashMap<>();
    private final Map<String, ListedClass> classes = new LinkedHashMap<>();
    private final Map<String, Person> people = new LinkedHashMap<>();
    private final List<Enrollment> enrollments = new ArrayList<>();

    private StandingList(RegistrarList of) {
        this.of = of;
    }

    /**
     * The list of some shells.
     *
     * @param of the registrar's list that they come from
     * @param rows of a proof; those that do not stand are passed over
     */
    public static RegistrarList of(RegistrarList of, Collection<ProofRow> rows) {
        StandingList list = new StandingList(of);
        rows.forEach(row -> row.held().ifPresent(held -> row.shell().ifPresent(shell -> list.add(held, shell))));
        return new RegistrarList(
                of.sessions(),
                of.orgs(),
                list.courses,
                list.classes,
                list.people,
                Enrollments.of(list.enrollments, list.people.values()));
    }

    private void add(HeldShell held, Shell shell) {
        Section lead = shell.lead();
        Course course = lead.course();
        Course owned = new Course(
                course.id(),
                course.title(),
                course.courseCode(),
                lead.department().id(),
                course.credits());
        courses.put(course.id(), owned);
        Map<ClassFact, String> facts = new EnumMap<>(ClassFact.class);
        facts.putAll(lead.listed().facts());
        facts.remove(ClassFact.CROSS_LIST);
        classes.put(
                held.key(),
                new ListedClass(
                        held.key(),
                        held.values().getOrDefault(Setting.TITLE, ""),
                        course.id(),
                        held.code(),
                        lead.listed().sessionIds(),
                        facts));
        Set<String> seen = new HashSet<>();
        shell.sections().stream()
                .filter(section -> held.sections()
                        .map(there -> there.contains(section.id()))
                        .orElse(true))
                .forEach(section -> {
                    section.instructors().forEach(person -> enroll(held.key(), person, "teacher", lead, seen));
                    section.students().forEach(person -> enroll(held.key(), person, "student", lead, seen));
                });
    }

    private void enroll(String key, Person person, String role, Section lead, Set<String> seen) {
        if (!seen.add(role + " " + person.id())) {
            return;
        }
        people.put(person.id(), person);
        boolean primary = role.equals("teacher")
                && lead.primaryInstructor()
                        .filter(first -> first.id().equals(person.id()))
                        .isPresent();
        String id = key + "-" + role + "-" + person.id();
        enrollments.add(
                new Enrollment(id.length() <= Bounds.ID ? id : Digest.of(id), key, person, role, primary, "", ""));
    }
}
