package chalkline.core.conventions;

import static chalkline.core.conventions.Kind.CHOICE;
import static chalkline.core.conventions.Kind.CHOICES;
import static chalkline.core.conventions.Kind.LANGUAGE;
import static chalkline.core.conventions.Kind.MOMENT;
import static chalkline.core.conventions.Kind.NUMBER;
import static chalkline.core.conventions.Kind.PATTERN;
import static chalkline.core.conventions.Kind.TEXT;
import static chalkline.core.conventions.Kind.TOKENS;
import static chalkline.core.conventions.Kind.UNITS;
import static chalkline.core.conventions.Kind.YES_NO;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/** Everything that conventions can say about a shell: its key in a file, its plain name, its type and its default. */
public enum Setting implements ShellField {
    SHELL_PER(Use.MAKING, "shellPer", "one shell for each", CHOICE, "section", "section", "course", "instructor"),
    CODE(Use.FIELD, "code", "code", PATTERN, "{term.code}-{label:slug}"),
    TITLE(Use.FIELD, "title", "title", PATTERN, "{label} {title}"),
    CATEGORY(Use.FIELD, "category", "category", PATTERN, "{college} / {department}"),
    TEMPLATE(Use.MAKING, "template", "template", TEXT, "none"),
    COPY(Use.MAKING, "copy", "taken from the template", CHOICE, "outline", "outline", "everything", "settings"),
    OPENS(Use.FIELD, "opens", "opens", MOMENT, "term.start"),
    CLOSES(Use.FIELD, "closes", "closes", MOMENT, "term.end"),
    OPEN(Use.FIELD, "open", "opens by itself", YES_NO, "no"),
    LAYOUT("layout", "layout", CHOICE, "weeks", "weeks", "units", "one-activity", "discussion"),
    UNIT_COUNT("units", "units", UNITS, "weeks"),
    LANGUAGE_TAG("language", "language", LANGUAGE, "en"),
    LANGUAGE_FIXED("languageFixed", "language cannot be changed", YES_NO, "no"),
    UPLOAD_LIMIT("uploadLimitMB", "upload limit in MB", NUMBER, "20"),
    NEWS_ITEMS("newsItems", "news items shown", NUMBER, "3"),
    PEOPLE_PER_PAGE("peoplePerPage", "people on a page", NUMBER, "20"),
    STUDENTS_SEE_GRADES("studentsSeeGrades", "students see their grades", YES_NO, "yes"),
    ACTIVITY_REPORTS("activityReports", "activity reports", YES_NO, "yes"),
    ACTIVITY_DATES("activityDates", "dates shown at activities", YES_NO, "yes"),
    PROGRESS("progress", "progress shown", YES_NO, "yes"),
    OFFLINE_COPY("offlineCopy", "copy for reading offline", YES_NO, "no"),
    PRINTING("printing", "printing", YES_NO, "yes"),
    COMMENTS("comments", "comments", YES_NO, "no"),
    ENTRY("entry", "ways in", CHOICES, "roster", "roster", "code", "by-hand", "visitors"),
    GROUPS("groups", "groups", CHOICE, "", "none", "per-section"),
    STUDENT_WORD("studentWord", "word for a student", TEXT, "Student"),
    INSTRUCTOR_WORD("instructorWord", "word for an instructor", TEXT, "Instructor"),
    NAVIGATION("navigation", "navigation", CHOICE, "side", "side", "top"),
    UNIT_VIEW("unitView", "units shown", CHOICE, "together", "together", "one-by-one"),
    LOOK("look", "look", TEXT, ""),
    FOOTER("footer", "line under each page", TEXT, ""),
    PICTURE("picture", "picture", TEXT, ""),
    SUMMARY("summary", "summary", PATTERN, "{title}"),
    FOLDER("folder", "folder of its files", PATTERN, ""),
    SEEN_BY("seenBy", "seen by", CHOICE, "members", "members", "campus", "anyone"),
    POSTS_BY("postsBy", "posts by", CHOICE, "members", "instructors", "members"),
    DISTINGUISH(Use.MAKING, "distinguish", "told apart by", TOKENS, "sections part campus delivery reference");

    /** What becomes of a setting. */
    private enum Use {
        /** It says how a shell is made and is no property of one that stands. */
        MAKING,
        /** A field of its own of every shell in the LMS. */
        FIELD,
        /** One of a shell's settings in the LMS, sent and compared by its key. */
        SETTING
    }

    private static final Map<String, Setting> BY_KEY =
            Arrays.stream(values()).collect(Collectors.toMap(Setting::key, setting -> setting));

    private final Use use;
    private final String key;
    private final String plainName;
    private final Kind kind;
    private final List<String> choices;
    private final Value unlessSet;

    Setting(String key, String plainName, Kind kind, String unlessSet, String... choices) {
        this(Use.SETTING, key, plainName, kind, unlessSet, choices);
    }

    Setting(Use use, String key, String plainName, Kind kind, String unlessSet, String... choices) {
        this.use = use;
        this.key = key;
        this.plainName = plainName;
        this.kind = kind;
        this.choices = List.of(choices);
        this.unlessSet = Value.known(this, unlessSet);
    }

    @Override
    public String key() {
        return key;
    }

    /** What it is called on screen. */
    public String plainName() {
        return plainName;
    }

    public Kind kind() {
        return kind;
    }

    /** The words that may be chosen; empty where the kind is not a choice. */
    public List<String> choices() {
        return choices;
    }

    /** The value where no layer and no override sets it; empty text where it depends on the shell. */
    public Value unlessSet() {
        return unlessSet;
    }

    /** Whether a standing shell may differ in it. */
    public boolean isCompared() {
        return use != Use.MAKING;
    }

    /** Whether the LMS gets it among the settings of a shell. */
    public boolean isSent() {
        return use == Use.SETTING;
    }

    public static Optional<Setting> named(String key) {
        return Optional.ofNullable(BY_KEY.get(key));
    }
}
