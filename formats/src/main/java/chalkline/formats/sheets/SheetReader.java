package chalkline.formats.sheets;

import chalkline.core.Bounds;
import chalkline.core.naming.Characters;
import chalkline.core.naming.Text;
import chalkline.formats.Fault;
import chalkline.formats.Faults;
import chalkline.formats.FaultyFileException;
import com.ibm.icu.text.CharsetDetector;
import com.ibm.icu.text.CharsetMatch;
import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Reads a sheet as somebody has it: CSV (RFC 4180), the same with tabs, semicolons or bars, or XLSX. What it is written in is
 * recognized and said, and may be said otherwise.
 */
public final class SheetReader {
    private static final List<Charset> WRITTEN = List.of(
            StandardCharsets.UTF_8,
            StandardCharsets.UTF_16LE,
            StandardCharsets.UTF_16BE,
            Charset.forName("windows-1252"),
            Charset.forName("windows-1250"),
            Charset.forName("ISO-8859-15"),
            Charset.forName("IBM850"));
    private static final List<Delimiter> DELIMITERS =
            List.of(Delimiter.TAB, Delimiter.COMMA, Delimiter.SEMICOLON, Delimiter.BAR);
    private static final int SAMPLE = 200;
    private static final Pattern LINE = Pattern.compile("line (\\d{1,9})");

    private SheetReader() {}

    /** What parts the fields of a record. */
    public enum Delimiter {
        COMMA(','),
        SEMICOLON(';'),
        TAB('\t'),
        BAR('|');

        private final char sign;

        Delimiter(char sign) {
            this.sign = sign;
        }
    }

    /**
     * How a sheet is written; what is empty is recognized.
     *
     * @param encoding the name of a character set
     * @param leaf the name of a sheet in a workbook
     */
    public record Written(Optional<String> encoding, Optional<Delimiter> delimiter, Optional<String> leaf) {
        public static final Written RECOGNIZED = new Written(Optional.empty(), Optional.empty(), Optional.empty());
    }

    /**
     * A sheet that was read.
     *
     * @param rows all of the same length, cells trimmed, rows and columns that are empty to the end left out
     * @param lines for each row the line (or the row of the workbook) on which it starts, counted from 1
     * @param encoding empty where it is a workbook, or came as text
     * @param delimiter empty where it is a workbook
     * @param leaf the sheet of a workbook that was read; empty for a file of text
     * @param leaves all sheets of the workbook
     */
    public record Sheet(
            List<List<String>> rows,
            List<Integer> lines,
            String encoding,
            Optional<Delimiter> delimiter,
            String leaf,
            List<String> leaves) {}

    /** How much of a sheet is taken. */
    public record Most(long bytes, int rows) {
        /** Of courses, which a person looks through. */
        public static final Most COURSES = new Most(Bounds.SHEET_BYTES, Bounds.SHEET_ROWS);

        /** Of what an LMS gives back. */
        public static final Most RESULTS = new Most(Bounds.RESULT_BYTES, Bounds.RESULT_ROWS);
    }

    /** The names of the character sets that text is taken in. */
    public static List<String> encodings() {
        return WRITTEN.stream().map(Charset::name).toList();
    }

    /** Reads a file of courses; a workbook is known by what it begins with. */
    public static Sheet read(String name, byte[] content, Written as) throws FaultyFileException {
        return read(name, content, as, Most.COURSES);
    }

    /** Reads a file; a workbook is known by what it begins with. */
    public static Sheet read(String name, byte[] content, Written as, Most most) throws FaultyFileException {
        if (content.length > most.bytes()) {
            throw refused(name, "it has more than " + (most.bytes() >> 20) + " MB; split it");
        }
        if (Workbook.isOne(content)) {
            return Workbook.read(name, content, as.leaf(), most);
        }
        Charset charset = as.encoding().isPresent() ? named(name, as.encoding().get()) : recognized(name, content);
        String text = decoded(name, content, charset);
        return text(name, text, charset.name(), as.delimiter(), most);
    }

