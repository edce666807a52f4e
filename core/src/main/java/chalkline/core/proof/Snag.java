package chalkline.core.proof;

import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * Something in the proof that a person must see: a stop keeps its shell from being built, a note does not. Each carries
 * the sentence that explains it and the one that says what to do.
 */
public enum Snag {
    ACTIVITY_KEPT("activity-kept", false, "The shell has student work.", "It is closed to students and kept as it is."),
    CLOSES_EARLY("closes-early", false, "It closes before the last day of its session.", "Check closes in its layer."),
    CODE_DISTINGUISHED(
            "code-distinguished",
            false,
            "Several shells render the same code, so a fact that differs was added.",
            "Put that fact into the code pattern if it should always be there."),
    CODE_EMPTY("code-empty", true, "The code comes out empty.", "Mend the code pattern."),
    CODE_FREED(
            "code-freed",
            false,
            "A closed shell had a code that is needed now.",
            "Its code gets ~closed at its end; nothing else in it changes."),
    CODE_NUMBERED(
            "code-numbered",
            false,
            "Several shells render the same code and nothing tells them apart.",
            "Add a token to the code pattern that differs between them."),
    CODE_TAKEN(
            "code-taken",
            true,
            "Another shell has this code.",
            "Change the code pattern, or the code of the other shell in the LMS."),
    CODE_TOO_LONG("code-too-long", true, "The code is longer than the LMS takes.", "Shorten the code pattern."),
    COURSE_CODE_UNREAD(
            "course-code-unread",
            false,
            "The course code is not letters and a number, so all of it counts as the subject.",
            "Mend the code at the registrar's if it is wrong."),
    FIXED_SETTING(
            "fixed-setting",
            false,
            "A layer or override sets something that a layer above has fixed; it was ignored.",
            "Take the setting out there, or unfix it above."),
    INSTRUCTOR_DISABLED(
            "instructor-disabled", false, "The account of an instructor is disabled.", "Ask for it to be enabled."),
    NO_END("no-end", true, "Its session has no last day.", "Set closes to a date, or units to a number."),
    NO_INSTRUCTOR("no-instructor", false, "Nobody teaches it yet.", "The shell is built without an instructor."),
    NO_SUCH_WEEK("no-such-week", true, "Its session has no week of that number.", "Change the moment in its layer."),
    OPENS_LATE("opens-late", false, "It opens after the first day of its session.", "Check opens in its layer."),
    OWN_LISTED(
            "own-listed",
            true,
            "A section of our own has its number: the registrar lists it by now.",
            "Merge the two under Arrivals, Sections of our own, or take one of them out."),
    SAME_STUDENT(
            "same-student",
            false,
            "A student is enrolled in two of its sections.",
            "Ask the registrar which is right."),
    SECTION_WINDOW_HIDES(
            "section-window-hides",
            false,
            "A section has dates of its own that keep its students out while the shell is open.",
            "Clear the section's own dates, or shift them."),
    TITLE_EMPTY("title-empty", true, "The title comes out empty.", "Mend the title pattern."),
    TITLE_SHORTENED(
            "title-shortened",
            false,
            "The title was longer than the LMS takes and was shortened.",
            "Override the title if the short one reads badly."),
    WINDOW_BACKWARDS("window-backwards", true, "It closes before it opens.", "Change opens or closes in its layer."),
    XL_ACTIVITY(
            "xl-activity",
            true,
            "The own shell of a joined section has student work, which does not travel.",
            "Leave the section out, or approve it knowing that the work stays where it is."),
    XL_COURSES_DIFFER(
            "xl-courses-differ",
            true,
            "Its sections are of courses that the policy does not join.",
            "Take the odd ones out, or approve it."),
    XL_MEET_APART(
            "xl-meet-apart", false, "Its sections meet at different times.", "Check that they are taught together."),
    XL_ONE_LEFT("xl-one-left", false, "Fewer than two of its sections are left.", "Take the cross-list apart."),
    XL_OPEN(
            "xl-open",
            false,
            "The own shell of a joined section is open to students now.",
            "Tell them where they will find their course."),
    XL_TERMS_DIFFER(
            "xl-terms-differ", true, "Its sections are of different terms.", "Take those of the other term out."),
    XL_TWO_SETS(
            "xl-two-sets",
            true,
            "One of its sections is in another cross-list too, or twice in this one.",
            "Decide where it belongs."),
    XL_UNKNOWN(
            "xl-unknown",
            false,
            "A joined section is not in the registrar's list; it is left out.",
            "Take it out if it was cancelled."),
    XL_UNKNOWN_LEAD(
            "xl-unknown",
            true,
            "The section that leads is not in the registrar's list.",
            "Choose another lead, or take the cross-list apart.");

    private static final Map<String, Snag> BY_KEY =
            Arrays.stream(values()).collect(Collectors.toMap(Snag::key, snag -> snag, (first, second) -> first));

    private final String key;
    private final boolean stop;
    private final String message;
    private final String toDo;

    Snag(String key, boolean stop, String message, String toDo) {
        this.key = key;
        this.stop = stop;
        this.message = message;
        this.toDo = toDo;
    }

    public String key() {
        return key;
    }

    public boolean isStop() {
        return stop;
    }

    /** What is the matter, in one sentence. */
    public String message() {
        return message;
    }

    /** What to do about it, in one sentence. */
    public String toDo() {
        return toDo;
    }

    /** The names of some snags, each once, in their order: one name may be that of a note and of a stop. */
    public static List<String> keys(Collection<Snag> snags) {
        return snags.isEmpty()
                ? List.of()
                : snags.stream().map(Snag::key).distinct().toList();
    }

    public static Optional<Snag> named(String key) {
        return Optional.ofNullable(BY_KEY.get(key));
    }
}
