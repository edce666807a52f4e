package chalkline.core.naming;

/** A pattern that cannot be read. The column counts code points from 1. */
public final class PatternException extends Exception {
    private final int column;

    PatternException(int column, String reason) {
        super(reason);
        this.column = column;
    }

    public int column() {
        return column;
    }
}
