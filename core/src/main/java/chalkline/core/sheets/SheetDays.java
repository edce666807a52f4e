package chalkline.core.sheets;

import chalkline.core.naming.Text;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Days as people write them in sheets. Years have four digits, or two, which are of this century. */
public enum SheetDays {
    /** The day first: {@code 1/2/2027} is the first of February. */
    DAY_FIRST,
    /** The month first: {@code 1/2/2027} is the second of January. */
    MONTH_FIRST;

    private static final Pattern ISO = Pattern.compile("(\\d{4})[-/.](\\d{1,2})[-/.](\\d{1,2})(?:[T ].*)?");
    private static final Pattern NUMBERS = Pattern.compile("(\\d{1,2})[-/. ](\\d{1,2})[-/. ](\\d{4}|\\d{2})");
    private static final Pattern DAY_NAMED =
            Pattern.compile("(?:\\p{L}{2,9},? )?(\\d{1,2})[-. ]+(\\p{L}{3,9})\\.?[-, ]+(\\d{4}|\\d{2})");
    private static final Pattern MONTH_NAMED =
            Pattern.compile("(?:\\p{L}{2,9},? )?(\\p{L}{3,9})\\.? (\\d{1,2}),? (\\d{4})");
    private static final List<String> MONTHS =
            List.of("jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec");

    /** How days written in numbers are meant, where some of them can be meant in one way only; empty where none is. */
    static Optional<SheetDays> recognized(List<String> cells) {
        for (String cell : cells) {
            Matcher numbers = NUMBERS.matcher(cell);
            if (numbers.matches()) {
                int first = Integer.parseInt(numbers.group(1));
                int second = Integer.parseInt(numbers.group(2));
                if (first > 12 && second <= 12) {
                    return Optional.of(DAY_FIRST);
                }
                if (second > 12 && first <= 12) {
                    return Optional.of(MONTH_FIRST);
                }
            }
        }
        return Optional.empty();
    }

    /** Whether text could be a day. */
    static boolean isDay(String text) {
        return DAY_FIRST.read(text).or(() -> MONTH_FIRST.read(text)).isPresent();
    }

    /** Whether the text is a day that both ways read, and otherwise. */
    static boolean isAmbiguous(String text) {
        Optional<LocalDate> day = DAY_FIRST.read(text);
        Optional<LocalDate> other = MONTH_FIRST.read(text);
        return day.isPresent() && other.isPresent() && !day.equals(other);
    }

    /** Empty where it is no day. */
    public Optional<LocalDate> read(String text) {
        Matcher iso = ISO.matcher(text);
        if (iso.matches()) {
            return day(iso.group(1), iso.group(2), iso.group(3));
        }
        Matcher numbers = NUMBERS.matcher(text);
        if (numbers.matches()) {
            return this == DAY_FIRST
                    ? day(numbers.group(3), numbers.group(2), numbers.group(1))
                    : day(numbers.group(3), numbers.group(1), numbers.group(2));
        }
        Matcher named = DAY_NAMED.matcher(text);
        if (named.matches()) {
            return day(named.group(3), month(named.group(2)), named.group(1));
        }
        Matcher monthNamed = MONTH_NAMED.matcher(text);
        return monthNamed.matches()
                ? day(monthNamed.group(3), month(monthNamed.group(1)), monthNamed.group(2))
                : Optional.empty();
    }

    /** Its number; 0 where it is none. */
    private static String month(String name) {
        return Integer.toString(MONTHS.indexOf(Text.caseless(name).substring(0, 3)) + 1);
    }

    private static Optional<LocalDate> day(String year, String month, String day) {
        try {
            int full = year.length() == 2 ? 2000 + Integer.parseInt(year) : Integer.parseInt(year);
            return Optional.of(LocalDate.of(full, Integer.parseInt(month), Integer.parseInt(day)))
                    .filter(one -> chalkline.core.Bounds.outside(one).isEmpty());
        } catch (DateTimeException e) {
            return Optional.empty();
        }
    }
}
