package chalkline.core.proof;

import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.Settings;
import chalkline.core.conventions.Stack;
import chalkline.core.crosslists.Joined;
import chalkline.core.crosslists.OwnShell;
import chalkline.core.naming.Labels;
import chalkline.core.naming.Text;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Puts the sections of a term into shells: each section in exactly one. */
final class Shells {
    private static final Comparator<Shell> BY_KEY = Comparator.comparing(Shell::key, Text.BY_CODE_POINT);

    private final Conventions conventions;
    private final Stack stack;

    Shells(Conventions conventions, Stack stack) {
        this.conventions = conventions;
        this.stack = stack;
    }

    /**
     * The shells of a term, by key.
     *
     * @param joined its cross-lists; those whose lead the list does not have give no shell, and neither do their sections
     */
    List<Shell> of(List<Section> sections, Collection<Joined> joined) {
        Set<String> inSets = new HashSet<>();
        List<Shell> shells = new ArrayList<>(sections.size());
        for (Joined set : joined) {
            set.sections().forEach(section -> inSets.add(section.id()));
            set.lead()
                    .ifPresent(lead -> shells.add(shell(
                            OwnShell.ofSection(lead.id()),
                            lead,
                            set.sections(),
                            stack.settingsOf(lead),
                            Optional.of(set))));
        }
        List<String> keys = sections.parallelStream().map(this::ownKeyOf).toList();
        // in the order of the list, which is mostly that of the keys
        Map<String, List<Section>> groups = new LinkedHashMap<>(sections.size() * 2);
        for (int i = 0; i < keys.size(); i++) {
            Section section = sections.get(i);
            if (inSets.isEmpty() || !inSets.contains(section.id())) {
                groups.computeIfAbsent(keys.get(i), key -> new ArrayList<>(1)).add(section);
            }
        }
        List.copyOf(groups.entrySet()).parallelStream()
                .map(group -> together(group.getKey(), group.getValue()))
                .forEachOrdered(shells::add);
        shells.sort(BY_KEY);
        return shells;
    }

    /** A shell of the sections that have one key. */
    private Shell together(String key, List<Section> members) {
        members.sort(Labels.ORDER);
        Section lead = members.get(0);
        return shell(key, lead, members, stack.settingsOf(lead), Optional.empty());
    }

    /**
     * The same shells with the settings that hold for them now, where the cross-lists are the same.
     *
     * @return empty where an edit may have put sections into other shells
     */
    Optional<List<Shell>> again(List<Shell> before, Stack then) {
        boolean stay = stack.givesAlike(Setting.SHELL_PER, then)
                || before.parallelStream().allMatch(shell -> isPutTogetherAsBefore(shell, then));
        return stay
                ? Optional.of(before.parallelStream().map(this::withItsSettings).toList())
                : Optional.empty();
    }

    private boolean isPutTogetherAsBefore(Shell shell, Stack then) {
        return shell.sections().stream()
                .allMatch(section -> stack.settingsOf(section)
                        .get(Setting.SHELL_PER)
                        .equals(then.settingsOf(section).get(Setting.SHELL_PER)));
    }

    private Shell withItsSettings(Shell shell) {
        return new Shell(
                shell.key(),
                shell.lead(),
                shell.sections(),
                stack.settingsOf(shell.lead(), shell.settings()),
                shell.labels(),
                windows(shell.lead(), shell.sections()),
                shell.joined());
    }

    /** The key that a section would have if it were in no cross-list. */
    String ownKeyOf(Section section) {
        return OwnShell.keyOf(section, stack.settingsOf(section));
    }

    private Shell shell(String key, Section lead, List<Section> members, Settings settings, Optional<Joined> joined) {
        return new Shell(
                key,
                lead,
                List.copyOf(members),
                settings,
                Labels.of(members, conventions.crossListing().foldAt()),
                windows(lead, members),
                joined);
    }

    private Map<String, Stack.OwnWindow> windows(Section lead, List<Section> members) {
        if (members.size() == 1) {
            return Map.of();
        }
        Map<String, Stack.OwnWindow> windows = new LinkedHashMap<>();
        for (Section section : members) {
            if (!section.id().equals(lead.id())) {
                stack.ownWindow(section).ifPresent(window -> windows.put(section.id(), window));
            }
        }
        return windows;
    }
}
