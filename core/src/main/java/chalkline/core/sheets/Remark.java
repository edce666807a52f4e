package chalkline.core.sheets;

import java.util.List;

/**
 * What is to be said about a cell of a sheet.
 *
 * @param column counted from 0; -1 for the row as a whole
 * @param choices texts of which one may take the cell's place, each with what it means
 */
public record Remark(int column, Weight weight, String says, List<Choice> choices) {

    /** How much it matters. */
    public enum Weight {
        /** The row cannot be kept as it is. */
        WRONG,
        /** Something that a person may want to know: what was guessed, or made for it. */
        NOTE
    }

    /** What may stand in the cell instead. */
    public record Choice(String text, String meaning) {}

    static Remark wrong(int column, String says) {
        return new Remark(column, Weight.WRONG, says, List.of());
    }

    static Remark note(int column, String says) {
        return new Remark(column, Weight.NOTE, says, List.of());
    }

    boolean isWrong() {
        return weight == Weight.WRONG;
    }
}
