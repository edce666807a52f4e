package chalkline.formats.oneroster;

import java.util.Arrays;
import java.util.BitSet;

/**
 * Some hundred records one after another, their fields trimmed, in a few large arrays: each field as a text of its own would
 * cost more to throw away than to read. A field that repeats the one above it stands on the same characters. The arrays may
 * be longer than what is in them; they are filled again for another block once nobody looks at this one.
 */
final class Block {
    static final Block NONE =
            new Block(new char[0], new int[0], new int[0], new int[1], new long[0], new long[0], 0, new BitSet());
    /** The last bit stands for all fields from its place on, and is never set. */
    private static final int BITS = Long.SIZE - 1;

    private final char[] text;
    private final int[] from;
    private final int[] lengths;
    private final int[] firsts;
    private final long[] lines;
    private final long[] repeating;
    private final int records;
    private final BitSet withControls;

    /**
     * @param text the characters of all fields
     * @param from where each field begins in the text, in chars from 0
     * @param lengths of the fields, in chars
     * @param firsts the first field of each record, and behind them how many fields there are
     * @param lines on which each record starts, from 1
     * @param repeating of each record, the {@link #bit} of each field that is the same as that of the record above
     * @param records how many there are
     * @param withControls fields that hold a control character other than tab and line breaks
     */
    Block(
            char[] text,
            int[] from,
            int[] lengths,
            int[] firsts,
            long[] lines,
            long[] repeating,
            int records,
            BitSet withControls) {
        this.text = text;
        this.from = from;
        this.lengths = lengths;
        this.firsts = firsts;
        this.lines = lines;
        this.repeating = repeating;
        this.records = records;
        this.withControls = withControls;
    }

    char[] text() {
        return text;
    }

    int[] from() {
        return from;
    }

    int[] lengths() {
        return lengths;
    }

    int[] firsts() {
        return firsts;
    }

    long[] lines() {
        return lines;
    }

    long[] repeating() {
        return repeating;
    }

    BitSet withControls() {
        return withControls;
    }

    /** What stands for a field of a record, by its place from 0. */
    static long bit(int place) {
        return 1L << Math.min(place, BITS);
    }

    /** The bits of the fields that are the same as those of the record above; of the first record none is. */
    long repeating(int record) {
        return repeating[record] & ~(1L << BITS);
    }

    /** A record as the only one of a block of its own, for whoever keeps it. */
    Block alone(int record) {
        int first = firsts[record];
        int end = firsts[record + 1];
        StringBuilder its = new StringBuilder();
        int[] begins = new int[end - first];
        for (int field = first; field < end; field++) {
            begins[field - first] = its.length();
            its.append(text, from[field], lengths[field]);
        }
        return new Block(
                its.toString().toCharArray(),
                begins,
                Arrays.copyOfRange(lengths, first, end),
                new int[] {0, end - first},
                new long[] {lines[record]},
                new long[1],
                1,
                withControls.get(first, end));
    }

    long line(int record) {
        return lines[record];
    }

    int records() {
        return records;
    }

    int fields(int record) {
        return firsts[record + 1] - firsts[record];
    }

    boolean isBlank(int record) {
        return fields(record) == 1 && length(record, 0) == 0;
    }

    /** Where a field of a record begins, by its place from 0. */
    int from(int record, int place) {
        return from[firsts[record] + place];
    }

    int length(int record, int place) {
        return lengths[firsts[record] + place];
    }

    String text(int record, int place) {
        int length = length(record, place);
        return length == 0 ? "" : new String(text, from(record, place), length);
    }

    /** Places from 0 of a record's fields that hold a control character. */
    int[] withControls(int record) {
        int first = firsts[record];
        return withControls.get(first, firsts[record + 1]).stream().toArray();
    }

    /**
     * Whether nothing can be wrong with the form of any record: all have the fields, none too long, none with a control
     * character, and those that must be filled are.
     *
     * @param most characters of a field, by its place
     * @param filled places of fields that are never empty; -1 for one that the file does not have
     */
    boolean isInForm(int width, int[] most, int[] filled) {
        if (!withControls.isEmpty()) {
            return false;
        }
        for (int record = 0; record < records; record++) {
            int first = firsts[record];
            if (firsts[record + 1] - first != width) {
                return false;
            }
            for (int place = 0; place < width; place++) {
                if (lengths[first + place] > most[place]) {
                    return false;
                }
            }
            for (int place : filled) {
                if (place < 0 || lengths[first + place] == 0) {
                    return false;
                }
            }
        }
        return true;
    }

    boolean holdsControl(int record) {
        int next = withControls.nextSetBit(firsts[record]);
        return next >= 0 && next < firsts[record + 1];
    }
}
