package chalkline.server.policy;

/** How far a right goes. */
enum Reach {
    /** Everything of the campus. */
    ALL("all"),
    /** What belongs to the departments that the person is scheduler of. */
    DEPARTMENTS("own departments"),
    /** The sections that the person teaches, and their shells. */
    SECTIONS("own sections"),
    /** What the person asked for. */
    OWN("own");

    private final String words;

    Reach(String words) {
        this.words = words;
    }

    /** As the page for administrators has it. */
    String words() {
        return words;
    }
}
