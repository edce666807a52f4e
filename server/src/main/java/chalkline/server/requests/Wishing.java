package chalkline.server.requests;

import chalkline.core.conventions.Setting;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.ProofRow;
import chalkline.core.requests.RequestKind;
import chalkline.server.frame.Refusal;
import java.util.List;
import java.util.stream.Stream;

/** What nobody can ask for, whoever decides it. */
final class Wishing {
    private Wishing() {}

    /** @throws Refusal where it makes no sense as things are */
    static void check(Wish wish, Looking.Seen seen) {
        List<ProofRow> standing = seen.before().stream()
                .filter(row -> row.held().filter(held -> !held.closed()).isPresent())
                .toList();
        if (wish.kind() == RequestKind.SHELL && standing.size() == seen.before().size()) {
            throw new Refusal("sections", 0, "Its shell stands already.");
        }
        if (wish.kind() == RequestKind.START && !standing.isEmpty()) {
            throw new Refusal(
                    "sections",
                    0,
                    "Its shell stands already, and what it started from is in it. Ask for content by hand.");
        }
        if (wish.kind() == RequestKind.TOGETHER
                && seen.after().stream().noneMatch(row -> row.sections().containsAll(wish.sections()))) {
            throw new Refusal("sections", 0, "These do not come into one shell: " + reasons(seen) + ".");
        }
        if (wish.kind() == RequestKind.MASTER
                && (wish.title() == null || wish.title().isBlank())) {
            throw new Refusal("title", 0, "Say what the shell is to be called.");
        }
        if (wish.kind() == RequestKind.MASTER
                && wish.from() != null
                && seen.before().stream().noneMatch(row -> row.key().equals(wish.from()))) {
            // else somebody else's content would come along, unseen by whoever decides
            throw new Refusal("from", 0, "It begins empty, or with the content of that section's own shell.");
        }
        if (wish.kind() != RequestKind.TOGETHER && wish.sections().size() != 1 && wish.kind() != RequestKind.SHELL) {
            throw new Refusal("sections", 0, "Choose one section for this.");
        }
        boolean same = (wish.kind() == RequestKind.TITLE || wish.kind() == RequestKind.WINDOW)
                && seen.after().stream()
                        .allMatch(row -> seen.before().stream()
                                .anyMatch(was -> was.key().equals(row.key()) && isSame(was, row)));
        // what somebody opened or shut in the LMS can be asked for again
        boolean byHand = seen.after().stream()
                .anyMatch(row -> row.held().filter(HeldShell::openByHand).isPresent());
        if (same && !byHand) {
            throw new Refusal("That is as it is already, or a layer of the campus fixes it.");
        }
    }

    private static boolean isSame(ProofRow was, ProofRow is) {
        return Stream.of(Setting.TITLE, Setting.OPENS, Setting.OPEN)
                .allMatch(setting -> was.value(setting).equals(is.value(setting)));
    }

    /** The stops, in words. */
    static String reasons(Looking.Seen seen) {
        return String.join(
                " ",
                seen.after().stream()
                        .flatMap(row -> row.snags().stream())
                        .filter(snag -> snag.isStop())
                        .map(snag -> snag.message())
                        .distinct()
                        .toList());
    }
}
