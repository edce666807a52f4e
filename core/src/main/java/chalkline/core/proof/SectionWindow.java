package chalkline.core.proof;

import chalkline.core.calendar.IsoMoment;
import java.util.Map;

/**
 * From when to when students of one section can enter a shell that several sections share, where dates of the section's
 * own keep them out for a part of the time; as ISO 8601 with offset.
 *
 * @param opens the later of the section's and the shell's
 * @param closes the earlier of the section's and the shell's
 */
public record SectionWindow(String opens, String closes) {

    /** Whether the windows of sections are the same moments, however they are written. */
    public static boolean same(Map<String, SectionWindow> some, Map<String, SectionWindow> others) {
        return some.keySet().equals(others.keySet())
                && some.entrySet().stream().allMatch(entry -> {
                    SectionWindow other = others.get(entry.getKey());
                    return IsoMoment.same(entry.getValue().opens(), other.opens())
                            && IsoMoment.same(entry.getValue().closes(), other.closes());
                });
    }
}
