package chalkline.formats.oneroster;

/** A column whose texts come again and again, as names of people do: the same one is made anew only now and then. */
final class Repeated extends Column {
    private static final int KEPT = 8192;

    /** At the place that follows from its characters, the text that was asked for last. */
    private final String[] kept = new String[KEPT];

    Repeated(String name) {
        super(name);
    }

    String text(char[] in, int from, int length) {
        int hash = 0;
        for (int i = from; i < from + length; i++) {
            hash = 31 * hash + in[i];
        }
        int place = (hash * 0x9E3779B9) >>> (Integer.numberOfLeadingZeros(KEPT) + 1);
        String there = kept[place];
        if (there != null && is(there, in, from, length)) {
            return there;
        }
        kept[place] = new String(in, from, length);
        return kept[place];
    }

    private static boolean is(String text, char[] in, int from, int length) {
        if (text.length() != length) {
            return false;
        }
        for (int i = 0; i < length; i++) {
            if (text.charAt(i) != in[from + i]) {
                return false;
            }
        }
        return true;
    }
}
