package chalkline.core.proof;

import chalkline.core.arrivals.Section;
import chalkline.core.sheets.OwnSections;
import java.util.Collection;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/** Sections of our own that a registrar lists too: until somebody says whether they are the same, no second shell is made. */
final class OwnListed {
    private OwnListed() {}

    /** Adds the stop {@link Snag#OWN_LISTED} to shells of which nothing stands yet. */
    static void judge(List<Draft> drafts, Collection<Section> sections) {
        Set<String> listed = OwnSections.offers(sections).stream()
                .map(OwnSections.Offer::listed)
                .collect(Collectors.toSet());
        if (listed.isEmpty()) {
            return;
        }
        for (Draft draft : drafts) {
            boolean twice = draft.sections().stream().map(Section::id).anyMatch(listed::contains);
            if (twice && draft.held.isEmpty()) {
                draft.snags.add(Snag.OWN_LISTED);
            }
        }
    }
}
