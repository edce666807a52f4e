package chalkline.core.proof;

import chalkline.core.arrivals.Person;
import chalkline.core.calendar.IsoMoment;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.ShellField;
import chalkline.core.naming.YesNo;
import java.time.OffsetDateTime;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * One shell of the proof and what is to happen to it.
 *
 * @param values canonical text of every setting, rendered: codes, category levels joined by {@code " / "}, moments as ISO
 *     8601 with offset, groups and units as numbers; empty where a stop leaves it open
 * @param lead sourcedId of the lead section
 * @param sections sourcedIds in natural order
 * @param sectionWindows from when to when students of a section can enter, by its sourcedId, for those whose own dates keep
 *     them out for a part of the time
 * @param snags in the order of their names
 * @param changed the fields that differ from what the LMS holds, in the order of their names
 * @param shell what it was computed from; empty for a shell that is only closed
 * @param staysClosed whether it is closed to students whatever else changes, since a person closed it and that was kept
 * @param guests sourcedIds of people who stay in it though no list has them there
 */
public record ProofRow(
        String key,
        Action action,
        Values values,
        String lead,
        List<String> sections,
        List<Person> instructors,
        int students,
        Map<String, SectionWindow> sectionWindows,
        Set<Snag> snags,
        Set<ShellField> changed,
        Optional<HeldShell> held,
        Optional<Shell> shell,
        boolean staysClosed,
        Set<String> guests) {

    /** The same, with something else to happen to it. */
    public ProofRow as(Action other) {
        return with(other, shell);
    }

    /** The same, computed from a shell that comes out the same. */
    ProofRow of(Shell same) {
        return with(action, Optional.of(same));
    }

    private ProofRow with(Action itsAction, Optional<Shell> itsShell) {
        return new ProofRow(
                key,
                itsAction,
                values,
                lead,
                sections,
                instructors,
                students,
                sectionWindows,
                snags,
                changed,
                held,
                itsShell,
                staysClosed,
                guests);
    }

    public String value(Setting setting) {
        return values.text(setting);
    }

    /** The names of its snags, each once: one name may be that of a note and of a stop. */
    public List<String> snagKeys() {
        return Snag.keys(snags);
    }

    public String code() {
        return value(Setting.CODE);
    }

    public String title() {
        return value(Setting.TITLE);
    }

    /** Whether students can enter it within its dates. */
    public boolean isOpen() {
        return YesNo.isYes(value(Setting.OPEN));
    }

    /** Empty where a stop leaves it open. */
    public Optional<OffsetDateTime> moment(Setting setting) {
        return IsoMoment.read(value(setting));
    }

    /** The levels of its category from the top. */
    public List<String> category() {
        String joined = value(Setting.CATEGORY);
        return joined.isEmpty() ? List.of() : Arrays.asList(joined.split(" / "));
    }
}
