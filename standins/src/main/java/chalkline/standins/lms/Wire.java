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
     * @param mark when the shell changed last, which is now
     * @param made whether it was not there before; missing where it is not told
     */
    record Answer(
            boolean done,
            @Nullable String refused,
            @Nullable String message,
            @Nullable Long job,
            @Nullable Long mark,
            @Nullable Boolean made) {
        static Answer yes() {
            return new Answer(true, null, null, null, null, null);
        }

        static Answer changed(long mark) {
            return new Answer(true, null, null, null, mark, null);
        }

        static Answer made(boolean made) {
            return new Answer(true, null, null, null, null, made);
        }

        static Answer started(long job) {
            return new Answer(true, null, null, job, null, null);
        }

        static Answer no(String refused, String message) {
            return new Answer(false, refused, message, null, null, null);
        }
    }

    record Answers(List<Answer> answers) {}

    /** A category by its levels from the top. */
    record Category(List<String> levels) {}

    record ListedCategory(List<String> levels, boolean locked, boolean hidden, int shells) {}

    /**
     * A shell to be made or changed. Settings that are left out stay as they are, and so do sections.
     *
     * @param windows of sections whose students can enter for a part of the shell's time only
     * @param overHand whether it is opened or shut even where a person did that by hand before
     * @param closed whether it is closed to students from then on; it is not, where this is left out
     * @param ifMark it is changed only if it has not changed since this mark
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
            Map<String, String> settings,
            @Nullable Boolean overHand,
            @Nullable Boolean closed,
            @Nullable Long ifMark) {}

    /** From when to when students of a section can enter a shell; without one, as long as the shell is open. */
    record SectionWindow(String section, String opens, String closes) {}

    /** A shell as one person sees it: from when to when that person can enter, and whether now. */
    record Entry(String key, String code, String title, String section, String opens, String closes, boolean open) {}

    record Person(String user, String role, String section) {}

    record PeopleChange(String key, List<Person> add, List<Person> remove) {}

    /**
     * What a shell is filled from: a template or another shell.
     *
     * @param what outline, everything or settings
     * @param untouched whether it is refused where somebody has worked in the shell
     */
    record Copy(
            String key,
            @Nullable String template,
            @Nullable String from,
            @Nullable String what,
            @Nullable Boolean untouched) {}

    record TemplatePut(String id, String title, @Nullable String instruction, List<Unit> units) {}

    /** @param untouched whether it is refused where somebody has worked in the shell */
    record OutlinePut(
            String key, List<Unit> units, @Nullable Boolean untouched) {}

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

    /** A shell is archived, so that only administrators enter it, or is as it was before. */
    record Archiving(String key, @Nullable Boolean archived) {}

    /** Until when a person can enter a shell, whatever its window; missing where no longer than the others. */
    record Extension(String key, String user, @Nullable String until) {}

    /** The word with which people enter a shell who are on no roster; missing where there is none any more. */
    record EntryCode(
            String key, @Nullable String code, @Nullable String until) {}

    /** A shell is closed, or not closed any more. */
    record Closing(String key, @Nullable Boolean closed) {}

    /** A shell is deleted, unless it changed since a mark. */
    record Removal(String key, @Nullable Long ifMark) {}

    record Keys(List<String> keys) {}

    /** Another key or code for a shell; the same again where it stays. */
    record Rename(String key, String newKey, String code) {}

    /**
     * How a copy stands.
     *
     * @param failed why it will never be done; missing where it may
     * @param mark of the shell once it is done
     */
    record Job(
            long job,
            boolean done,
            @Nullable String failed,
            @Nullable Long mark) {}

    /**
     * How some copies stand; those that nobody knows are left out.
     *
     * @param askAfterMillis when to ask again about those that are not done
     */
    record Jobs(List<Job> jobs, long askAfterMillis) {}

    /** How often something was done in truth. */
    record Effect(long times, long subjects, List<String> repeated) {}

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
            Facts facts,
            long mark) {}

    /**
     * What is known of a shell beside what can be put into it.
     *
     * @param byHand who is in it through no section
     * @param beenIn which of its instructors have entered it
     * @param content {@code none}, {@code copied} or {@code own}, once somebody worked on it
     * @param edited of a shell outside any term: the mark at which its content changed last
     */
    record Facts(
            List<Person> byHand,
            List<String> beenIn,
            int students,
            String content,
            boolean archived,
            @Nullable Long edited) {}

    /** What somebody did in the LMS by hand. */
    record Done(String key, String what) {}

    /**
     * One page of what changed.
     *
     * @param next where the next page starts; missing on the last
     * @param mark what to ask with the next time
     * @param removed the numbers of shells that are gone since, on the first page
     */
    record Page<T>(List<T> items, @Nullable String next, long mark, List<Long> removed) {}

    /**
     * How the LMS misbehaves and what it takes; what is left out stays as it is. Shares are of calls (of items for
     * {@code refuse}, of copies for those of copies), from 0 to 1.
     *
     * @param latencyMillis no call is answered sooner
     * @param tailMillis one call in twenty takes up to so much longer
     * @param failNext so many calls that change something are answered with 503
     * @param dropNext so many are carried out, and their answer is lost
     * @param busy answered with 503, nothing done
     * @param tooMany answered with 429
     * @param late answered with 504 after the work was done
     * @param cut the connection is cut in the answer, the work is done
     * @param wrong answered with what is no answer of the port, the work is done
     * @param refuse single items of a batch are refused
     * @param copyFails copies that fail late
     * @param copyEndless copies that never end
     * @param meddle somebody changes another shell by hand after a call
     * @param downMillis nobody answers for so long
     */
    record Trouble(
            @Nullable Integer latencyMillis,
            @Nullable Integer tailMillis,
            @Nullable Integer failNext,
            @Nullable Integer dropNext,
            @Nullable Double busy,
            @Nullable Double tooMany,
            @Nullable Double late,
            @Nullable Double cut,
            @Nullable Double wrong,
            @Nullable Double refuse,
            @Nullable Double copyFails,
            @Nullable Double copyEndless,
            @Nullable Double meddle,
            @Nullable Integer downMillis,
            @Nullable Integer callsPerSecond,
            @Nullable Integer largestBatch,
            @Nullable Long copyMillis) {}
}
