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

    /** What the keys of master shells begin with, which are for no term and no section. */
    public static final String MASTER = "m:";

    /** Whether it is a master: nothing of a list ever becomes one, and nobody comes into one through a list. */
    public boolean isMaster() {
        return key.startsWith(MASTER);
    }

    /** Whether it is one that the sections of a term can have. */
    boolean isOf(String term) {
        return this.term.equals(term) && !isMaster();
    }

    /** Whether students can enter it within its dates, as far as the LMS told. */
    public boolean isOpen() {
        return !closed && YesNo.isYes(values.getOrDefault(Setting.OPEN, ""));
    }

    /** How students meet a shell at a moment. */
    public enum Entry {
        /** They can enter. */
        OPEN,
        /** It opens by itself later. */
        LATER,
        /** Its time is over. */
        OVER,
        /** Somebody is to open it. */
        SHUT,
        /** Nobody enters, whatever its dates. */
        CLOSED
    }

    /** How students meet it at a moment, as far as the LMS told. */
    public Entry at(OffsetDateTime moment) {
        if (closed) {
            return Entry.CLOSED;
        }
        if (moment(Setting.CLOSES).filter(end -> !moment.isBefore(end)).isPresent()) {
            return Entry.OVER;
        }
        if (!isOpen()) {
            return Entry.SHUT;
        }
        return moment(Setting.OPENS).filter(moment::isBefore).isPresent() ? Entry.LATER : Entry.OPEN;
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
