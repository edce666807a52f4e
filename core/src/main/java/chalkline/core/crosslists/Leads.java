package chalkline.core.crosslists;

import chalkline.core.arrivals.Section;
import chalkline.core.conventions.CrossListing;
import chalkline.core.naming.Labels;
import java.util.Collection;
import java.util.Comparator;

/** Chooses which of several sections leads, where nobody has chosen. Both ways are common practice, no source. */
public final class Leads {
    private Leads() {}

    /** The largest section or the lowest number, as the policy says; of equal ones the first in natural order. */
    public static Section of(Collection<Section> sections, CrossListing policy) {
        Comparator<Section> order = policy.lead() == CrossListing.Lead.LOWEST
                ? Labels.ORDER
                : Comparator.comparingInt(
                                (Section section) -> -section.students().size())
                        .thenComparing(Labels.ORDER);
        return sections.stream().min(order).orElseThrow();
    }
}
