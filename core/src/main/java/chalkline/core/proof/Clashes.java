package chalkline.core.proof;

import chalkline.core.conventions.Kept;
import chalkline.core.conventions.KeptParts;
import chalkline.core.naming.Text;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Finds shells whose code is taken, the held shells that the proof closes, and the codes that those give free. Each
 * depends on the others, so they are judged again until nothing changes; stops are only ever added, so that it ends.
 */
final class Clashes {

    /** A held shell that gets a row of its own: closed now, or closed before and giving its code free. */
    record Closing(HeldShell held, String code, boolean closesNow, boolean freed) {}

    private final List<Draft> drafts;
    private final HeldShells held;
    private final String term;
    private final KeptParts kept;
    private final Map<String, Draft> byHeldKey = new HashMap<>();

    Clashes(List<Draft> drafts, HeldShells held, String term, KeptParts kept) {
        this.drafts = drafts;
        this.held = held;
        this.term = term;
        this.kept = kept;
        drafts.forEach(draft -> draft.held.ifPresent(shell -> byHeldKey.put(shell.key(), draft)));
    }

    /** Adds the stops {@link Snag#CODE_TAKEN} and returns what is closed or freed, by key. */
    List<Closing> judge() {
        shared();
        boolean changed = !held.all().isEmpty(); // where nothing is held, nothing of it is in the way
        while (changed) {
            changed = false;
            Set<String> closing = closing();
            for (Draft draft : drafts) {
                if (!draft.snags.contains(Snag.CODE_TAKEN) && isTaken(draft, closing)) {
                    draft.snags.add(Snag.CODE_TAKEN);
                    changed = true;
                }
            }
        }
        return closings(closing());
    }

    private void shared() {
        Codes.sharing(drafts).forEach(group -> group.forEach(draft -> draft.snags.add(Snag.CODE_TAKEN)));
    }

    /** Keys of the held shells of this term that the proof closes, given the stops so far. */
    private Set<String> closing() {
        Set<String> waiting = new HashSet<>();
        for (Draft draft : drafts) {
            if (draft.isStopped()) {
                draft.sections().forEach(section -> waiting.add(section.id()));
            }
        }
        Set<String> keys = new HashSet<>();
        for (HeldShell shell : held.all()) {
            boolean waits = shell.sections().stream().flatMap(List::stream).anyMatch(waiting::contains);
            boolean stays =
                    waits || kept.any(Kept.Part.STANDING, shell.sections().orElse(List.of()));
            if (isInNoRow(shell) && !stays && held.wasListed(shell)) {
                keys.add(shell.key());
            }
        }
        return keys;
    }

    /** A held shell of the term that is not closed, and that no shell of the proof is held as. */
    private boolean isInNoRow(HeldShell shell) {
        return shell.isOf(term) && !byHeldKey.containsKey(shell.key()) && !shell.closed();
    }

    /** Shells of the term of which no list ever had a section, by key: they are nobody's to close. */
    List<HeldShell> leftAlone() {
        return held.all().stream()
                .filter(shell -> isInNoRow(shell) && !held.wasListed(shell))
                .sorted((a, b) -> Text.BY_CODE_POINT.compare(a.key(), b.key()))
                .toList();
    }

    private boolean isTaken(Draft draft, Set<String> closing) {
        String code = draft.codeKey();
        return !code.isEmpty()
                && held.withCode(code).stream()
                        .anyMatch(shell -> byHeldKey.get(shell.key()) != draft && standsInTheWay(shell, code, closing));
    }

    private boolean standsInTheWay(HeldShell shell, String code, Set<String> closing) {
        Draft owner = byHeldKey.get(shell.key());
        if (owner != null) {
            boolean renamed = !owner.codeKey().equals(code);
            return !renamed || owner.isStopped();
        }
        return !(shell.isOf(term) && shell.closed()) && !closing.contains(shell.key());
    }

    private List<Closing> closings(Set<String> closing) {
        List<HeldShell> candidates = held.all().stream()
                .filter(shell -> !byHeldKey.containsKey(shell.key()))
                .filter(shell -> closing.contains(shell.key()) || (shell.isOf(term) && shell.closed()))
                .sorted((a, b) -> Text.BY_CODE_POINT.compare(a.key(), b.key()))
                .toList();
        if (candidates.isEmpty()) {
            return List.of();
        }
        Set<String> wanted = new HashSet<>();
        drafts.forEach(draft -> wanted.add(draft.codeKey()));
        Set<String> used = new HashSet<>(wanted);
        used.addAll(held.codes());
        List<Closing> closings = new ArrayList<>();
        for (HeldShell shell : candidates) {
            boolean freed = wanted.contains(Text.codeKey(shell.code()));
            boolean closesNow = closing.contains(shell.key());
            if (closesNow || freed) {
                closings.add(new Closing(shell, freed ? free(shell.code(), used) : shell.code(), closesNow, freed));
            }
        }
        return closings;
    }

    private static String free(String code, Set<String> used) {
        String freed = code + "~closed";
        for (int n = 2; !used.add(Text.codeKey(freed)); n++) {
            freed = code + "~closed" + n;
        }
        return freed;
    }
}
