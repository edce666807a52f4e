package chalkline.core.requests;

import chalkline.core.arrivals.Section;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.Snag;
import java.util.Collection;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.Set;

/**
 * Whether a request is decided by rule. It is where the campus lets it be and nothing about it is special: all of its
 * sections are the asker's own and of one course, no student work stays behind, and the proof has no stop for it.
 */
public final class Verdict {
    private Verdict() {}

    /**
     * What is special about a request; nothing where it is decided by rule.
     *
     * @param byRule the kinds that the campus lets be decided by rule
     * @param person sourcedId of whoever asks
     * @param sections all that it touches
     * @param before their shells as they are
     * @param after their shells as they would be
     */
    public static Set<Special> of(
            RequestKind kind,
            Set<RequestKind> byRule,
            String person,
            Collection<Section> sections,
            Collection<ProofRow> before,
            Collection<ProofRow> after) {
        Set<Special> special = EnumSet.noneOf(Special.class);
        if (!byRule.contains(kind)) {
            special.add(Special.BY_PEOPLE);
        }
        if (kind == RequestKind.TAKE_OVER) {
            special.add(Special.NOBODY_TEACHES);
        } else if (sections.stream().anyMatch(section -> !isTaughtBy(section, person))) {
            special.add(Special.OTHERS_SECTIONS);
        }
        if (kind == RequestKind.TOGETHER && courses(sections) > 1) {
            special.add(Special.COURSES_DIFFER);
        }
        boolean leavesWork = kind == RequestKind.APART
                && before.stream().flatMap(row -> row.held().stream()).anyMatch(HeldShell::activity);
        if (leavesWork || after.stream().anyMatch(row -> row.snags().contains(Snag.XL_ACTIVITY))) {
            special.add(Special.STUDENT_WORK);
        }
        Set<Snag> stops = new HashSet<>();
        after.forEach(row -> row.snags().stream()
                .filter(snag -> snag.isStop() && snag != Snag.XL_ACTIVITY && snag != Snag.XL_COURSES_DIFFER)
                .forEach(stops::add));
        if (!stops.isEmpty()) {
            special.add(Special.STOPPED);
        }
        if (newly(before, after, Snag.FIXED_SETTING)) {
            special.add(Special.FIXED);
        }
        return special;
    }

    private static long courses(Collection<Section> sections) {
        return sections.stream()
                .map(section -> section.course().id())
                .distinct()
                .count();
    }

    private static boolean isTaughtBy(Section section, String person) {
        return section.instructors().stream().anyMatch(one -> one.id().equals(person));
    }

    private static boolean newly(Collection<ProofRow> before, Collection<ProofRow> after, Snag snag) {
        return before.stream().noneMatch(row -> row.snags().contains(snag))
                && after.stream().anyMatch(row -> row.snags().contains(snag));
    }
}
