package chalkline.server.crosslists;

import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Stack;
import chalkline.core.crosslists.OwnShell;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.ProofRow;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The shells that joined sections have in the LMS by themselves, beside the one that they come into. */
final class Standing {
    private final Stack stack;
    private final Map<String, HeldShell> byKey = new HashMap<>();

    Standing(Conventions rules, List<HeldShell> held) {
        this.stack = new Stack(rules);
        held.forEach(shell -> byKey.put(shell.key(), shell));
    }

    Optional<HeldShell> of(Section section, ProofRow joined) {
        return Optional.ofNullable(byKey.get(OwnShell.keyOf(section, stack.settingsOf(section))))
                .filter(own -> !own.key().equals(joined.key()));
    }

    boolean isBeside(ProofRow joined) {
        return joined.shell().stream()
                .flatMap(shell -> shell.sections().stream())
                .anyMatch(section -> of(section, joined).isPresent());
    }
}
