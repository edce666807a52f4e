package chalkline.core.arrivals;

/**
 * That a person is in a class. Only the roles {@code teacher} and {@code student} (OneRoster 1.1) are looked at.
 *
 * @param primary whether the registrar flags the person as the instructor of record
 * @param begins first day as written, or empty; kept but not used
 * @param ends last day as written, or empty; kept but not used
 */
public record Enrollment(
        String id, String classId, Person person, String role, boolean primary, String begins, String ends) {

    public String userId() {
        return person.id();
    }
}
