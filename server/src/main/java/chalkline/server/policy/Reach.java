package chalkline.server.policy;

/** How far a right goes. */
enum Reach {
    /** Everything of the campus. */
    ALL,
    /** What belongs to the departments that the person is scheduler of. */
    DEPARTMENTS,
    /** The sections that the person teaches, and their shells. */
    SECTIONS,
    /** What the person asked for. */
    OWN
}
