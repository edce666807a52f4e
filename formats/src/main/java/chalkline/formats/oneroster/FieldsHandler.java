package chalkline.formats.oneroster;

import chalkline.core.Bounds;
import chalkline.core.naming.Characters;
import chalkline.core.naming.Text;
import de.siegmar.fastcsv.reader.AbstractBaseCsvCallbackHandler;
import de.siegmar.fastcsv.reader.CsvParseException;
import java.util.Arrays;
import java.util.BitSet;
import java.util.function.Predicate;

/**
 * Takes records as trimmed texts, those of columns that nothing reads as empty ones. A field that repeats the one above it shares its text, so that columns such as role or
 * class cost nothing in hundreds of thousands of rows.
 */
final class FieldsHandler extends AbstractBaseCsvCallbackHandler<FieldsHandler.Fields> {

    private final Predicate<String> reads;
    private final BitSet passedOver = new BitSet();
    private final BitSet controls = new BitSet();
    private boolean headerRead;
    private String[] above = new String[16];
    private char[][] aboveInChars = new char[16][];
    private int count;

    /** @param reads by the name of a column, whether anything reads it */
    FieldsHandler(Predicate<String> reads) {
        this.reads = reads;
    }

    /** One record. */
    static final class Fields {
        private static final int[] NONE = {};

        private final long line;
        private final String[] texts;
        private final int[] withControls;

        private Fields(long line, String[] texts, int[] withControls) {
            this.line = line;
            this.texts = texts;
            this.withControls = withControls;
        }

        /** Places from 0 of the fields that hold a control character other than tab and line breaks. */
        int[] withControls() {
            return withControls;
        }

        String[] texts() {
            return texts;
        }

        /** The line on which it starts. */
        long line() {
            return line;
        }

        int count() {
            return texts.length;
        }

        /** How many characters its fields have together. */
        int size() {
            int size = 0;
            for (String text : texts) {
                size += text.length();
            }
            return size;
        }

        boolean isBlank() {
            return texts.length == 1 && texts[0].isEmpty();
        }

        /** A field by its place from 0, trimmed. */
        String text(int index) {
            return texts[index];
        }
    }

    @Override
    protected void handleBegin(long startingLineNumber) {
        count = 0;
        controls.clear();
    }

    @Override
    protected void handleField(int index, char[] buffer, int offset, int length, boolean quoted) {
        if (index >= Bounds.COLUMNS) {
            throw new CsvParseException("the record has too many fields");
        }
        if (index == above.length) {
            above = Arrays.copyOf(above, above.length * 2);
            aboveInChars = Arrays.copyOf(aboveInChars, above.length);
        }
        count = index + 1;
        if (holdsControl(buffer, offset, offset + length)) {
            controls.set(index);
        }
        if (passedOver.get(index)) {
            above[index] = "";
            return;
        }
        int from = offset;
        int to = offset + length;
        while (from < to && Text.isWhiteSpace(buffer[from])) {
            from++;
        }
        while (to > from && Text.isWhiteSpace(buffer[to - 1])) {
            to--;
        }
        if (!repeats(index, buffer, from, to)) {
            keep(index, buffer, from, to - from);
        }
    }

    private static boolean holdsControl(char[] buffer, int from, int to) {
        for (int i = from; i < to; i++) {
            if (Characters.isControl(buffer[i])) {
                return true;
            }
        }
        return false;
    }

    private boolean repeats(int index, char[] buffer, int from, int to) {
        String text = above[index];
        return text != null
                && text.length() == to - from
                && Arrays.equals(aboveInChars[index], 0, to - from, buffer, from, to);
    }

    private void keep(int index, char[] buffer, int from, int length) {
        above[index] = new String(buffer, from, length);
        if (aboveInChars[index] == null || aboveInChars[index].length < length) {
            aboveInChars[index] = new char[Math.max(32, length)];
        }
        System.arraycopy(buffer, from, aboveInChars[index], 0, length);
    }

    @Override
    protected Fields buildRecord() {
        Fields record = new Fields(
                getStartingLineNumber(),
                Arrays.copyOf(above, count),
                controls.isEmpty() ? Fields.NONE : controls.stream().toArray());
        if (!headerRead && !record.isBlank()) {
            headerRead = true;
            for (int i = 0; i < count; i++) {
                passedOver.set(i, !reads.test(record.text(i)));
            }
        }
        return record;
    }
}
