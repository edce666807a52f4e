package chalkline.core.proof;

import chalkline.core.arrivals.Section;
import chalkline.core.crosslists.Joined;
import java.util.List;

/** What is the matter with the cross-lists of a proof: by their sections, and by the shells that the LMS holds for them. */
final class JoinedSnags {
    private final Shells shells;
    private final HeldShells held;

    JoinedSnags(Shells shells, HeldShells held) {
        this.shells = shells;
        this.held = held;
    }

    /** Snags that follow from the sections alone. */
    static void ofSections(Draft draft, Joined joined) {
        for (Joined.Finding finding : joined.findings()) {
            draft.snags.add(
                    switch (finding) {
                        case TWO_SETS -> Snag.XL_TWO_SETS;
                        case UNKNOWN_LEAD -> Snag.XL_UNKNOWN_LEAD;
                        case UNKNOWN_JOINED -> Snag.XL_UNKNOWN;
                        case TERMS_DIFFER -> Snag.XL_TERMS_DIFFER;
                        case COURSES_DIFFER -> Snag.XL_COURSES_DIFFER;
                        case ONE_LEFT -> Snag.XL_ONE_LEFT;
                        case MEET_APART -> Snag.XL_MEET_APART;
                    });
        }
        if (draft.snags.contains(Snag.XL_UNKNOWN_LEAD)) {
            draft.snags.remove(Snag.XL_UNKNOWN);
        }
    }

    /** Snags of the joined sections' own shells, once it is settled which shells are adopted. */
    void ofHeldShells(List<Draft> drafts) {
        for (Draft draft : drafts) {
            draft.joined().ifPresent(joined -> judge(draft, joined));
        }
    }

    private void judge(Draft draft, Joined joined) {
        for (Section section : draft.sections()) {
            HeldShell own = held.withKey(shells.ownKeyOf(section)).orElse(null);
            boolean elsewhere = own != null
                    && !section.id().equals(draft.leadId())
                    && !own.key().equals(draft.key())
                    && draft.held.stream().noneMatch(adopted -> adopted.key().equals(own.key()));
            if (elsewhere) {
                if (own.activity() && !joined.approved()) {
                    draft.snags.add(Snag.XL_ACTIVITY);
                }
                if (own.isOpen()) {
                    draft.snags.add(Snag.XL_OPEN);
                }
            }
        }
    }
}