    /** Reads what was pasted or typed. */
    public static Sheet read(String text, Optional<Delimiter> delimiter) throws FaultyFileException {
        return text("pasted rows", text, "", delimiter, Most.COURSES);
    }

    private static Charset named(String name, String wanted) throws FaultyFileException {
        for (Charset one : WRITTEN) {
            if (one.name().equalsIgnoreCase(wanted)) {
                return one;
            }
        }
        throw refused(name, "\"" + wanted + "\" is none of the encodings " + String.join(", ", encodings()));
    }

    /** A byte order mark, else UTF-8 where it is that throughout, else what its letters look like. */
    private static Charset recognized(String name, byte[] content) throws FaultyFileException {
        if (startsWith(content, 0xFF, 0xFE)) {
            return StandardCharsets.UTF_16LE;
        }
        if (startsWith(content, 0xFE, 0xFF)) {
            return StandardCharsets.UTF_16BE;
        }
        if (isIn(content, StandardCharsets.UTF_8)) {
            return StandardCharsets.UTF_8;
        }
        CharsetDetector detector = new CharsetDetector();
        detector.setText(content);
        for (CharsetMatch match : detector.detectAll()) {
            // what this one is taken for has the same letters and more
            String likely = match.getName().equals("ISO-8859-1") ? "windows-1252" : match.getName();
            Optional<Charset> taken = WRITTEN.stream()
                    .filter(one -> one.name().equalsIgnoreCase(likely))
                    .findFirst();
            if (taken.isPresent() && !taken.get().equals(StandardCharsets.UTF_8) && isIn(content, taken.get())) {
                return taken.get();
            }
        }
        throw refused(name, "it is neither text nor a workbook (XLSX); save it as CSV in UTF-8, or as XLSX");
    }

    private static boolean startsWith(byte[] content, int first, int second) {
        return content.length >= 2 && (content[0] & 0xFF) == first && (content[1] & 0xFF) == second;
    }

    private static boolean isIn(byte[] content, Charset charset) {
        try {
            strict(content, charset);
            return true;
        } catch (CharacterCodingException e) {
            return false;
        }
    }

    private static String strict(byte[] content, Charset charset) throws CharacterCodingException {
        return charset.newDecoder()
                .onMalformedInput(CodingErrorAction.REPORT)
                .onUnmappableCharacter(CodingErrorAction.REPORT)
                .decode(ByteBuffer.wrap(content))
                .toString();
    }

    private static String decoded(String name, byte[] content, Charset charset) throws FaultyFileException {
        try {
            return strict(content, charset);
        } catch (CharacterCodingException e) {
            throw refused(name, "it is not written in " + charset.name() + "; choose another encoding");
        }
    }

