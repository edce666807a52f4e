package chalkline.server.outlines;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.ClassFact;
import chalkline.core.arrivals.Course;
import chalkline.core.arrivals.Enrollment;
import chalkline.core.arrivals.Enrollments;
import chalkline.core.arrivals.ListedClass;
import chalkline.core.arrivals.Org;
import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Sections;
import chalkline.core.conventions.Conventions;
import chalkline.core.proof.Proof;
import chalkline.core.proof.ProofRow;
import chalkline.server.frame.NotFound;
import chalkline.server.frame.Refusal;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A section that is not in the list, told by its facts. What is left empty it does not have.
 *
 * @param course subject and number, {@code OCEA 510}
 * @param department the code of a department of the list
 * @param part the code or title of a part of term; the whole term, if empty
 * @param tags separated by commas
 * @param instructor sourcedId of a person of the list
 */
record Example(
        @NotNull String course,
        @NotNull String title,
        @NotNull String section,
        @NotNull String department,
        @NotNull String part,
        @NotNull String delivery,
        @NotNull String campus,
        @NotNull String tags,
        @NotNull String instructor) {
    private static final String ID = "example";

    /** The shell that it would have. */
    ProofRow row(RegistrarList list, String termCode, Conventions rules) {
        AcademicSession term =
                list.term(termCode).orElseThrow(() -> new NotFound("The list has no term " + termCode + "."));
        Org owner = list.orgs().values().stream()
                .filter(org -> org.code().equalsIgnoreCase(department))
                .findFirst()
                .orElseThrow(() -> new Refusal("department", 0, "The list has no department “" + department + "”."));
        AcademicSession session = part.isEmpty() ? term : partOf(list, term);
        Optional<Person> teacher = Optional.ofNullable(list.people().get(instructor));
        if (!instructor.isEmpty() && teacher.isEmpty()) {
            throw new Refusal("instructor", 0, "The list has nobody with the id “" + instructor + "”.");
        }
        ListedClass listed = new ListedClass(
                ID,
                title,
                ID,
                course + "-" + section,
                List.of(session.id()),
                Map.of(ClassFact.DELIVERY, delivery, ClassFact.CAMPUS, campus, ClassFact.TAGS, tags));
        List<Enrollment> teaches = teacher.map(
                        person -> List.of(new Enrollment(ID, ID, person, "teacher", true, "", "")))
                .orElse(List.of());
        RegistrarList small = new RegistrarList(
                list.sessions(),
                list.orgs(),
                Map.of(ID, new Course(ID, title, course, owner.id(), "")),
                Map.of(ID, listed),
                teacher.map(person -> Map.of(person.id(), person)).orElse(Map.of()),
                Enrollments.of(teaches, teacher.map(List::of).orElse(List.of())));
        return Proof.of(small, Sections.ofTerm(small, term), termCode, rules, List.of())
                .rows()
                .get(0);
    }

    private AcademicSession partOf(RegistrarList list, AcademicSession term) {
        return list.sessions().values().stream()
                .filter(session -> session.parentId().equals(term.id()))
                .filter(session ->
                        session.code().equalsIgnoreCase(part) || session.title().equalsIgnoreCase(part))
                .findFirst()
                .orElseThrow(() -> new Refusal("part", 0, "The term has no part “" + part + "”."));
    }
}
