package chalkline.core.proof;

import chalkline.core.calendar.IsoMoment;
import chalkline.core.conventions.Setting;
import chalkline.core.naming.YesNo;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A shell as the LMS holds it. Fields that the LMS did not give are left out and never compared.
 *
 * @param values canonical text by setting, the code among them
 * @param sections sourcedIds, where the LMS knows them
 * @param sectionWindows of sections with dates of their own, where the LMS knows of them
 * @param rosters digests of who came into it ({@link Rosters}) by section, where the LMS tells them
 * @param activity whether students have worked in it
 * @param openByHand whether a person opened or closed it since it was built
 */
public record HeldShell(
        String key,
        String term,
        String code,
        Map<Setting, String> values,
        Optional<String> lead,
        Optional<List<String>> sections,
        Optional<Map<String, SectionWindow>> sectionWindows,
        Optional<Map<String, String>> rosters,
        boolean activity,
        boolean openByHand,
        boolean closed) {

    /** Whether students can enter it within its dates, as far as the LMS told. */
    public boolean isOpen() {
        return !closed && YesNo.isYes(values.getOrDefault(Setting.OPEN, ""));
    }

    /** Empty where the LMS gave none. */
    public Optional<OffsetDateTime> moment(Setting setting) {
        return IsoMoment.read(values.getOrDefault(setting, ""));
    }

    /** A shell of which nothing is known about section windows and people. */
    public HeldShell(
            String key,
            String term,
            String code,
            Map<Setting, String> values,
            Optional<String> lead,
            Optional<List<String>> sections,
            boolean activity,
            boolean openByHand,
            boolean closed) {
        this(key, term, code, values, lead, sections, Optional.empty(), Optional.empty(), activity, openByHand, closed);
    }
}