    private static Sheet text(String name, String text, String encoding, Optional<Delimiter> wanted, Most most)
            throws FaultyFileException {
        String plain = text.startsWith("\uFEFF") ? text.substring(1) : text;
        Delimiter delimiter = wanted.orElseGet(() -> likely(plain));
        List<List<String>> rows = new ArrayList<>();
        List<Integer> lines = new ArrayList<>();
        try (CsvReader<CsvRecord> csv = parser(plain, delimiter)) {
            for (CsvRecord record : csv) {
                if (rows.size() > most.rows()) {
                    break;
                }
                rows.add(record.getFields());
                lines.add((int) record.getStartingLineNumber());
            }
        } catch (CsvParseException e) {
            String reason =
                    "a field in quotes does not end, or a record has more than " + Bounds.RECORD + " characters";
            throw new FaultyFileException(List.of(new Fault(name, line(e, lines), "1", reason)));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return squared(name, rows, lines, encoding, Optional.of(delimiter), "", List.of(), most);
    }

    private static CsvReader<CsvRecord> parser(String text, Delimiter delimiter) {
        return CsvReader.builder()
                .fieldSeparator(delimiter.sign)
                .extraFieldStrategy(FieldMismatchStrategy.IGNORE)
                .missingFieldStrategy(FieldMismatchStrategy.IGNORE)
                .allowUnclosedQuote(false)
                .maxBufferSize(Bounds.RECORD)
                .ofCsvRecord(new StringReader(text));
    }

    /** Where the record begins that cannot be read, as the parser says it; where that is not said, after the last one read. */
    private static int line(CsvParseException e, List<Integer> read) {
        Matcher said = LINE.matcher(String.valueOf(e.getMessage()));
        return said.find() ? Integer.parseInt(said.group(1)) : read.isEmpty() ? 1 : read.get(read.size() - 1) + 1;
    }

    /** The one under which most records have as many fields as most others, and more than one. */
    private static Delimiter likely(String text) {
        Delimiter best = Delimiter.COMMA;
        double most = 0;
        for (Delimiter one : DELIMITERS) {
            double score = score(text, one);
            if (score > most) {
                most = score;
                best = one;
            }
        }
        return best;
    }

    private static double score(String text, Delimiter delimiter) {
        Map<Integer, Integer> widths = new HashMap<>();
        int records = 0;
        try (CsvReader<CsvRecord> csv = parser(text, delimiter)) {
            for (CsvRecord record : csv) {
                widths.merge(record.getFieldCount(), 1, Integer::sum);
                if (++records == SAMPLE) {
                    break;
                }
            }
        } catch (CsvParseException | IOException e) {
            return 0;
        }
        double best = 0;
        for (Map.Entry<Integer, Integer> width : widths.entrySet()) {
            double share = (double) width.getValue() / records;
            best = width.getKey() > 1 ? Math.max(best, share * (1 + Math.log(width.getKey()) / 10)) : best;
        }
        return best;
    }

    /** All rows of one length, trimmed; what is too much or holds what no system shows is a fault. */
    static Sheet squared(
            String name,
            List<List<String>> read,
            List<Integer> lines,
            String encoding,
            Optional<Delimiter> delimiter,
            String leaf,
            List<String> leaves,
            Most most)
            throws FaultyFileException {
        if (read.size() > most.rows()) {
            throw refused(name, "it has more than " + most.rows() + " rows; split it");
        }
        Faults faults = new Faults();
        List<List<String>> rows = new ArrayList<>();
        List<Integer> kept = new ArrayList<>();
        int width = 0;
        for (int i = 0; i < read.size(); i++) {
            List<String> row = new ArrayList<>(read.get(i).size());
            for (String cell : read.get(i)) {
                String trimmed = Text.trim(cell);
                int column = row.size() + 1;
                String at = Integer.toString(column);
                int line = lines.get(i);
                Bounds.tooLong(trimmed, Bounds.FIELD)
                        .ifPresent(reason -> faults.add(new Fault(name, line, at, reason)));
                // a line break inside a cell is a space, as in the sheet that it is shown in
                String one = Text.collapse(trimmed);
                Characters.firstOdd(one)
                        .ifPresent(place -> faults.add(new Fault(name, line, at, Characters.reason(one, place))));
                row.add(one);
                width = one.isEmpty() ? width : Math.max(width, column);
            }
            if (row.stream().anyMatch(cell -> !cell.isEmpty())) {
                rows.add(row);
                kept.add(lines.get(i));
            }
        }
        if (width > Bounds.SHEET_COLUMNS) {
            throw refused(name, "it has " + width + " columns; at most " + Bounds.SHEET_COLUMNS + " are taken");
        }
        if (rows.isEmpty()) {
            throw refused(name, "nothing stands in it");
        }
        faults.throwIfAny();
        int wide = width;
        List<List<String>> squared = rows.stream()
                .map(row -> {
                    String[] cells = row.subList(0, Math.min(wide, row.size())).toArray(new String[wide]);
                    Arrays.fill(cells, Math.min(wide, row.size()), wide, "");
                    return List.of(cells);
                })
                .toList();
        return new Sheet(squared, List.copyOf(kept), encoding, delimiter, leaf, leaves);
    }

    static FaultyFileException refused(String name, String reason) {
        return new FaultyFileException(List.of(Fault.ofFile(name, reason)));
    }
}
