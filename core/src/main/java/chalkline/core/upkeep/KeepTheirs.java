package chalkline.core.upkeep;

import chalkline.core.calendar.IsoMoment;
import chalkline.core.conventions.Kept;
import chalkline.core.conventions.Kind;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.Value;
import chalkline.core.conventions.ValueException;
import chalkline.core.naming.NamePattern;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.SectionWindow;
import chalkline.core.proof.ShellPart;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * What conventions have to say so that a build leaves something as people made it in the LMS: values of single sections,
 * and what is kept besides. Collected over any number of things that drifted.
 */
public final class KeepTheirs {
    private static final DateTimeFormatter LOCAL = DateTimeFormatter.ofPattern("uuuu-MM-dd HH:mm");

    private final ZoneId zone;
    private final Map<String, Map<Setting, Value>> values = new TreeMap<>();
    private final Map<String, Parts> parts = new TreeMap<>();

    private static final class Parts {
        private final Set<String> what = new TreeSet<>();
        private final Set<String> without = new TreeSet<>();
        private final Set<String> with = new TreeSet<>();
    }

    /** It cannot be kept. */
    private static final class No extends Exception {
        private static final long serialVersionUID = 1L;

        No(String why) {
            super(why);
        }
    }

    /** @param zone of the campus, in which conventions are written */
    public KeepTheirs(ZoneId zone) {
        this.zone = zone;
    }

    /**
     * Takes one thing in.
     *
     * @param out who was taken out of which section, where the drift is about rosters: sourcedIds of people by section
     * @return why it cannot be kept; empty where it can
     */
    public Optional<String> take(ProofRow row, Drift drift, Map<String, Set<String>> out) {
        try {
            keep(row, drift, out);
            return Optional.empty();
        } catch (No | ValueException e) {
            return Optional.of(String.valueOf(e.getMessage()));
        }
    }

    /** Values by section. */
    public Map<String, Map<Setting, Value>> values() {
        return values;
    }

    /** What is kept besides, with one reason for all. */
    public List<Kept> kept(String reason) {
        Map<String, Parts> all = new TreeMap<>(parts);
        values.forEach((section, set) -> {
            Parts of = all.computeIfAbsent(section, id -> new Parts());
            set.keySet().forEach(setting -> of.what.add(setting.key()));
        });
        List<Kept> kept = new ArrayList<>();
        all.forEach((section, of) -> kept.add(
                new Kept(section, Set.copyOf(of.what), List.copyOf(of.without), List.copyOf(of.with), reason)));
        return kept;
    }

    private Parts parts(String section) {
        return parts.computeIfAbsent(section, id -> new Parts());
    }

    private void keep(ProofRow row, Drift drift, Map<String, Set<String>> out) throws No, ValueException {
        switch (drift.kind()) {
            case DELETED ->
                row.sections().forEach(section -> parts(section).what.add(Kept.Part.DELETED.key()));
            case PEOPLE_IN -> parts(row.lead()).with.addAll(words(drift.held()));
            case PEOPLE -> people(drift, out);
            case SECTIONS -> throw new No("Which sections a shell has is said by the list and by cross-lists.");
            default -> field(row, drift);
        }
    }

    private static List<String> words(String text) {
        return text.isEmpty() ? List.of() : Arrays.asList(text.split(" "));
    }

    private void people(Drift drift, Map<String, Set<String>> out) throws No {
        for (String section : words(drift.held())) {
            if (out.getOrDefault(section, Set.of()).isEmpty()) {
                throw new No("Somebody was put into a section whom the list does not have there.");
            }
        }
        words(drift.held()).forEach(section -> parts(section).without.addAll(out.get(section)));
    }

    private void field(ProofRow row, Drift drift) throws No, ValueException {
        if (drift.field().equals(ShellPart.CLOSED.key())) {
            closed(row, drift);
        } else if (drift.field().equals(ShellPart.KEY.key())) {
            throw new No("Its key is how Chalk Line knows it.");
        } else if (drift.field().equals(ShellPart.SECTION_WINDOWS.key())) {
            windows(row);
        } else {
            Setting setting = Setting.named(drift.field()).orElseThrow();
            put(row.lead(), setting, written(setting, drift.held()));
        }
    }

    private void closed(ProofRow row, Drift drift) throws No {
        if (drift.kind() == DriftKind.CLOSED) {
            parts(row.lead()).what.add(Kept.Part.CLOSED.key());
        } else if (row.staysClosed() && row.shell().isPresent()) {
            throw new No("That it stays closed was kept before; take that back in the conventions.");
        } else {
            row.sections().forEach(section -> parts(section).what.add(Kept.Part.STANDING.key()));
        }
    }

    private void put(String section, Setting setting, String written) throws ValueException {
        values.computeIfAbsent(section, id -> new LinkedHashMap<>()).put(setting, Value.of(setting, written));
    }

    private String written(Setting setting, String held) throws No {
        if (setting == Setting.GROUPS) {
            return held.equals("0") ? "none" : "per-section";
        }
        if (setting.kind() == Kind.PATTERN) {
            return NamePattern.literally(held);
        }
        return setting.kind() == Kind.MOMENT ? local(held) : held;
    }

    private String local(String moment) throws No {
        OffsetDateTime at = IsoMoment.read(moment)
                .filter(read -> read.getSecond() == 0 && read.getNano() == 0)
                .orElseThrow(() -> new No("Conventions write moments to the minute, and \"" + moment + "\" is none."));
        ZonedDateTime there = at.atZoneSameInstant(zone);
        if (!ZonedDateTime.ofLocal(there.toLocalDateTime(), zone, null)
                .toInstant()
                .equals(at.toInstant())) {
            throw new No("That hour is there twice on the day on which the clocks go back.");
        }
        return LOCAL.format(there);
    }

    /** Sections that have no window of their own any more have the shell's. */
    private void windows(ProofRow row) throws No, ValueException {
        HeldShell held = row.held().orElseThrow();
        Map<String, SectionWindow> theirs = held.sectionWindows().orElse(Map.of());
        Set<String> all = new HashSet<>(theirs.keySet());
        all.addAll(row.sectionWindows().keySet());
        SectionWindow whole = new SectionWindow(
                held.values().getOrDefault(Setting.OPENS, ""), held.values().getOrDefault(Setting.CLOSES, ""));
        for (String section : all) {
            SectionWindow window = theirs.getOrDefault(section, whole);
            if (section.equals(row.lead())) {
                throw new No("The section that leads a shell has the shell's own dates.");
            }
            put(section, Setting.OPENS, local(window.opens()));
            put(section, Setting.CLOSES, local(window.closes()));
        }
    }
}
