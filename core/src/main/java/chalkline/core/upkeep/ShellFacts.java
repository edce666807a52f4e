package chalkline.core.upkeep;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;

/**
 * What an LMS tells of a shell beside what can be put into it. What it does not tell is empty and never judged.
 *
 * @param instructors sourcedIds of those who teach in it
 * @param beenIn sourcedIds of instructors who have entered it at least once
 * @param byHand sourcedIds of those who are in it through no section
 * @param students how many are in it
 */
public record ShellFacts(
        Optional<List<String>> instructors,
        Optional<Set<String>> beenIn,
        Set<String> byHand,
        OptionalInt students,
        Optional<Content> content) {

    /** Where the content of a shell comes from. */
    public enum Content {
        NONE,
        /** Only what a template or an earlier shell brought. */
        COPIED,
        /** Somebody worked on it. */
        OWN
    }

    public static final ShellFacts NOTHING_TOLD =
            new ShellFacts(Optional.empty(), Optional.empty(), Set.of(), OptionalInt.empty(), Optional.empty());
}
