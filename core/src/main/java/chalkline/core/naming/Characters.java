package chalkline.core.naming;

import java.util.OptionalInt;

/**
 * Characters that no name, title or note may hold: controls (Unicode's category Cc) other than tab and line breaks, and
 * halves of surrogate pairs that stand alone, which no encoding can write.
 */
public final class Characters {
    private Characters() {}

    /** Where the first of them stands, counted in chars from 0; empty where there is none. */
    public static OptionalInt firstOdd(String text) {
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (Character.isHighSurrogate(c) && i + 1 < text.length() && Character.isLowSurrogate(text.charAt(i + 1))) {
                i++;
            } else if (isControl(c) || Character.isSurrogate(c)) {
                return OptionalInt.of(i);
            }
        }
        return OptionalInt.empty();
    }

    /** The same for a pattern, in which every white space will do, since rendering collapses it. */
    public static OptionalInt firstOddInPattern(String text) {
        return firstOdd(text.codePoints()
                .map(c -> Text.isWhiteSpace(c) ? ' ' : c)
                .collect(StringBuilder::new, StringBuilder::appendCodePoint, StringBuilder::append)
                .toString());
    }

    /** Whether a character is a control other than tab and line breaks: U+0000 to U+001F, U+007F to U+009F. */
    public static boolean isControl(char c) {
        return (c < ' ' && c != '\t' && c != '\n' && c != '\r') || (c >= 0x7F && c <= 0x9F);
    }

    /** Why the character at a place cannot stay. */
    public static String reason(String text, int at) {
        String code = String.format("U+%04X", (int) text.charAt(at));
        return Character.isSurrogate(text.charAt(at))
                ? code + " is half of a character; the other half is missing"
                : code + " is a control character, which no system shows; take it out";
    }
}
