package chalkline.core.sheets;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.ClassFact;
import chalkline.core.arrivals.Course;
import chalkline.core.arrivals.Org;
import chalkline.core.arrivals.Person;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.Value;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A section as a row of a sheet asks for it.
 *
 * @param course one of the list, or one of our own that is to be made
 * @param department that owns the course; one of the list, or one of our own that is to be made
 * @param term that it is for
 * @param session the term itself, one of its parts, or a part of our own that is to be made
 * @param days whether the sheet says when it starts or ends
 * @param label its number; empty where the course has no offering yet
 * @param title as the sheet says it; empty where it does not
 * @param facts those that the sheet says
 * @param instructors the primary first; those that are no people of the list are to be made
 * @param settings of the conventions, for this section alone
 */
public record WantedSection(
        Course course,
        Org department,
        AcademicSession term,
        AcademicSession session,
        boolean days,
        String label,
        String title,
        Map<ClassFact, String> facts,
        Optional<List<Person>> instructors,
        Map<Setting, Value> settings) {

    /** Its course and number, {@code CEED 101-001}; the course alone where no section is offered. */
    public String name() {
        String course = RowReader.nameOf(course());
        return isCourseOnly() ? course : course + "-" + label;
    }

    /** Whether the course is only listed: no section of it is offered. */
    public boolean isCourseOnly() {
        return label.isEmpty();
    }
}
