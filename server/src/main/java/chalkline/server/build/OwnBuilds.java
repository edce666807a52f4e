package chalkline.server.build;

import chalkline.core.proof.ProofRow;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.SignedIn;
import chalkline.server.policy.Policy;
import chalkline.server.policy.Right;
import chalkline.server.proof.ProofKey;
import chalkline.server.proof.ProofService;
import chalkline.server.proof.Reached;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/**
 * Builds for those who have some departments only: they start what is all theirs, steer what they started, and see of every
 * build what is of their departments.
 */
@Component
class OwnBuilds {
    private final Reached reached;
    private final ProofService proofs;

    OwnBuilds(Reached reached, ProofService proofs) {
        this.reached = reached;
        this.proofs = proofs;
    }

    /**
     * The shells that somebody's order is for.
     *
     * @param keys as ordered; all that can be, if empty
     */
    Set<String> ordered(ProofKey proof, Set<String> keys) {
        if (reached.all(Right.BUILD)) {
            return keys;
        }
        if (!keys.isEmpty()) {
            reached.requireChangeable(proof, keys, Right.BUILD);
            return keys;
        }
        Predicate<ProofRow> own = reached.changed(proof, Right.BUILD);
        Set<String> all = proofs.proof(proof).proof().rows().stream()
                .filter(row -> row.action().isCarriedOut())
                .filter(own)
                .map(ProofRow::key)
                .collect(Collectors.toSet());
        if (all.isEmpty()) {
            throw new Refusal(
                    "There is nothing to build in your departments: every shell stands as it should, or has a stop.");
        }
        return all;
    }

    /** Somebody else's build is steered only by who may build everything. */
    void requireSteering(Build build) {
        Policy.require(reached.all(Right.BUILD) || build.startedBy().equals(SignedIn.login()));
    }

    /** Whether somebody sees the shells of a department. */
    boolean sees(String department) {
        return reached.all(Right.READ_BUILDS)
                || reached.departments(Right.READ_BUILDS).contains(department);
    }

    /** How somebody who is at it now sees builds, now and later. */
    UnaryOperator<BuildViews.Build> sight() {
        if (reached.all(Right.READ_BUILDS)) {
            return whole -> whole;
        }
        Set<String> own = reached.departments(Right.READ_BUILDS);
        return whole -> narrowed(whole, own);
    }

    private static BuildViews.Build narrowed(BuildViews.Build whole, Set<String> own) {
        List<BuildViews.Department> departments = whole.departments().stream()
                .filter(one -> own.contains(one.name()))
                .toList();
        List<BuildViews.Step> failures = steps(whole.failures(), own);
        int shells =
                departments.stream().mapToInt(BuildViews.Department::shells).sum();
        return new BuildViews.Build(
                whole.id(),
                whole.term(),
                whole.kind(),
                whole.state(),
                shells,
                Math.min(shells, whole.planned()),
                departments.stream().mapToInt(BuildViews.Department::done).sum(),
                departments.stream().mapToInt(BuildViews.Department::failed).sum(),
                whole.trial(),
                whole.startedAt(),
                whole.startedBy(),
                whole.startsAt(),
                whole.endedAt(),
                whole.pausedBy(),
                whole.reason(),
                whole.others(),
                whole.load(),
                departments,
                failures.stream()
                        .collect(Collectors.groupingBy(step -> List.of(step.refused(), step.reason())))
                        .entrySet()
                        .stream()
                        .map(cause -> new BuildViews.Cause(
                                cause.getKey().get(0),
                                cause.getKey().get(1),
                                cause.getValue().stream()
                                        .map(BuildViews.Step::shellKey)
                                        .distinct()
                                        .count(),
                                cause.getValue().size()))
                        .toList(),
                failures,
                steps(whole.kept(), own));
    }

    private static List<BuildViews.Step> steps(List<BuildViews.Step> steps, Set<String> own) {
        return steps.stream().filter(step -> own.contains(step.department())).toList();
    }

    /** Whether somebody sees all departments. */
    boolean seesAll() {
        return reached.all(Right.READ_BUILDS);
    }
}
