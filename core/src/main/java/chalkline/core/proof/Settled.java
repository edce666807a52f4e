package chalkline.core.proof;

import chalkline.core.arrivals.Section;
import chalkline.core.conventions.KeptParts;
import chalkline.core.conventions.Setting;
import java.util.Collection;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;

/**
 * What came of holding the shells of a term against each other and against the LMS: which shell is held as which, codes that
 * were told apart, and what is closed. It follows from codes and stops alone, so that it still holds after an edit that
 * leaves those as they were.
 */
final class Settled {
    private final List<One> drafts;
    private final List<Clashes.Closing> closings;
    private final List<HeldShell> leftAlone;

    /**
     * One draft.
     *
     * @param seen what settling looks at
     * @param added snags that settling found
     */
    private record One(Seen seen, Optional<HeldShell> held, String code, Set<Snag> added) {
        void giveTo(Draft draft) {
            draft.held = held;
            if (draft.hasShell() && !draft.code().equals(code)) {
                draft.put(Setting.CODE, code);
            }
            draft.snags.addAll(added);
        }
    }

    /** What settling looks at of a draft, beside what no edit changes that leaves shells together as they were. */
    private record Seen(String key, String code, String distinguish, boolean stopped) {
        static Seen of(Draft draft) {
            return new Seen(draft.key(), draft.code(), distinguish(draft), draft.isStopped());
        }

        boolean isStillSeenOf(Draft draft) {
            return stopped == draft.isStopped()
                    && key.equals(draft.key())
                    && code.equals(draft.code())
                    && distinguish.equals(distinguish(draft));
        }

        private static String distinguish(Draft draft) {
            return draft.hasShell()
                    ? draft.shell().settings().get(Setting.DISTINGUISH).text()
                    : "";
        }
    }

    private Settled(List<One> drafts, List<Clashes.Closing> closings, List<HeldShell> leftAlone) {
        this.drafts = drafts;
        this.closings = closings;
        this.leftAlone = leftAlone;
    }

    /**
     * Settles drafts, in the order of their keys.
     *
     * @param sections all of the term, own ones among them
     * @param most characters of a code
     */
    static Settled of(
            List<Draft> drafts,
            HeldShells held,
            String term,
            JoinedSnags joined,
            Collection<Section> sections,
            int most,
            KeptParts kept) {
        List<Seen> seen = drafts.parallelStream().map(Seen::of).toList();
        List<Set<Snag>> rendered = drafts.parallelStream()
                .<Set<Snag>>map(draft -> EnumSet.copyOf(draft.snags))
                .toList();
        Adoption.adopt(drafts, held, term);
        joined.ofHeldShells(drafts);
        OwnListed.judge(drafts, sections);
        Codes.makeUnique(drafts, most);
        Clashes clashes = new Clashes(drafts, held, term, kept);
        List<Clashes.Closing> closings = clashes.judge();
        return new Settled(
                IntStream.range(0, drafts.size())
                        .parallel()
                        .mapToObj(i -> one(drafts.get(i), seen.get(i), rendered.get(i)))
                        .toList(),
                closings,
                clashes.leftAlone());
    }

    private static One one(Draft draft, Seen seen, Set<Snag> rendered) {
        Set<Snag> added = EnumSet.copyOf(draft.snags);
        added.removeAll(rendered);
        return new One(seen, draft.held, draft.code(), added.isEmpty() ? Set.of() : added);
    }

    /** Gives other drafts of the same sections what came of these; false, and nothing given, where that need not hold. */
    boolean holdsFor(List<Draft> others) {
        boolean same = others.size() == drafts.size()
                && IntStream.range(0, drafts.size())
                        .parallel()
                        .allMatch(i -> drafts.get(i).seen().isStillSeenOf(others.get(i)));
        if (same) {
            IntStream.range(0, drafts.size())
                    .parallel()
                    .forEach(i -> drafts.get(i).giveTo(others.get(i)));
        }
        return same;
    }

    List<Clashes.Closing> closings() {
        return closings;
    }

    List<HeldShell> leftAlone() {
        return leftAlone;
    }
}
