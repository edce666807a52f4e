package chalkline.server.nights;

import java.util.List;
import org.jspecify.annotations.Nullable;

/** What the screen of arrivals reads of what goes through by itself. */
final class NightViews {
    private NightViews() {}

    /**
     * What is chosen, and what came of the last list.
     *
     * @param kinds of changes that go through
     * @param most how many shells a night may touch; where more would be, none is
     */
    record View(List<Kind> kinds, int most, List<Outcome> outcomes) {}

    /** How many shells wait for a person, because of a kind of change that was not chosen. */
    record Waiting(Kind kind, int shells) {}

    /**
     * What came of a list in a term.
     *
     * @param list its arrival
     * @param through shells that were given to a build
     * @param build its number; null where none was begun
     * @param waits shells that are to be built, changed or closed and wait for a person
     * @param reasons what they wait for; a shell may wait for several
     * @param closes how many of them are to be closed
     * @param trouble why nothing went through though it might have; empty where nothing was in the way
     */
    record Outcome(
            String term,
            long list,
            int through,
            @Nullable Long build,
            int waits,
            List<Waiting> reasons,
            int closes,
            String trouble) {}
}
