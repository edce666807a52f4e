package chalkline.formats.oneroster;

import chalkline.core.Bounds;
import chalkline.core.naming.Characters;
import chalkline.core.naming.Text;
import de.siegmar.fastcsv.reader.AbstractBaseCsvCallbackHandler;
import de.siegmar.fastcsv.reader.CsvParseException;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Queue;
import java.util.function.Predicate;

/** Gathers records in blocks; the fields of columns that nothing reads are left empty. */
final class BlockHandler extends AbstractBaseCsvCallbackHandler<BlockHandler> {
    private static final int RECORDS = 512;
    /** Records may be long; a block of long ones has fewer. */
    private static final int CHARACTERS = 256 * 1024;

    private final Predicate<String> reads;
    private final Queue<Block> spare;
    private boolean[] passedOver = {};
    private boolean headerRead;

    private char[] text = new char[16 * 1024];
    private int[] from = new int[RECORDS * 8];
    private int[] lengths = new int[RECORDS * 8];
    private int[] firsts = new int[RECORDS + 1];
    private long[] lines = new long[RECORDS];
    private long[] repeating = new long[RECORDS];
    private BitSet withControls = new BitSet();
    private int used;
    private int fields;
    private int records;
    /** The first field of the record above in this block, and how many it has. */
    private int above;

    private int fieldsAbove;

    /**
     * A handler of one file's records.
     *
     * @param reads by the name of a column, whether anything reads it
     * @param spare blocks that nobody looks at any more, to be filled again
     */
    BlockHandler(Predicate<String> reads, Queue<Block> spare) {
        this.reads = reads;
        this.spare = spare;
    }

    boolean isFull() {
        return records == RECORDS || used > CHARACTERS;
    }

    /** What was gathered since the last time. */
    Block block() {
        Block block = new Block(text, from, lengths, firsts, lines, repeating, records, withControls);
        Block again = spare.poll();
        if (again == null) {
            again = new Block(
                    new char[text.length],
                    new int[from.length],
                    new int[from.length],
                    new int[RECORDS + 1],
                    new long[RECORDS],
                    new long[RECORDS],
                    0,
                    new BitSet());
        }
        fill(again);
        return block;
    }

    private void fill(Block again) {
        text = again.text();
        from = again.from();
        lengths = again.lengths();
        firsts = again.firsts();
        lines = again.lines();
        repeating = again.repeating();
        withControls = again.withControls();
        withControls.clear();
        used = 0;
        fields = 0;
        records = 0;
        fieldsAbove = 0;
    }

    @Override
    protected void handleBegin(long startingLineNumber) {
        fields = firsts[records];
        lines[records] = startingLineNumber;
        repeating[records] = 0;
    }

    @Override
    protected void handleField(int index, char[] buffer, int offset, int length, boolean quoted) {
        if (index >= Bounds.COLUMNS) {
            throw new CsvParseException("the record has too many fields");
        }
        if (fields == from.length) {
            from = Arrays.copyOf(from, fields * 2);
            lengths = Arrays.copyOf(lengths, fields * 2);
        }
        if (index < fieldsAbove && repeats(above + index, buffer, offset, length)) {
            from[fields] = from[above + index];
            lengths[fields] = length;
            repeating[records] |= Block.bit(index);
        } else if (index < passedOver.length && passedOver[index]) {
            leave(buffer, offset, offset + length);
        } else {
            keep(buffer, offset, offset + length);
        }
        fields++;
    }

    /** What is the same as the trimmed field above is trimmed too. */
    private boolean repeats(int field, char[] buffer, int offset, int length) {
        // one with a control character may have been trimmed of it
        if (lengths[field] != length || (!withControls.isEmpty() && withControls.get(field))) {
            return false;
        }
        // what differs does so near its end
        char[] kept = text;
        for (int a = from[field] + length - 1, b = offset + length - 1; b >= offset; a--, b--) {
            if (kept[a] != buffer[b]) {
                return false;
            }
        }
        return true;
    }

    private void leave(char[] buffer, int begin, int end) {
        noteControls(buffer, begin, end);
        from[fields] = used;
        lengths[fields] = 0;
    }

    private void keep(char[] buffer, int begin, int end) {
        int first = begin;
        int last = end;
        while (first < last && Text.isWhiteSpace(buffer[first])) {
            first++;
        }
        while (last > first && Text.isWhiteSpace(buffer[last - 1])) {
            last--;
        }
        int length = last - first;
        if (used + length > text.length) {
            text = Arrays.copyOf(text, Math.max(used + length, text.length * 2));
        }
        char[] to = text;
        boolean plain = length == end - begin;
        for (int i = first, at = used; i < last; i++, at++) {
            char c = buffer[i];
            to[at] = c;
            plain &= c >= ' ' && c <= '~';
        }
        if (!plain) {
            noteControls(buffer, begin, end);
        }
        from[fields] = used;
        lengths[fields] = length;
        used += length;
    }

    private void noteControls(char[] buffer, int begin, int end) {
        for (int i = begin; i < end; i++) {
            if (Characters.isControl(buffer[i])) {
                withControls.set(fields);
                return;
            }
        }
    }

    @Override
    protected BlockHandler buildRecord() {
        return this;
    }

    /** Keeps the record that was read last; one that is not kept, as an empty line is not, is forgotten with the next. */
    void take() {
        above = firsts[records];
        fieldsAbove = fields - above;
        records++;
        firsts[records] = fields;
        if (!headerRead && !(fieldsAbove == 1 && lengths[above] == 0)) {
            headerRead = true;
            passedOver = new boolean[fieldsAbove];
            for (int place = 0; place < fieldsAbove; place++) {
                String name = new String(text, from[above + place], lengths[above + place]);
                passedOver[place] = !reads.test(name);
            }
            // what is below a name is not kept as one, even where it is the same
            fieldsAbove = 0;
        }
    }
}
