package chalkline.core.crosslists;

import chalkline.core.arrivals.Section;
import chalkline.core.conventions.CrossListing.Tier;
import java.util.List;

/**
 * Sections that look as if they were taught together.
 *
 * @param sections two or more, in natural order, the lead among them
 * @param evidence the facts that they share, such as {@code instructor=u-7; session=27SP; room=Pier 2; meets=MWF 9}
 */
public record Suggestion(Tier tier, Section lead, List<Section> sections, String evidence) {

    /** Whether it puts different courses together, so that a person must look at it. */
    public boolean joinsCourses() {
        return sections.stream()
                        .map(section -> section.course().id())
                        .distinct()
                        .count()
                > 1;
    }
}
