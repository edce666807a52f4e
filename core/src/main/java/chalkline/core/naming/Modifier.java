package chalkline.core.naming;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Something that a pattern does to the value of a token before it is put in place. */
public final class Modifier {

    /** Every modifier as it may be written, with what it does. */
    public static final Map<String, String> HELP = help();

    private static final Pattern NUMBERED = Pattern.compile("(cut|pad)[ ]+0*([1-9][0-9]{0,5})");

    private final String name;
    private final UnaryOperator<String> change;

    private Modifier(String name, UnaryOperator<String> change) {
        this.name = name;
        this.change = change;
    }

    private static Map<String, String> help() {
        Map<String, String> help = new LinkedHashMap<>();
        help.put("upper", "in capitals");
        help.put("lower", "in small letters");
        help.put("plain", "without accents, with straight quotes and hyphens");
        help.put("slug", "small letters and digits, all else one hyphen");
        help.put("cut 20", "at most so many characters, ended at a word");
        help.put("pad 3", "leading digits padded with zeros");
        help.put("first", "up to the first slash");
        return Collections.unmodifiableMap(help);
    }

    String apply(String value) {
        return change.apply(value);
    }

    @Override
    public String toString() {
        return name;
    }

    /** The modifier with this name, such as {@code slug} or {@code cut 20}; empty if there is none. */
    static Optional<Modifier> parse(String text) {
        Matcher numbered = NUMBERED.matcher(text);
        if (numbered.matches()) {
            int n = Integer.parseInt(numbered.group(2));
            return Optional.of(new Modifier(
                    text, numbered.group(1).equals("cut") ? value -> Cut.to(value, n) : value -> pad(value, n)));
        }
        return switch (text) {
            case "upper" -> Optional.of(new Modifier(text, value -> value.toUpperCase(Locale.ROOT)));
            case "lower" -> Optional.of(new Modifier(text, Text::caseless));
            case "plain" -> Optional.of(new Modifier(text, Plain::of));
            case "slug" -> Optional.of(new Modifier(text, Plain::slug));
            case "first" -> Optional.of(new Modifier(text, Modifier::first));
            default -> Optional.empty();
        };
    }

    private static String pad(String value, int width) {
        int digits = 0;
        while (digits < value.length() && Text.isDigit(value.charAt(digits))) {
            digits++;
        }
        return digits == 0 ? value : "0".repeat(Math.max(0, width - digits)) + value;
    }

    private static String first(String value) {
        int slash = value.indexOf('/');
        return slash < 0 ? value : value.substring(0, slash);
    }
}
