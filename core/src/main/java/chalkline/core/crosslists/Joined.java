package chalkline.core.crosslists;

import chalkline.core.arrivals.Section;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * The cross-lists of a term that have one lead, put together.
 *
 * @param leadId sourcedId of the lead section
 * @param lead the lead section; empty where the list does not have it
 * @param sections those that the list has, the lead among them, in natural order; also those of other terms, which is
 *     found wrong, and not those that another set has
 * @param findings what is the matter with it, as far as that can be said without the LMS
 * @param approved whether a person approved all of the cross-lists
 */
public record Joined(
        String leadId, Optional<Section> lead, List<Section> sections, Set<Finding> findings, boolean approved) {

    /** What can be the matter with a cross-list by its sections alone. */
    public enum Finding {
        TWO_SETS,
        UNKNOWN_LEAD,
        UNKNOWN_JOINED,
        TERMS_DIFFER,
        COURSES_DIFFER,
        ONE_LEFT,
        MEET_APART
    }
}
