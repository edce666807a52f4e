package chalkline.formats;

/**
 * One thing that is wrong with a file. Lines count from 1; the line of a record is the one on which it starts.
 *
 * @param file the file's name, without folders
 * @param column a column's name in a table, a column's number elsewhere, {@code 1} for a whole record or file
 */
public record Fault(String file, long line, String column, String reason) {

    /** A fault of a file as a whole. */
    public static Fault ofFile(String file, String reason) {
        return new Fault(file, 1, "1", reason);
    }

    /** The same under another name of its file. */
    public Fault in(String other) {
        return new Fault(other, line, column, reason);
    }

    /** {@code file:line:column: reason}, the form that editors and terminals can follow. */
    @Override
    public String toString() {
        return file + ":" + line + ":" + column + ": " + reason;
    }
}
