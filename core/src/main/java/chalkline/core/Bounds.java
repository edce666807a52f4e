package chalkline.core;

import java.time.LocalDate;
import java.util.Optional;

/**
 * How much of everything is taken, wherever it comes from: files, the command line, the screens. What lies beyond is
 * refused with its place. The page docs/limits.md lists them for administrators; a test holds the two together.
 */
public final class Bounds {
    /** Days of terms, breaks and moments lie from this year on. */
    public static final int FIRST_YEAR = 1900;

    /** Days of terms, breaks and moments lie up to the end of this year. */
    public static final int LAST_YEAR = 2199;

    /** Calendar weeks of a session: twenty years. */
    public static final int SESSION_WEEKS = 1_044;

    /** Days that a moment may lie from what it counts from: a century. */
    public static final int MOMENT_DAYS = 36_600;

    /** Weeks that a moment may lie from what it counts from: a century. */
    public static final int MOMENT_WEEKS = 5_229;

    /** Working days that a moment may lie from what it counts from: some four years. */
    public static final int MOMENT_WORKING_DAYS = 1_000;

    /** Characters of an id (sourcedId), and of a term's code. */
    public static final int ID = 255;

    /** Characters of a word from a vocabulary, such as the type of a session. */
    public static final int WORD = 64;

    /** Characters of a name, a title or any other field of a list. */
    public static final int FIELD = 4_000;

    /** Columns of a sheet. */
    public static final int COLUMNS = 1_024;

    /** Characters of one record of a sheet, columns that nothing reads included. */
    public static final int RECORD = 1_048_576;

    /** Faults of a file that are kept with their places; the rest are counted. */
    public static final int FAULTS = 1_000;

    /** Bytes of a list as it comes, packed. */
    public static final long LIST_BYTES = 512L << 20;

    /** Bytes that all files of a list but the enrollments unpack to, each. */
    public static final long TABLE_BYTES = 256L << 20;

    /** Bytes that the enrollments of a list unpack to. */
    public static final long ENROLLMENT_BYTES = 1L << 30;

    /** Files in a zip. */
    public static final int MEMBERS = 5_000;

    /** Code points of a conventions file. */
    public static final int DOCUMENT = 64 << 20;

    /** Levels of lists and keys inside each other in a conventions file. */
    public static final int YAML_DEPTH = 20;

    /** Layers of a stack. */
    public static final int LAYERS = 500;

    /** Characters of the name of a layer or a break. */
    public static final int NAME = 200;

    /** Values of one condition. */
    public static final int CONDITION_VALUES = 50_000;

    /** Moves, and breaks of a term. */
    public static final int MOVES = 2_000;

    /** Overrides of single sections, and cross-lists. */
    public static final int OVERRIDES = 100_000;

    /** Sections that join a cross-list. */
    public static final int JOINED = 200;

    /** Characters of a reason or a note. */
    public static final int REASON = 1_000;

    /** Characters of a value of a setting, patterns included. */
    public static final int VALUE = 2_000;

    /** Brackets inside each other in a pattern. */
    public static final int BRACKETS = 20;

    /** Characters that the limits of a conventions file may allow for codes and titles. */
    public static final int LIMITS = 10_000;

    /** Code points of a level of a category: what the LMS port takes. */
    public static final int CATEGORY_LEVEL = 200;

    /** Bytes of a cartridge as it comes, packed. */
    public static final long CARTRIDGE_BYTES = 64L << 20;

    /** Bytes that a cartridge unpacks to. */
    public static final long CARTRIDGE_UNPACKED = 128L << 20;

    /** Elements inside each other in an XML file of a cartridge. */
    public static final int XML_DEPTH = 100;

    /** Units of a template, and items of a unit. */
    public static final int UNITS = 300;

    /** Characters of a text that people read, such as an instruction or the text of a page. */
    public static final int TEXT = 100_000;

    /** Shells that may be touched in a night without a person. */
    public static final int SHELLS_A_NIGHT = 5000;

    /** Characters of a header of an answer that is kept. */
    public static final int HEADER = 100;

    /** Bytes of a sheet of courses as it comes. */
    public static final long SHEET_BYTES = 16L << 20;

    /** Bytes that a workbook unpacks to. */
    public static final long SHEET_UNPACKED = 128L << 20;

    /** Rows of a sheet of courses. */
    public static final int SHEET_ROWS = 5_000;

    /** Columns of a sheet of courses. */
    public static final int SHEET_COLUMNS = 100;

    /** Bytes of a sheet that an LMS gives back. */
    public static final long RESULT_BYTES = 64L << 20;

    /** Rows of a sheet that an LMS gives back. */
    public static final int RESULT_ROWS = 500_000;

    /** Own sections of all terms together. */
    public static final int OWN_SECTIONS = 50_000;

    private Bounds() {}

    /** Why a day cannot be of a term, a break or a date; empty where it can. */
    public static Optional<String> outside(LocalDate day) {
        boolean inside = day.getYear() >= FIRST_YEAR && day.getYear() <= LAST_YEAR;
        return inside
                ? Optional.empty()
                : Optional.of(day + " lies outside the years " + FIRST_YEAR + " to " + LAST_YEAR);
    }

    /** Why a text is too long; empty where it is not. */
    public static Optional<String> tooLong(String text, int most) {
        return text.length() <= most
                ? Optional.empty()
                : Optional.of("it has " + text.length() + " characters; at most " + most + " are taken");
    }
}
