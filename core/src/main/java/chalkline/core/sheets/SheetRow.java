package chalkline.core.sheets;

import java.util.List;
import java.util.Optional;

/**
 * A row of a sheet, judged against the list in use.
 *
 * @param number of the row in the sheet, counted from 0
 * @param standing the section that it is about, where that is there already
 * @param differs what the sheet says otherwise than the list; nothing for a new one
 * @param earlier where its course stood before, for a new one; the latest first
 * @param wanted empty where the row is wrong
 */
public record SheetRow(
        int number,
        Outcome outcome,
        List<Remark> remarks,
        Optional<Standing> standing,
        List<Difference> differs,
        List<Earlier> earlier,
        Optional<WantedSection> wanted) {

    /** What a row is. */
    public enum Outcome {
        /** No section like it is there. */
        NEW,
        /** The section is there; some facts may differ. */
        THERE,
        /** A section of its number is there, under another title or course: which is right? */
        OTHERWISE,
        /** Some cell cannot be read, or something is missing. */
        WRONG,
        /** A course without an offering, which is listed and gets no shell. */
        COURSE_ONLY
    }

    /**
     * The section that is there.
     *
     * @param own whether it is one of our own, so that the registrar does not say what it is
     */
    public record Standing(String id, String label, String title, boolean own) {}

    /** @param what the heading or name of what differs */
    public record Difference(String what, String before, String after) {}

    /**
     * A section of the same course in a term that began earlier.
     *
     * @param section empty where only its shell is known, of which the label is the code
     */
    public record Earlier(String term, String section, String label, String title) {}

    /** Whether something is kept of it unless a person says otherwise. */
    public boolean isNew() {
        return outcome == Outcome.NEW || outcome == Outcome.COURSE_ONLY;
    }
}
