package chalkline.server.upkeep;

import chalkline.core.proof.HeldShell;
import chalkline.core.proof.ProofRow;
import chalkline.core.upkeep.Drift;
import chalkline.core.upkeep.Drifts;
import chalkline.core.upkeep.ShellFacts;
import chalkline.server.access.ShellPeople;
import chalkline.server.build.BuiltShells;
import chalkline.server.lms.HeldService;
import chalkline.server.lms.Lms;
import chalkline.server.policy.Policy;
import chalkline.server.policy.Right;
import chalkline.server.proof.ProofKey;
import chalkline.server.proof.ProofService;
import chalkline.server.proof.Reached;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
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
    private final Reached reached;
    private final ShellPeople letIn;

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

        private Standing of(Predicate<ProofRow> some) {
            Map<String, ProofRow> own = new HashMap<>();
            rows.forEach((key, row) -> {
                if (some.test(row)) {
                    own.put(key, row);
                }
            });
            Map<String, BuiltShells.Built> ownBuilt = new HashMap<>(built);
            ownBuilt.keySet().retainAll(own.keySet());
            return new Standing(
                    proof,
                    own,
                    ownBuilt,
                    facts,
                    drifts.stream()
                            .filter(drift -> own.containsKey(drift.key()))
                            .toList());
        }

        Map<String, HeldShell> shells() {
            Map<String, HeldShell> shells = new HashMap<>();
            built.forEach((key, one) -> shells.put(key, one.shell()));
            return shells;
        }
    }

    Terms(ProofService proofs, BuiltShells builtShells, HeldService held, Reached reached, ShellPeople letIn) {
        this.letIn = letIn;
        this.reached = reached;
        this.proofs = proofs;
        this.builtShells = builtShells;
        this.held = held;
    }

    Standing now(String term) {
        return known.get(new At(proofs.now(term), builtShells.newest(term)));
    }

    /** Of how a term stands, what somebody sees with a right. */
    Standing seen(String term, Right right) {
        Standing whole = now(term);
        return reached.all(right) ? whole : whole.of(reached.seen(whole.proof(), right));
    }

    /** @throws org.springframework.security.access.AccessDeniedException unless all of these shells may be changed */
    void requireChangeable(String term, Collection<String> keys) {
        reached.requireChangeable(now(term).proof(), keys, Right.CHANGE_UPKEEP);
    }

    /** @throws org.springframework.security.access.AccessDeniedException unless a shell may be seen; one that is in no proof
     *     only by who sees all */
    void requireSeen(String term, String key) {
        Standing whole = now(term);
        if (whole.rows().containsKey(key)) {
            reached.row(whole.proof(), key, Right.READ_UPKEEP);
        } else {
            Policy.require(reached.all(Right.READ_UPKEEP));
        }
    }

    /** Whether somebody sees shells too that are in no proof any more. */
    boolean seesAll() {
        return reached.all(Right.READ_UPKEEP);
    }

    /** @throws org.springframework.security.access.AccessDeniedException unless a department's shells may be changed */
    void requireDepartment(String name) {
        Policy.require(reached.all(Right.CHANGE_UPKEEP)
                || reached.departments(Right.CHANGE_UPKEEP).contains(name));
    }

    private Standing compute(At at) {
        String term = at.proof().term();
        Map<String, ProofRow> rows = proofs.proof(at.proof()).byKey();
        Map<String, BuiltShells.Built> built = builtShells.latest(term);
        Map<String, ShellFacts> facts = new HashMap<>();
        Map<String, List<String>> instructors = held.instructors(at.proof().held());
        Map<String, Lms.Facts> told = held.facts(at.proof().held());
        Map<String, Set<String>> in = letIn.in(term);
        rows.values()
                .forEach(row -> row.held()
                        .ifPresent(shell -> facts.put(
                                shell.key(),
                                facts(
                                        told.get(shell.key()),
                                        instructors.get(shell.key()),
                                        in.getOrDefault(row.key(), Set.of())))));
        Standing standing = new Standing(at.proof(), rows, built, facts, List.of());
        return new Standing(
                at.proof(),
                rows,
                built,
                facts,
                Drifts.of(proofs.proof(at.proof()).proof().rows(), standing.shells(), standing.byHand()));
    }

    /** @param letIn who is in it by hand and is to be */
    private static ShellFacts facts(Lms.@Nullable Facts told, @Nullable List<String> instructors, Set<String> letIn) {
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
                        : told.byHand().stream()
                                .map(Lms.Member::user)
                                .filter(user -> !letIn.contains(user))
                                .collect(Collectors.toCollection(TreeSet::new)),
                told.students() == null ? OptionalInt.empty() : OptionalInt.of(told.students()),
                Optional.ofNullable(told.content())
                        .flatMap(word -> Arrays.stream(ShellFacts.Content.values())
                                .filter(content ->
                                        content.name().toLowerCase(Locale.ROOT).equals(word))
                                .findFirst()));
    }
}
