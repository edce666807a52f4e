package chalkline.core.arrivals;

import java.time.LocalDate;
import java.util.Optional;

/**
 * An academic session of the registrar's list: a school year, a term or a part of term. First and last day inclusive; a
 * session without a last day has no end.
 *
 * @param parentId the session that this one lies in, or empty
 * @param code what conventions call the term: the list's own code, else the sourcedId
 */
public record AcademicSession(
        String id, String title, String type, LocalDate start, Optional<LocalDate> end, String parentId, String code) {

    /** Whether this is a school year, which groups terms and is never the term of a section below it. */
    public boolean isSchoolYear() {
        return type.equals("schoolYear");
    }
}
