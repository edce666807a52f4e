package chalkline.server.build;

import chalkline.core.proof.Action;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.ProofRow;
import java.util.Collection;
import java.util.List;
import java.util.function.Predicate;

/**
 * What a build would close.
 *
 * @param shells how many shells are closed
 * @param open how many of them students can enter now, within their window
 * @param withWork how many of them have student work
 */
record Closings(int shells, int open, int withWork) {

    static Closings of(Collection<ProofRow> rows) {
        List<HeldShell> closed = rows.stream()
                .filter(row -> row.action() == Action.CLOSE)
                .flatMap(row -> row.held().stream())
                .filter(held -> !held.closed())
                .toList();
        return new Closings(closed.size(), count(closed, HeldShell::isOpen), count(closed, HeldShell::activity));
    }

    private static int count(List<HeldShell> shells, Predicate<HeldShell> test) {
        return (int) shells.stream().filter(test).count();
    }

    /** Such as {@code 958 shells, 612 of them open to students, 40 with student work}. */
    String words() {
        return shells
                + (shells == 1 ? " shell" : " shells")
                + (open == 0 ? "" : ", " + open + " of them open to students")
                + (withWork == 0 ? "" : ", " + withWork + " with student work");
    }
}
