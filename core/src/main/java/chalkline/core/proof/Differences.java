package chalkline.core.proof;

import chalkline.core.conventions.Setting;
import chalkline.core.conventions.ShellField;
import chalkline.core.naming.Text;
import java.util.Comparator;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/** Compares a shell of the proof with the one that the LMS holds, each field by its meaning. */
final class Differences {

    private Differences() {}

    /** The fields that differ, in the order of their names; a field that the held shell lacks is not compared. */
    static Set<ShellField> of(Draft draft, HeldShell held, Rosters rosters) {
        Set<ShellField> changed = new TreeSet<>(Comparator.comparing(ShellField::key, Text.BY_CODE_POINT));
        for (Map.Entry<Setting, String> entry : held.values().entrySet()) {
            Setting setting = entry.getKey();
            boolean leftToPeople = setting == Setting.OPEN && held.openByHand();
            if (setting.isCompared() && !leftToPeople && !setting.kind().same(draft.get(setting), entry.getValue())) {
                changed.add(setting);
            }
        }
        Set<String> sections = new HashSet<>();
        draft.sections().forEach(section -> sections.add(section.id()));
        if (held.sections().isPresent() && !Set.copyOf(held.sections().get()).equals(sections)) {
            changed.add(ShellPart.SECTIONS);
        }
        if (held.sectionWindows().isPresent()
                && !SectionWindow.same(
                        draft.sectionWindows, held.sectionWindows().get())) {
            changed.add(ShellPart.SECTION_WINDOWS);
        }
        if (held.rosters().isPresent()
                && !rosters.are(draft.sections(), held.rosters().get())) {
            changed.add(ShellPart.PEOPLE);
        }
        if (!held.key().equals(draft.key())) {
            changed.add(ShellPart.KEY);
        }
        if (held.closed()) {
            changed.add(ShellPart.CLOSED);
        }
        return changed;
    }
}
