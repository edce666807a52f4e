package chalkline.core.arrivals;

/**
 * Someone who teaches or studies. Disabled people stay on their sections; the proof notes it.
 *
 * @param identifier the campus's own number for the person, or empty
 */
public record Person(
        String id,
        boolean enabled,
        String username,
        String givenName,
        String familyName,
        String identifier,
        String email) {

    /** Given name and family name, as people say it. */
    public String fullName() {
        return (givenName + " " + familyName).strip();
    }
}
