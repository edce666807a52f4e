package chalkline.server.exports;

import chalkline.core.exports.ExportStatus;
import chalkline.server.lms.Lms;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;

/**
 * A shell without what an LMS did not take of its sections: one that did not come in is not in, one that did not go is in
 * still, and one of which a change did not go through has the window that it had.
 */
final class SectionsBack implements UnaryOperator<Lms.StandingShell> {
    private final Set<String> notIn = new HashSet<>();
    private final Set<String> still = new LinkedHashSet<>();
    private final Map<String, Optional<Lms.SectionWindow>> windows = new HashMap<>();

    /** @param before the shell as it stood when the row went through the last time; empty where it never did */
    void add(ResultLines.Failed row, Optional<Lms.StandingShell> before) {
        String section = row.key();
        if (row.status() != ExportStatus.GONE && row.held().isEmpty()) {
            notIn.add(section);
            windows.put(section, Optional.empty());
            return;
        }
        if (row.status() == ExportStatus.GONE) {
            still.add(section);
        }
        before.ifPresent(stood -> windows.put(section, window(stood, section)));
    }

    private static Optional<Lms.SectionWindow> window(Lms.StandingShell shell, String section) {
        return Optional.ofNullable(shell.windows()).orElse(List.of()).stream()
                .filter(window -> window.section().equals(section))
                .findFirst();
    }

    @Override
    public Lms.StandingShell apply(Lms.StandingShell shell) {
        List<String> sections = shell.sections();
        if (sections != null) {
            Set<String> there = new LinkedHashSet<>(sections);
            there.removeAll(notIn);
            there.addAll(still);
            sections = List.copyOf(there);
        }
        List<Lms.SectionWindow> now = shell.windows();
        if (now != null) {
            List<Lms.SectionWindow> all = new ArrayList<>(now);
            all.removeIf(window -> windows.containsKey(window.section()));
            windows.values().forEach(window -> window.ifPresent(all::add));
            now = all;
        }
        return shell.withSections(sections, now);
    }
}
