package chalkline.core.naming;

import com.ibm.icu.lang.UScript;
import com.ibm.icu.text.Normalizer2;
import java.util.Map;

/** Text in the letters that every system takes: accents off Latin letters, curly quotes and dashes straight. */
public final class Plain {
    private static final Normalizer2 NFKD = Normalizer2.getNFKDInstance();
    private static final Normalizer2 NFC = Normalizer2.getNFCInstance();

    private static final Map<Integer, String> LETTERS = Map.ofEntries(
            Map.entry((int) 'Æ', "AE"),
            Map.entry((int) 'æ', "ae"),
            Map.entry((int) 'Œ', "OE"),
            Map.entry((int) 'œ', "oe"),
            Map.entry((int) 'Ø', "O"),
            Map.entry((int) 'ø', "o"),
            Map.entry((int) 'Ð', "D"),
            Map.entry((int) 'ð', "d"),
            Map.entry((int) 'Đ', "D"),
            Map.entry((int) 'đ', "d"),
            Map.entry((int) 'Þ', "TH"),
            Map.entry((int) 'þ', "th"),
            Map.entry((int) 'Ł', "L"),
            Map.entry((int) 'ł', "l"),
            Map.entry((int) 'Ħ', "H"),
            Map.entry((int) 'ħ', "h"),
            Map.entry((int) 'Ŧ', "T"),
            Map.entry((int) 'ŧ', "t"),
            Map.entry((int) 'Ŋ', "N"),
            Map.entry((int) 'ŋ', "n"),
            Map.entry((int) 'ẞ', "SS"),
            Map.entry((int) 'ß', "ss"),
            Map.entry((int) 'ı', "i"),
            Map.entry((int) 'ĸ', "k"));

    private Plain() {}

    static String of(String text) {
        if (Text.isAscii(text)) {
            return text;
        }
        StringBuilder out = new StringBuilder();
        boolean afterLatin = false;
        for (int c : NFKD.normalize(text).codePoints().toArray()) {
            boolean mark = Character.getType(c) == Character.NON_SPACING_MARK;
            if (mark && afterLatin) {
                continue;
            }
            if (!mark) {
                afterLatin = Character.isLetter(c) && UScript.getScript(c) == UScript.LATIN;
            }
            out.append(replacement(c));
        }
        return NFC.normalize(out);
    }

    private static String replacement(int c) {
        String letter = LETTERS.get(c);
        if (letter != null) {
            return letter;
        }
        return switch (c) {
            case 0x2010, 0x2011, 0x2012, 0x2013, 0x2014, 0x2015, 0x2212 -> "-";
            case '‘', '’', '‚', '‛', '′', 'ʼ', '‹', '›' -> "'";
            case '“', '”', '„', '‟', '″', '«', '»' -> "\"";
            case '⁄' -> "/";
            default -> Character.toString(c);
        };
    }

    /** Plain, lower case, every run of other than a–z and 0–9 one hyphen, none at the ends. */
    public static String slug(String text) {
        String plain = Text.caseless(of(text));
        StringBuilder out = new StringBuilder(plain.length());
        for (int i = 0; i < plain.length(); i++) {
            char c = plain.charAt(i);
            if ((c >= 'a' && c <= 'z') || Text.isDigit(c)) {
                out.append(c);
            } else if (out.length() > 0 && out.charAt(out.length() - 1) != '-') {
                out.append('-');
            }
        }
        int end = out.length();
        if (end > 0 && out.charAt(end - 1) == '-') {
            out.setLength(end - 1);
        }
        return out.toString();
    }
}
