package chalkline.server.build;

import chalkline.core.proof.Action;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.ProofRow;
import chalkline.server.frame.Conflict;
import chalkline.server.frame.Refusal;
import chalkline.server.lms.HeldService;
import chalkline.server.outlines.Starts;
import chalkline.server.proof.ProofKey;
import chalkline.server.proof.ProofService;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** What must hold before a build begins. */
@Component
class Checks {
    private final ProofService proofs;
    private final HeldService held;

    Checks(ProofService proofs, HeldService held) {
        this.held = held;
        this.proofs = proofs;
    }

    /** The rows of a proof that can be carried out, of some shells or of all, where nothing keeps them from it. */
    List<ProofRow> rows(ProofKey proof, Set<String> keys) {
        List<String> blockers = proofs.blockers(proof);
        if (!blockers.isEmpty()) {
            throw new Refusal("Nothing was built. " + String.join(" ", blockers));
        }
        return proofs.proof(proof).proof().rows().stream()
                .filter(row -> row.action().isCarriedOut())
                .filter(row -> keys.isEmpty() || keys.contains(row.key()))
                .toList();
    }

    /** The same of some shells, each to be put whether or not a build would leave it to people. */
    List<ProofRow> rowsToPutBack(ProofKey proof, Set<String> keys) {
        List<ProofRow> rows = new ArrayList<>(rows(proof, keys));
        proofs.proof(proof).proof().rows().stream()
                .filter(row -> row.action() == Action.KEEP && keys.contains(row.key()))
                .map(row -> row.as(Action.CHANGE))
                .forEach(rows::add);
        return rows;
    }

    /**
     * Where sections that have shells of their own come into another one, students may have worked in them since they were
     * seen, and then the proof is another one.
     */
    boolean joinsStandingShells(ProofKey proof, Set<String> keys) {
        Set<String> standing = new HashSet<>();
        held.shells(proof.held()).stream()
                .filter(shell -> !shell.closed())
                .forEach(shell -> standing.addAll(shell.sections().orElse(List.of())));
        return proofs.proof(proof).proof().rows().stream()
                .filter(row -> row.action().isCarriedOut() && (keys.isEmpty() || keys.contains(row.key())))
                .filter(row -> row.shell().flatMap(shell -> shell.joined()).isPresent())
                .anyMatch(row -> row.sections().stream()
                        .anyMatch(section -> standing.contains(section)
                                && row.held()
                                        .flatMap(own -> own.sections())
                                        .filter(own -> own.contains(section))
                                        .isEmpty()));
    }

    /** The proof must be the one that holds. */
    void refuseOld(ProofKey proof) {
        if (!proofs.now(proof.term()).equals(proof)) {
            throw new Conflict("The list, the conventions or the LMS changed since you looked at this proof."
                    + " Nothing was built; look at it again.");
        }
    }

    /**
     * What a proof is to build must not stand by now, as where the LMS could not be read after a build, or a backup was put
     * back: it would be filled a second time.
     */
    void refuseStanding(ProofKey proof, Set<String> keys) {
        if (held.current() == proof.held()) {
            return;
        }
        Set<String> standing =
                held.shells(held.current()).stream().map(HeldShell::key).collect(Collectors.toSet());
        List<String> codes = proofs.proof(proof).proof().rows().stream()
                .filter(row -> row.action() == Action.BUILD && standing.contains(row.key()))
                .filter(row -> keys.isEmpty() || keys.contains(row.key()))
                .map(ProofRow::code)
                .toList();
        if (!codes.isEmpty()) {
            throw new Conflict("Nothing was built. "
                    + (codes.size() == 1
                            ? "The shell " + codes.get(0) + " stands"
                            : codes.size() + " shells, " + codes.get(0) + " first, stand")
                    + " in the LMS already, and you looked at a proof that did not know it; look at it again.");
        }
    }

    /** Closing shells is agreed to by its number, so that none is closed that nobody was told of. */
    static void refuseUnagreedClosings(Collection<ProofRow> rows, int agreed) {
        Closings closings = Closings.of(rows);
        if (closings.shells() != agreed) {
            throw new Conflict("Nothing was built. It would close " + closings.words() + "; "
                    + (agreed == 0 ? "nobody agreed to that yet." : "you agreed to " + agreed + "."));
        }
    }

    static void refuseMissingTemplates(Collection<ProofRow> rows, Set<String> known) {
        Map<String, Integer> missing = new TreeMap<>();
        rows.stream()
                .filter(row -> row.action() == Action.BUILD)
                .flatMap(row -> Starts.namedBy(row).stream())
                .filter(name -> !known.contains(name))
                .forEach(template -> missing.merge(template, 1, Integer::sum));
        if (!missing.isEmpty()) {
            throw new Refusal("Nothing was built. There is no template or master "
                    + missing.entrySet().stream()
                            .map(entry -> "“" + entry.getKey() + "”, from which " + entry.getValue()
                                    + (entry.getValue() == 1 ? " shell is" : " shells are") + " to start")
                            .collect(Collectors.joining("; "))
                    + ". Keep one under that name, or change the layer that names it.");
        }
    }

    static void refuseNothing(Collection<ProofRow> rows) {
        if (rows.isEmpty()) {
            throw new Refusal("There is nothing to build: every shell stands as it should, or has a stop.");
        }
    }
}
