package chalkline.core.arrivals;

/**
 * What a class says of itself besides its title, code, course and sessions, by the column of OneRoster that it comes in. A
 * column added here is read, kept and written; a token or a condition then makes use of it.
 */
public enum ClassFact {
    /** The room. */
    ROOM("location"),
    /** When it meets, as written. */
    MEETS("periods"),
    REFERENCE("metadata.reference"),
    DELIVERY("metadata.delivery"),
    CAMPUS("metadata.campus"),
    /** What the registrar says it is taught together with: sections with the same text. */
    CROSS_LIST("metadata.crossList"),
    /** As written. */
    CAPACITY("metadata.capacity"),
    /** As written, separated by commas. */
    TAGS("metadata.tags");

    private final String column;

    ClassFact(String column) {
        this.column = column;
    }

    /** The heading in {@code classes.csv}. */
    public String column() {
        return column;
    }

    /** Whether it is one of those that a campus adds to the standard's, which need not be there. */
    public boolean isMetadata() {
        return column.startsWith("metadata.");
    }
}
