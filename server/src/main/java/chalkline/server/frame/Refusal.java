package chalkline.server.frame;

/**
 * A request that cannot be carried out as it is. Nothing was changed.
 */
public class Refusal extends RuntimeException {
    private static final long serialVersionUID = 1L;

    private final String field;
    private final int column;

    /** A refusal that is about the request as a whole. */
    public Refusal(String message) {
        this("", 0, message);
    }

    /**
     * A refusal of one field.
     *
     * @param field its path in the request
     * @param column where in its text, counted from 1; 0 for all of it
     */
    public Refusal(String field, int column, String message) {
        super(message);
        this.field = field;
        this.column = column;
    }

    public String field() {
        return field;
    }

    public int column() {
        return column;
    }
}
