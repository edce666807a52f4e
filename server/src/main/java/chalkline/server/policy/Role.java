package chalkline.server.policy;

/** What a person is to the campus; somebody may be several. What each may do stands in the table of {@link Policy}. */
public enum Role {
    /** Runs Chalk Line for the campus. */
    ADMINISTRATOR,
    /** Plans the sections of one or more departments. */
    SCHEDULER,
    /** Makes templates and masters. */
    DESIGNER,
    /** Teaches sections of the list, or did. */
    INSTRUCTOR,
    /** Reads everything, changes nothing. */
    AUDITOR
}
