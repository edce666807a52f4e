package chalkline.core.proof;

import chalkline.core.crosslists.OwnShell;
import chalkline.core.naming.Text;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What the LMS holds, of any term, to be looked up by key and by code; masters by their code only. */
final class HeldShells {
    private final Collection<HeldShell> all;
    private final Map<String, HeldShell> byKey = new HashMap<>();
    private final Map<String, List<HeldShell>> byCode = new HashMap<>();
    private final Optional<Set<String>> listed;

    /** @param listed sections that a list has or once had in the term; empty where nobody knows, and all that is held counts */
    HeldShells(Collection<HeldShell> all, Optional<Set<String>> listed) {
        this.all = all;
        this.listed = listed;
        for (HeldShell shell : all) {
            if (!shell.isMaster()) {
                byKey.put(shell.key(), shell);
            }
            byCode.computeIfAbsent(Text.codeKey(shell.code()), code -> new ArrayList<>(1))
                    .add(shell);
        }
    }

    Collection<HeldShell> all() {
        return all;
    }

    Optional<HeldShell> withKey(String key) {
        return Optional.ofNullable(byKey.get(key));
    }

    /** Whether a list has or once had one of its sections, so that it may be closed when all of them are gone. */
    boolean wasListed(HeldShell shell) {
        return listed.isEmpty()
                || shell.sections().orElse(List.of()).stream().anyMatch(listed.get()::contains)
                || shell.lead()
                        .or(() -> OwnShell.leadOf(shell.key()))
                        .filter(listed.get()::contains)
                        .isPresent();
    }

    /** Those with a code, given in the form in which codes compare. */
    List<HeldShell> withCode(String codeKey) {
        return byCode.getOrDefault(codeKey, List.of());
    }

    /** Their codes in the form in which codes compare. */
    Set<String> codes() {
        return byCode.keySet();
    }
}
