package chalkline.core.conventions;

/** A value that a setting does not take. The column counts code points of the value from 1. */
public final class ValueException extends Exception {
    private final int column;

    ValueException(int column, String reason) {
        super(reason);
        this.column = column;
    }

    public int column() {
        return column;
    }
}
