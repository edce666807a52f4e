package chalkline.core.arrivals;

import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A course code taken apart into subject and number. A code that does not have the shape letters, digits, letters is all
 * subject, with an empty number.
 *
 * @param subject letters or {@code &}
 * @param number digits with letters behind them, or empty
 * @param read whether the code had the shape
 */
public record CourseCode(String subject, String number, boolean read) {

    private static final Pattern SHAPE = Pattern.compile("([\\p{L}&]+)[ -]*([0-9]+\\p{L}*)");

    public static CourseCode of(String code) {
        Matcher matcher = SHAPE.matcher(code);
        return matcher.matches()
                ? new CourseCode(matcher.group(1), matcher.group(2), true)
                : new CourseCode(code, "", false);
    }

    /** Both in words, {@code OCEA 210}; the subject alone without a number. */
    public String name() {
        return number.isEmpty() ? subject : subject + " " + number;
    }

    /** The digits of the number as a whole number; empty without a number or beyond nine digits. */
    public OptionalInt level() {
        int end = 0;
        while (end < number.length() && Character.isDigit(number.charAt(end))) {
            end++;
        }
        return end == 0 || end > 9 ? OptionalInt.empty() : OptionalInt.of(Integer.parseInt(number.substring(0, end)));
    }
}
