package chalkline.core.conventions;

import chalkline.core.Bounds;
import chalkline.core.calendar.Moment;
import chalkline.core.naming.Characters;
import chalkline.core.naming.NamePattern;
import chalkline.core.naming.PatternException;
import chalkline.core.naming.Text;
import chalkline.core.naming.Token;
import chalkline.core.naming.YesNo;
import java.util.Arrays;
import java.util.IllformedLocaleException;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * The value of a setting, read and known to be right. Its text is the canonical form: {@code yes} and {@code no}, numbers
 * without leading zeros, lists joined by one space; patterns and moments as written.
 */
public final class Value {
    private final String text;
    private final Object parsed;

    private record Pattern(NamePattern<Token> of) {}

    private Value(String text, Object parsed) {
        this.text = text;
        this.parsed = parsed;
    }

    /** Reads what stands in a file or was typed, or says why the setting does not take it. */
    public static Value of(Setting setting, String written) throws ValueException {
        String text = setting.kind() == Kind.PATTERN ? written : Text.trim(written);
        sound(setting, text);
        return switch (setting.kind()) {
            case PATTERN -> pattern(text);
            case MOMENT ->
                new Value(
                        text,
                        Moment.parse(text)
                                .orElseThrow(
                                        () -> wrong(
                                                "\"" + text
                                                        + "\" is no moment; write for example term.start - 7d 08:00, week 2 Mon or 2027-01-04")));
            case YES_NO -> plain(yesNo(text));
            case NUMBER -> plain(number(text, 0, 999_999_999));
            case UNITS -> plain(text.equals("weeks") ? text : units(text));
            case CHOICE -> plain(choice(setting, text));
            case CHOICES -> choices(setting, words(text));
            case LANGUAGE -> plain(language(text));
            case TOKENS -> tokens(words(text));
            case TEXT -> plain(text);
        };
    }

    private static void sound(Setting setting, String text) throws ValueException {
        Optional<String> tooLong = Bounds.tooLong(text, Bounds.VALUE);
        if (tooLong.isPresent()) {
            throw new ValueException(Bounds.VALUE + 1, tooLong.get());
        }
        OptionalInt odd =
                setting.kind() == Kind.PATTERN ? Characters.firstOddInPattern(text) : Characters.firstOdd(text);
        if (odd.isPresent()) {
            throw new ValueException(odd.getAsInt() + 1, Characters.reason(text, odd.getAsInt()));
        }
    }

    /** A value of a list as a file gives it, one item each. */
    public static Value of(Setting setting, List<String> items) throws ValueException {
        return switch (setting.kind()) {
            case CHOICES -> choices(setting, items);
            case TOKENS -> tokens(items);
            default -> throw wrong("one value is wanted here, not a list");
        };
    }

    /** A value that the program itself knows to be right. */
    static Value known(Setting setting, String written) {
        try {
            return written.isEmpty() ? plain("") : of(setting, written);
        } catch (ValueException impossible) {
            throw new IllegalArgumentException(setting + ": " + written, impossible);
        }
    }

    /** The canonical text. */
    public String text() {
        return text;
    }

    public boolean isYes() {
        return YesNo.isYes(text);
    }

    /** The items of a list, in the order given. */
    public List<String> items() {
        return words(text);
    }

    public NamePattern<Token> pattern() {
        return ((Pattern) parsed).of();
    }

    public Moment moment() {
        return (Moment) parsed;
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Value value && value.text.equals(text);
    }

    @Override
    public int hashCode() {
        return text.hashCode();
    }

    @Override
    public String toString() {
        return text;
    }

    private static Value plain(String text) {
        return new Value(text, text);
    }

    private static Value pattern(String text) throws ValueException {
        try {
            return new Value(text, new Pattern(NamePattern.parse(text)));
        } catch (PatternException e) {
            throw new ValueException(e.column(), e.getMessage());
        }
    }

    private static String yesNo(String text) throws ValueException {
        return YesNo.write(YesNo.read(text).orElseThrow(() -> wrong("\"" + text + "\" is neither yes nor no")));
    }

    private static String number(String text, int least, int most) throws ValueException {
        if (text.matches("[0-9]{1,18}")) {
            long number = Long.parseLong(text);
            if (number >= least && number <= most) {
                return Long.toString(number);
            }
        }
        throw wrong("\"" + text + "\" is no whole number from " + least + " to " + most);
    }

    private static String units(String text) throws ValueException {
        try {
            return number(text, 1, 999);
        } catch (ValueException e) {
            throw wrong("\"" + text + "\" is neither weeks nor a whole number from 1 to 999");
        }
    }

    private static String choice(Setting setting, String text) throws ValueException {
        if (!setting.choices().contains(text)) {
            throw wrong("\"" + text + "\" is none of " + String.join(", ", setting.choices()));
        }
        return text;
    }

    private static Value choices(Setting setting, List<String> items) throws ValueException {
        for (String item : items) {
            choice(setting, item);
        }
        return list(items);
    }

    private static Value tokens(List<String> items) throws ValueException {
        for (String item : items) {
            if (Token.named(item).isEmpty()) {
                throw wrong("there is no token named \"" + item + "\"");
            }
        }
        return list(items);
    }

    private static Value list(List<String> items) throws ValueException {
        if (items.stream().distinct().count() < items.size()) {
            throw wrong("one item stands here twice");
        }
        return plain(String.join(" ", items));
    }

    private static String language(String text) throws ValueException {
        try {
            if (!text.isEmpty()) {
                new Locale.Builder().setLanguageTag(text);
                return text;
            }
        } catch (IllformedLocaleException e) {
            // answered below, like an empty one
        }
        throw wrong("\"" + text + "\" is no language tag (BCP 47); write for example en or fr-CA");
    }

    private static List<String> words(String text) {
        return Arrays.stream(text.split("[\\s,]+"))
                .filter(word -> !word.isEmpty())
                .toList();
    }

    private static ValueException wrong(String reason) {
        return new ValueException(1, reason);
    }
}
