package chalkline.core.proof;

import chalkline.core.arrivals.Section;
import chalkline.core.naming.Text;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Finds for each shell of the proof the one that the LMS holds: under its key, or else one of the term with its sections
 * that nothing in the proof has the key of. So a change of lead never leaves a full shell behind and builds an empty one.
 */
final class Adoption {
    private final Map<String, Set<HeldShell>> free = new HashMap<>();
    private final Set<String> adopted = new HashSet<>();

    private Adoption(List<Draft> drafts, HeldShells held, String term) {
        if (held.all().isEmpty()) {
            return;
        }
        Set<String> keys = new HashSet<>();
        drafts.forEach(draft -> keys.add(draft.key()));
        for (HeldShell shell : held.all()) {
            if (shell.isOf(term) && !shell.closed() && !keys.contains(shell.key())) {
                for (String section : shell.sections().orElse(List.of())) {
                    free.computeIfAbsent(section, id -> new HashSet<>()).add(shell);
                }
            }
        }
    }

    /** Gives each draft, in the order of keys, the held shell that is its own. */
    static void adopt(List<Draft> drafts, HeldShells held, String term) {
        Adoption adoption = new Adoption(drafts, held, term);
        for (Draft draft : drafts) {
            draft.held = held.withKey(draft.key()).or(() -> adoption.adopt(draft));
        }
    }

    private Optional<HeldShell> adopt(Draft draft) {
        if (free.isEmpty()) {
            return Optional.empty();
        }
        Set<HeldShell> candidates = new HashSet<>();
        for (Section section : draft.sections()) {
            free.getOrDefault(section.id(), Set.of()).stream()
                    .filter(held -> !adopted.contains(held.key()))
                    .forEach(candidates::add);
        }
        Set<HeldShell> withLead = new HashSet<>(free.getOrDefault(draft.leadId(), Set.of()));
        withLead.retainAll(candidates);
        Set<String> own = new HashSet<>();
        draft.sections().forEach(section -> own.add(section.id()));
        Optional<HeldShell> best = (withLead.isEmpty() ? candidates : withLead)
                .stream()
                        .min(Comparator.comparing((HeldShell held) -> -common(held, own))
                                .thenComparing(HeldShell::key, Text.BY_CODE_POINT));
        best.ifPresent(held -> adopted.add(held.key()));
        return best;
    }

    private static long common(HeldShell held, Set<String> sections) {
        return held.sections().orElse(List.of()).stream()
                .distinct()
                .filter(sections::contains)
                .count();
    }
}
