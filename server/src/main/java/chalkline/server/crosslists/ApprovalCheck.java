package chalkline.server.crosslists;

import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.CrossList;
import chalkline.core.proof.HeldShell;
import chalkline.server.conventions.Change;
import chalkline.server.conventions.KeepCheck;
import chalkline.server.frame.Refusal;
import chalkline.server.lms.HeldService;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.springframework.stereotype.Component;

/**
 * Whoever approves a cross-list must have seen which of its sections have student work of their own, and that is seen on
 * Cross-lists alone. A conventions file may bring cross-lists, but no approval over student work that was not given before.
 */
@Component
class ApprovalCheck implements KeepCheck {
    private final HeldService held;

    ApprovalCheck(HeldService held) {
        this.held = held;
    }

    @Override
    public void check(Conventions before, Conventions after, Change change) {
        if (change.file() == null) {
            return;
        }
        Set<CrossList> known = new HashSet<>(before.crossLists());
        List<CrossList> approved = after.crossLists().stream()
                .filter(one -> one.approved() && !known.contains(one))
                .toList();
        if (approved.isEmpty()) {
            return;
        }
        Set<String> worked = new HashSet<>();
        held.shells(held.current()).stream()
                .filter(HeldShell::activity)
                .forEach(shell -> worked.addAll(shell.sections().orElse(List.of())));
        Set<String> refused = new TreeSet<>();
        for (CrossList one : approved) {
            if (one.joined().stream().anyMatch(worked::contains)) {
                refused.add(one.id());
            }
        }
        if (!refused.isEmpty()) {
            throw new Refusal(
                    "file",
                    0,
                    "The file approves " + String.join(", ", refused)
                            + ", and students have worked in shells of sections that are joined by it. Nothing was kept."
                            + " Take approved out of the file and approve it on Cross-lists, where the work is shown.");
        }
    }
}
