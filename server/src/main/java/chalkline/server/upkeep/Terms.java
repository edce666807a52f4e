package chalkline.server.upkeep;

import chalkline.core.proof.HeldShell;
import chalkline.core.proof.ProofRow;
import chalkline.core.upkeep.Drift;
import chalkline.core.upkeep.Drifts;
import chalkline.core.upkeep.ShellFacts;
import chalkline.server.build.BuiltShells;
import chalkline.server.lms.HeldService;
import chalkline.server.lms.Lms;
import chalkline.server.proof.ProofKey;
import chalkline.server.proof.ProofService;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** How terms stand: the proof that holds, what the LMS tells beside it, what was built, and so what drifted. */
@Component
class Terms {
    private static final int IN_MEMORY = 3;

    private final ProofService proofs;
    private final BuiltShells builtShells;
    private final HeldService held;
    private final LoadingCache<At, Standing> known =
            Caffeine.newBuilder().maximumSize(IN_MEMORY).softValues().build(this::compute);

    /** @param build the last build that ended, since each leaves other shells behind */
    private record At(ProofKey proof, long build) {}

    /**
     * How one term stands.
     *
     * @param rows of its proof, by key
     * @param built shells as they were built last, by key
     * @param facts what the LMS tells of its shells, by their keys there
     */
    record Standing(
            ProofKey proof,
            Map<String, ProofRow> rows,
            Map<String, BuiltShells.Built> built,
            Map<String, ShellFacts> facts,
            List<Drift> drifts) {

        /** Who is in shells by hand, by their keys in the LMS. */
        Map<String, Set<String>> byHand() {
            Map<String, Set<String>> byHand = new HashMap<>();
            facts.forEach((key, told) -> byHand.put(key, told.byHand()));
            return byHand;
        }

        Map<String, HeldShell> shells() {
            Map<String, HeldShell> shells = new HashMap<>();
            built.forEach((key, one) -> shells.put(key, one.shell()));
            return shells;
        }
    }

    Terms(ProofService proofs, BuiltShells builtShells, HeldService held) {
        this.proofs = proofs;
        this.builtShells = builtShells;
        this.held = held;
    }

    Standing now(String term) {
        return known.get(new At(proofs.now(term), builtShells.newest(term)));
    }

    private Standing compute(At at) {
        String term = at.proof().term();
        Map<String, ProofRow> rows = proofs.proof(at.proof()).byKey();
        Map<String, BuiltShells.Built> built = builtShells.latest(term);
        Map<String, ShellFacts> facts = new HashMap<>();
        Map<String, List<String>> instructors = held.instructors(at.proof().held());
        Map<String, Lms.Facts> told = held.facts(at.proof().held());
        rows.values().stream()
                .flatMap(row -> row.held().stream())
                .forEach(shell -> facts.put(shell.key(), facts(told.get(shell.key()), instructors.get(shell.key()))));
        Standing standing = new Standing(at.proof(), rows, built, facts, List.of());
        return new Standing(
                at.proof(),
                rows,
                built,
                facts,
                Drifts.of(proofs.proof(at.proof()).proof().rows(), standing.shells(), standing.byHand()));
    }

    private static ShellFacts facts(Lms.@Nullable Facts told, @Nullable List<String> instructors) {
        if (told == null) {
            return new ShellFacts(
                    Optional.ofNullable(instructors),
                    Optional.empty(),
                    Set.of(),
                    OptionalInt.empty(),
                    Optional.empty());
        }
        return new ShellFacts(
                Optional.ofNullable(instructors),
                Optional.ofNullable(told.beenIn()).map(Set::copyOf),
                told.byHand() == null
                        ? Set.of()
                        : told.byHand().stream().map(Lms.Member::user).collect(Collectors.toCollection(TreeSet::new)),
                told.students() == null ? OptionalInt.empty() : OptionalInt.of(told.students()),
                Optional.ofNullable(told.content())
                        .flatMap(word -> Arrays.stream(ShellFacts.Content.values())
                                .filter(content ->
                                        content.name().toLowerCase(Locale.ROOT).equals(word))
                                .findFirst()));
    }
}
