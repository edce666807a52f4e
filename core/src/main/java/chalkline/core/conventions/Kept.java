package chalkline.core.conventions;

import java.util.List;
import java.util.Set;

/**
 * What a person did in the LMS and is to stay, for the shell that a section leads or is in; values that stay are
 * {@link SectionOverride}s beside it.
 *
 * @param section a sourcedId, of a section that the list may have no more
 * @param what the names of what stays, as {@link Part} or as a {@link Setting}'s key
 * @param without sourcedIds of people whom the list has in the section and who stay out of its shell
 * @param with sourcedIds of people who stay in its shell though no list has them there
 * @param reason why, in the words of the person who let it stay
 */
public record Kept(String section, Set<String> what, List<String> without, List<String> with, String reason) {

    /** What can stay as it is, beside values. */
    public enum Part {
        /** It was closed by hand and is not opened again. */
        CLOSED("closed"),
        /** It was deleted and is not made again. */
        DELETED("deleted"),
        /** It is not closed, though the list has none of its sections any more. */
        STANDING("standing");

        private final String key;

        Part(String key) {
            this.key = key;
        }

        /** Its name in files. */
        public String key() {
            return key;
        }
    }

    boolean has(Part part) {
        return what.contains(part.key());
    }
}
