package chalkline.core.proof;

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

    HeldShells(Collection<HeldShell> all) {
        this.all = all;
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

    /** Those with a code, given in the form in which codes compare. */
    List<HeldShell> withCode(String codeKey) {
        return byCode.getOrDefault(codeKey, List.of());
    }

    /** Their codes in the form in which codes compare. */
    Set<String> codes() {
        return byCode.keySet();
    }
}
