package chalkline.server.people;

/** What a person may do. */
public enum Role {
    /** Everything. */
    ADMINISTRATOR,
    /** Reads everything, changes nothing. */
    AUDITOR
}
