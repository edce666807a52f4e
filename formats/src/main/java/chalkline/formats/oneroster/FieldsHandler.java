package chalkline.formats.oneroster;

import chalkline.core.naming.Text;
import de.siegmar.fastcsv.reader.AbstractBaseCsvCallbackHandler;
import de.siegmar.fastcsv.reader.CsvParseException;
import java.util.Arrays;

/**
 * Takes records as trimmed texts. A field that repeats the one above it shares its text, so that columns such as role or
 * class cost nothing in hundreds of thousands of rows.
 */
final class FieldsHandler extends AbstractBaseCsvCallbackHandler<FieldsHandler.Fields> {
    static final int LONGEST_FIELD = 64 * 1024;
    private static final int MOST_FIELDS = 1024;

    private String[] above = new String[16];
    private int count;

    /** One record. */
    static final class Fields {
        private final long line;
        private final String[] texts;

        private Fields(long line, String[] texts) {
            this.line = line;
            this.texts = texts;
        }

        /** The line on which it starts. */
        long line() {
            return line;
        }

        int count() {
            return texts.length;
        }

        /** A field by its place from 0, trimmed. */
        String text(int index) {
            return texts[index];
        }
    }

    @Override
    protected void handleBegin(long startingLineNumber) {
        count = 0;
    }

    @Override
    protected void handleField(int index, char[] buffer, int offset, int length, boolean quoted) {
        if (index >= MOST_FIELDS || length > LONGEST_FIELD) {
            throw new CsvParseException("the record has too many fields or one that is too long");
        }
        if (index == above.length) {
            above = Arrays.copyOf(above, above.length * 2);
        }
        int from = offset;
        int to = offset + length;
        while (from < to && Text.isWhiteSpace(buffer[from])) {
            from++;
        }
        while (to > from && Text.isWhiteSpace(buffer[to - 1])) {
            to--;
        }
        if (!repeats(above[index], buffer, from, to)) {
            above[index] = from == to ? "" : new String(buffer, from, to - from);
        }
        count = index + 1;
    }

    private static boolean repeats(String text, char[] buffer, int from, int to) {
        if (text == null || text.length() != to - from) {
            return false;
        }
        // ids of neighbouring rows mostly differ at their end
        for (int i = to - 1; i >= from; i--) {
            if (text.charAt(i - from) != buffer[i]) {
                return false;
            }
        }
        return true;
    }

    @Override
    protected Fields buildRecord() {
        return new Fields(getStartingLineNumber(), Arrays.copyOf(above, count));
    }
}
