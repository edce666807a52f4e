package chalkline.core.upkeep;

import chalkline.core.conventions.Setting;
import chalkline.core.naming.Text;
import chalkline.core.naming.YesNo;
import chalkline.core.proof.Action;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.Rosters;
import chalkline.core.proof.SectionWindow;
import chalkline.core.proof.ShellPart;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;

/**
 * What drifted: what the LMS holds otherwise than it was built, and otherwise than it is to be today. What the list or the
 * conventions changed since a build is no drift, nor is what somebody brought by hand to where it is to be.
 */
public final class Drifts {
    private final ProofRow row;
    private final HeldShell built;
    private final List<Drift> found = new ArrayList<>();

    private Drifts(ProofRow row, HeldShell built) {
        this.row = row;
        this.built = built;
    }

    /**
     * All of a term, by key and then in the order of the kinds.
     *
     * @param rows of the proof against what the LMS holds now
     * @param built shells as they were last built, by key; a shell that was never built cannot drift
     * @param byHand sourcedIds of those who are in a shell through no section, by the shell's key in the LMS
     */
    public static List<Drift> of(
            Collection<ProofRow> rows, Map<String, HeldShell> built, Map<String, Set<String>> byHand) {
        List<Drift> all = new ArrayList<>();
        for (ProofRow row : rows) {
            HeldShell then = built.get(row.key());
            if (then != null) {
                all.addAll(new Drifts(row, then).find(byHand));
            }
        }
        all.sort(Comparator.comparing(Drift::key, Text.BY_CODE_POINT)
                .thenComparing(Drift::kind)
                .thenComparing(Drift::field, Text.BY_CODE_POINT));
        return all;
    }

    private List<Drift> find(Map<String, Set<String>> byHand) {
        Optional<HeldShell> standing = row.held();
        if (standing.isEmpty()) {
            if (!built.closed()) {
                add(DriftKind.DELETED, Drift.SHELL, built.code(), "", row.code());
            }
            return found;
        }
        HeldShell held = standing.get();
        if (row.action() == Action.CLOSE) {
            if (built.closed() && !held.closed()) {
                add(DriftKind.OPENED, ShellPart.CLOSED.key(), YesNo.write(true), YesNo.write(false), "");
            }
            return found;
        }
        settings(held);
        sections(held);
        rosters(held);
        closed(held);
        Set<String> guests = new TreeSet<>(byHand.getOrDefault(held.key(), Set.of()));
        guests.removeAll(row.guests());
        if (!guests.isEmpty()) {
            add(DriftKind.PEOPLE_IN, Drift.BY_HAND, "", String.join(" ", guests), "");
        }
        if (!held.key().equals(built.key())) {
            add(DriftKind.RENAMED, ShellPart.KEY.key(), built.key(), held.key(), row.key());
        }
        return found;
    }

    private void add(DriftKind kind, String field, String was, String is, String wanted) {
        found.add(new Drift(row.key(), kind, field, was, is, wanted));
    }

    private void settings(HeldShell held) {
        held.values().forEach((setting, is) -> {
            String was = built.values().get(setting);
            String wanted = row.value(setting);
            boolean drifted = setting.isCompared()
                    && was != null
                    && !setting.kind().same(was, is)
                    && !setting.kind().same(wanted, is);
            if (drifted) {
                add(kind(setting, is), setting.key(), was, is, wanted);
            }
        });
    }

    private static DriftKind kind(Setting setting, String is) {
        return switch (setting) {
            case CODE, TITLE -> DriftKind.RENAMED;
            case CATEGORY -> DriftKind.MOVED;
            case OPENS, CLOSES -> DriftKind.DATES;
            case OPEN -> YesNo.isYes(is) ? DriftKind.OPENED : DriftKind.CLOSED;
            default -> DriftKind.SETTINGS;
        };
    }

    private void sections(HeldShell held) {
        if (built.sections().isPresent() && held.sections().isPresent()) {
            Set<String> was = new TreeSet<>(built.sections().get());
            Set<String> is = new TreeSet<>(held.sections().get());
            if (!was.equals(is) && row.changed().contains(ShellPart.SECTIONS)) {
                add(
                        DriftKind.SECTIONS,
                        ShellPart.SECTIONS.key(),
                        String.join(" ", was),
                        String.join(" ", is),
                        String.join(" ", row.sections()));
            }
        }
        if (built.sectionWindows().isPresent() && held.sectionWindows().isPresent()) {
            Map<String, SectionWindow> was = built.sectionWindows().get();
            Map<String, SectionWindow> is = held.sectionWindows().get();
            if (!SectionWindow.same(was, is) && !SectionWindow.same(row.sectionWindows(), is)) {
                add(
                        DriftKind.DATES,
                        ShellPart.SECTION_WINDOWS.key(),
                        words(was),
                        words(is),
                        words(row.sectionWindows()));
            }
        }
    }

    private static String words(Map<String, SectionWindow> windows) {
        return new TreeMap<>(windows)
                .entrySet().stream()
                        .map(entry -> entry.getKey() + " " + entry.getValue().opens() + " to "
                                + entry.getValue().closes())
                        .collect(Collectors.joining("; "));
    }

    /** Sections whose people are not those who were put in, in a shell whose people are not those who are to be in. */
    private void rosters(HeldShell held) {
        if (built.rosters().isEmpty()
                || held.rosters().isEmpty()
                || !row.changed().contains(ShellPart.PEOPLE)) {
            return;
        }
        Map<String, String> was = somebody(built.rosters().get());
        Map<String, String> is = somebody(held.rosters().get());
        Map<String, String> wanted =
                row.shell().map(shell -> somebody(Rosters.of(shell.sections()))).orElse(Map.of());
        Set<String> sections = new TreeSet<>(was.keySet());
        sections.addAll(is.keySet());
        sections.removeIf(section -> was.getOrDefault(section, "").equals(is.getOrDefault(section, ""))
                || wanted.getOrDefault(section, "").equals(is.getOrDefault(section, "")));
        if (!sections.isEmpty()) {
            add(DriftKind.PEOPLE, ShellPart.PEOPLE.key(), "", String.join(" ", sections), "");
        }
    }

    private static Map<String, String> somebody(Map<String, String> rosters) {
        Map<String, String> there = new HashMap<>(rosters);
        there.values().removeIf(Rosters.NOBODY::equals);
        return there;
    }

    private void closed(HeldShell held) {
        boolean wanted = row.staysClosed();
        if (held.closed() != built.closed() && held.closed() != wanted) {
            add(
                    held.closed() ? DriftKind.CLOSED : DriftKind.OPENED,
                    ShellPart.CLOSED.key(),
                    YesNo.write(built.closed()),
                    YesNo.write(held.closed()),
                    YesNo.write(wanted));
        }
    }
}
