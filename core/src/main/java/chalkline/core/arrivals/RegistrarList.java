package chalkline.core.arrivals;

import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A whole registrar's list, checked: every id that one row names is a row of its kind. Maps are by sourcedId in the order
 * of the file.
 *
 * @param enrollments grouped in no way; several hundred thousand are usual
 */
public record RegistrarList(
        Map<String, AcademicSession> sessions,
        Map<String, Org> orgs,
        Map<String, Course> courses,
        Map<String, ListedClass> classes,
        Map<String, Person> people,
        Enrollments enrollments) {

    /** The term with this code, in the sense of {@link #termOf}; empty where the list has none. */
    public Optional<AcademicSession> term(String code) {
        return sessions.values().stream()
                .filter(session ->
                        session.code().equals(code) && termOf(session).equals(session))
                .findFirst();
    }

    /** Every session that is a term of its own, by its first day. */
    public List<AcademicSession> terms() {
        return sessions.values().stream()
                .filter(session -> termOf(session).equals(session) && !session.isSchoolYear())
                .sorted(Comparator.comparing(AcademicSession::start))
                .toList();
    }

    /** The term of a session: itself where it lies in nothing or in a school year, else the session it lies in. */
    public AcademicSession termOf(AcademicSession session) {
        AcademicSession parent = sessions.get(session.parentId());
        return parent == null || parent.isSchoolYear() ? session : parent;
    }
}
