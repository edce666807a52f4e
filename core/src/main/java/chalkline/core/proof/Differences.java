package chalkline.core.proof;

import chalkline.core.calendar.IsoMoment;
import chalkline.core.conventions.Setting;
import java.math.BigDecimal;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/** Compares a shell of the proof with the one that the LMS holds, each field by its meaning. */
final class Differences {

    /** Only used when a shell is built, or not a property of the shell at all. */
    private static final Set<Setting> NOT_COMPARED =
            EnumSet.of(Setting.TEMPLATE, Setting.COPY, Setting.SHELL_PER, Setting.DISTINGUISH);

    private Differences() {}

    /** The names of the fields that differ, in order; a field that the held shell lacks is not compared. */
    static Set<String> of(Draft draft, HeldShell held, Rosters rosters) {
        Set<String> changed = new TreeSet<>();
        for (Map.Entry<Setting, String> entry : held.values().entrySet()) {
            Setting setting = entry.getKey();
            boolean leftToPeople = setting == Setting.OPEN && held.openByHand();
            if (!NOT_COMPARED.contains(setting)
                    && !leftToPeople
                    && !same(setting, draft.get(setting), entry.getValue())) {
                changed.add(setting.key());
            }
        }
        Set<String> sections = new HashSet<>();
        draft.sections().forEach(section -> sections.add(section.id()));
        if (held.sections().isPresent() && !Set.copyOf(held.sections().get()).equals(sections)) {
            changed.add("sections");
        }
        if (held.sectionWindows().isPresent()
                && !sameWindows(draft.sectionWindows, held.sectionWindows().get())) {
            changed.add("sectionWindows");
        }
        if (held.rosters().isPresent()
                && !rosters.are(draft.sections(), held.rosters().get())) {
            changed.add("people");
        }
        if (!held.key().equals(draft.key())) {
            changed.add("key");
        }
        if (held.closed()) {
            changed.add("closed");
        }
        return changed;
    }

    private static boolean same(Setting setting, String ours, String theirs) {
        if (ours.equals(theirs)) {
            return true;
        }
        return switch (setting) {
            case OPENS, CLOSES -> IsoMoment.same(ours, theirs);
            case ENTRY -> Set.copyOf(List.of(ours.split(" "))).equals(new HashSet<>(List.of(theirs.split(" "))));
            case UNIT_COUNT, UPLOAD_LIMIT, NEWS_ITEMS, PEOPLE_PER_PAGE, GROUPS -> sameNumber(ours, theirs);
            default -> false;
        };
    }

    private static boolean sameWindows(Map<String, SectionWindow> ours, Map<String, SectionWindow> theirs) {
        return ours.keySet().equals(theirs.keySet())
                && ours.entrySet().stream().allMatch(entry -> {
                    SectionWindow their = theirs.get(entry.getKey());
                    return IsoMoment.same(entry.getValue().opens(), their.opens())
                            && IsoMoment.same(entry.getValue().closes(), their.closes());
                });
    }

    private static boolean sameNumber(String ours, String theirs) {
        try {
            return new BigDecimal(ours).compareTo(new BigDecimal(theirs)) == 0;
        } catch (NumberFormatException noNumber) {
            return false;
        }
    }
}
