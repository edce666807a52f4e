package chalkline.standins.lms;

import java.math.BigDecimal;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** What goes over HTTP. Calls that change something take a batch and answer for each item in the same order. */
final class Wire {
    private Wire() {}

    record Batch<T>(List<T> items) {}

    /**
     * What came of one item.
     *
     * @param refused a word for the reason, missing where it was done
     * @param message the reason in a sentence
     * @param job what to ask for, where the work goes on
     */
    record Answer(
            boolean done,
            @Nullable String refused,
            @Nullable String message,
            @Nullable Long job) {
        static Answer yes() {
            return new Answer(true, null, null, null);
        }

        static Answer started(long job) {
            return new Answer(true, null, null, job);
        }

        static Answer no(String refused, String message) {
            return new Answer(false, refused, message, null);
        }
    }

    record Answers(List<Answer> answers) {}

    /** A category by its levels from the top. */
    record Category(List<String> levels) {}

    record ListedCategory(List<String> levels, boolean locked, int shells) {}

    /**
     * A shell to be made or changed. Settings that are left out stay as they are, and so do sections.
     *
     * @param windows of sections whose students can enter for a part of the shell's time only
     */
    record ShellPut(
            String key,
            String term,
            String code,
            String title,
            List<String> category,
            String opens,
            String closes,
            boolean open,
            @Nullable String lead,
            @Nullable List<String> sections,
            @Nullable List<SectionWindow> windows,
            Map<String, String> settings) {}

    /** From when to when students of a section can enter a shell; without one, as long as the shell is open. */
    record SectionWindow(String section, String opens, String closes) {}

    /** A shell as one person sees it: from when to when that person can enter, and whether now. */
    record Entry(String key, String code, String title, String section, String opens, String closes, boolean open) {}

    record Person(String user, String role, String section) {}

    record PeopleChange(String key, List<Person> add, List<Person> remove) {}

    /** What a shell is filled from: a template or another shell; {@code what} is outline, everything or settings. */
    record Copy(
            String key,
            @Nullable String template,
            @Nullable String from,
            @Nullable String what) {}

    record TemplatePut(String id, String title, @Nullable String instruction, List<Unit> units) {}

    record OutlinePut(String key, List<Unit> units) {}

    record Unit(
            String title,
            @Nullable String instruction,
            @Nullable String first,
            @Nullable String last,
            List<Item> items) {}

    /** An item of an outline, with an id that it keeps while others come and go; {@code size} counts the bytes of its materials, which only the LMS has. */
    record Item(
            @Nullable String id,
            String kind,
            String title,
            @Nullable String text,
            @Nullable String address,
            @Nullable BigDecimal points,
            @Nullable String due,
            @Nullable Long size) {}

    record Key(String key) {}

    /** Another key or code for a shell; the same again where it stays. */
    record Rename(String key, String newKey, String code) {}

    record Job(long job, boolean done) {}

    /** A shell as it stands. */
    record Shell(
            long id,
            String key,
            String term,
            String code,
            String title,
            List<String> category,
            String opens,
            String closes,
            boolean open,
            boolean openByHand,
            boolean closed,
            boolean activity,
            @Nullable String lead,
            @Nullable List<String> sections,
            List<SectionWindow> windows,
            Map<String, String> settings,
            List<String> instructors,
            @Nullable Map<String, String> rosters,
            long mark) {}

    /**
     * One page of what changed.
     *
     * @param next where the next page starts; missing on the last
     * @param mark what to ask with the next time
     * @param removed the numbers of shells that are gone since, on the first page
     */
    record Page<T>(List<T> items, @Nullable String next, long mark, List<Long> removed) {}

    record Trouble(
            @Nullable Integer latencyMillis,
            @Nullable Integer failNext,
            @Nullable Integer dropNext) {}
}
