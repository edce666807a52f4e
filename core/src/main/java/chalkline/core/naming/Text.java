package chalkline.core.naming;

import com.ibm.icu.lang.UCharacter;
import com.ibm.icu.lang.UProperty;
import com.ibm.icu.text.Normalizer2;
import java.util.Comparator;
import java.util.Locale;

/**
 * The rules by which all text is trimmed, compared and ordered. White space is Unicode's White_Space property, so a
 * no-break space counts.
 */
public final class Text {

    /** Order by code points; unlike String's own, surrogates sort above U+FFFF's neighbours. */
    public static final Comparator<String> BY_CODE_POINT = Text::compareCodePoints;

    /**
     * Natural order alone, run by run: runs of ASCII digits compare as numbers, all else by code points, a prefix first.
     * {@code 007} and {@code 7} tie.
     */
    public static final Comparator<String> NATURAL_WITH_TIES = Text::compareNatural;

    /** Natural order; what ties in it goes by code points. */
    public static final Comparator<String> NATURAL = NATURAL_WITH_TIES.thenComparing(BY_CODE_POINT);

    private static final Normalizer2 NFKC = Normalizer2.getNFKCInstance();

    private Text() {}

    public static boolean isWhiteSpace(int codePoint) {
        return codePoint <= ' '
                ? codePoint == ' ' || (codePoint >= '\t' && codePoint <= '\r')
                : codePoint > '~' && UCharacter.hasBinaryProperty(codePoint, UProperty.WHITE_SPACE);
    }

    /** Without white space at its ends. */
    public static String trim(String text) {
        int from = 0;
        int to = text.length();
        // every White_Space character is in the basic plane, so chars will do
        while (from < to && isWhiteSpace(text.charAt(from))) {
            from++;
        }
        while (to > from && isWhiteSpace(text.charAt(to - 1))) {
            to--;
        }
        return from == 0 && to == text.length() ? text : text.substring(from, to);
    }

    /** Runs of white space become one space; the ends are trimmed. */
    public static String collapse(String text) {
        if (isCollapsed(text)) {
            return text;
        }
        StringBuilder out = new StringBuilder(text.length());
        boolean gap = false;
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (isWhiteSpace(c)) {
                gap = out.length() > 0;
            } else {
                if (gap) {
                    out.append(' ');
                    gap = false;
                }
                out.append(c);
            }
        }
        return out.toString();
    }

    private static boolean isCollapsed(String text) {
        boolean before = true;
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            boolean white = isWhiteSpace(c);
            if (white && (before || c != ' ')) {
                return false;
            }
            before = white;
        }
        return text.isEmpty() || !before;
    }

    /** How many code points the text has. */
    public static int length(String text) {
        return text.codePointCount(0, text.length());
    }

    /** The form in which text compares without regard to case: lower case in the root locale. */
    public static String caseless(String text) {
        return text.toLowerCase(Locale.ROOT);
    }

    /** The form in which codes compare: NFKC, full case folding, NFKC, white space collapsed (UAX #15, CaseFolding). */
    public static String codeKey(String code) {
        if (isAscii(code)) {
            return collapse(caseless(code));
        }
        String folded = UCharacter.foldCase(NFKC.normalize(code), true);
        return collapse(NFKC.normalize(folded));
    }

    static boolean isAscii(String text) {
        for (int i = 0; i < text.length(); i++) {
            if (text.charAt(i) >= 0x80) {
                return false;
            }
        }
        return true;
    }

    private static int compareCodePoints(String a, String b) {
        int length = Math.min(a.length(), b.length());
        for (int i = 0; i < length; i++) {
            char x = a.charAt(i);
            char y = b.charAt(i);
            if (x != y) {
                boolean bothHalves = Character.isSurrogate(x) == Character.isSurrogate(y);
                return bothHalves ? Character.compare(x, y) : Character.isSurrogate(x) ? 1 : -1;
            }
        }
        return Integer.compare(a.length(), b.length());
    }

    private static int compareNatural(String a, String b) {
        int i = 0;
        int j = 0;
        while (i < a.length() && j < b.length()) {
            boolean numbers = isDigit(a.charAt(i)) && isDigit(b.charAt(j));
            int iEnd = runEnd(a, i);
            int jEnd = runEnd(b, j);
            String run = a.substring(i, iEnd);
            String other = b.substring(j, jEnd);
            int order = numbers ? compareNumbers(run, other) : compareCodePoints(run, other);
            if (order != 0) {
                return order;
            }
            i = iEnd;
            j = jEnd;
        }
        return Integer.compare(a.length() - i, b.length() - j);
    }

    static boolean isDigit(int c) {
        return c >= '0' && c <= '9';
    }

    /** Where the run ends that starts here: of digits, or of all else. */
    private static int runEnd(String text, int from) {
        boolean digits = isDigit(text.charAt(from));
        int end = from;
        while (end < text.length() && isDigit(text.charAt(end)) == digits) {
            end++;
        }
        return end;
    }

    private static int compareNumbers(String a, String b) {
        String x = withoutZeros(a);
        String y = withoutZeros(b);
        return x.length() != y.length() ? Integer.compare(x.length(), y.length()) : x.compareTo(y);
    }

    private static String withoutZeros(String digits) {
        int from = 0;
        while (from < digits.length() - 1 && digits.charAt(from) == '0') {
            from++;
        }
        return digits.substring(from);
    }
}
