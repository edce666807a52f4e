package chalkline.formats.oneroster;

import chalkline.formats.Fault;
import chalkline.formats.oneroster.FieldsHandler.Fields;
import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;

/**
 * One file of a bundle, read row by row. Rows of the wrong shape and empty fields that must be filled become faults and
 * are not handed on; rows marked as deleted are handed to their own consumer, unchecked.
 */
final class Table {
    private static final int LONGEST_RECORD = 1024 * 1024;

    private final Bundle bundle;
    private final Layout layout;
    private final List<Fault> faults;
    private final Map<String, Integer> columns = new HashMap<>();
    private final Set<String> idsOfBrokenRows = new HashSet<>();
    private final List<Filled> filled = new ArrayList<>();
    private int width;

    /** A column that is never empty. */
    private record Filled(String name, int index) {}

    Table(Bundle bundle, Layout layout, List<Fault> faults) {
        this.bundle = bundle;
        this.layout = layout;
        this.faults = faults;
    }

    /** One record; its fields by column name. */
    final class Row {
        private final Fields fields;

        private Row(Fields fields) {
            this.fields = fields;
        }

        /** The trimmed value; empty where the column is not there. */
        String get(String column) {
            Integer index = columns.get(column);
            return index == null || index >= fields.count() ? "" : fields.text(index);
        }

        long line() {
            return fields.line();
        }

        void fault(String column, String reason) {
            faults.add(new Fault(layout.file(), line(), column, reason));
        }
    }

    /**
     * Reads the file.
     *
     * @return whether all of it could be read, so that an id that is not in it is really missing
     */
    boolean read(Consumer<Row> rows, Consumer<Row> deleted) throws IOException {
        if (!bundle.has(layout.file())) {
            faults.add(Fault.ofFile(layout.file(), "the file is missing"));
            return false;
        }
        long[] line = {0};
        try (InputStream in = bundle.read(layout.file());
                CsvReader<Fields> csv = parser(in)) {
            boolean header = true;
            for (Fields fields : csv) {
                line[0] = fields.line();
                if (isBlank(fields)) {
                    continue;
                }
                if (header) {
                    header = false;
                    if (!readHeader(fields)) {
                        return false;
                    }
                } else {
                    Row row = new Row(fields);
                    if (row.get("status").equals("tobedeleted")) {
                        deleted.accept(row);
                    } else if (isRight(row)) {
                        rows.accept(row);
                    }
                }
            }
            if (header) {
                faults.add(Fault.ofFile(layout.file(), "the file is empty; it needs at least its header"));
                return false;
            }
            return true;
        } catch (CsvParseException e) {
            faults.add(new Fault(layout.file(), lineOf(e, line[0]), "1", csvReason(e)));
            return false;
        } catch (UncheckedIOException | IOException e) {
            faults.add(unreadable(e));
            return false;
        }
    }

    private static CsvReader<Fields> parser(InputStream in) {
        return CsvReader.builder()
                .detectBomHeader(false)
                .extraFieldStrategy(FieldMismatchStrategy.IGNORE)
                .missingFieldStrategy(FieldMismatchStrategy.IGNORE)
                .allowUnclosedQuote(false)
                .maxBufferSize(LONGEST_RECORD)
                .build(
                        new FieldsHandler(),
                        new WithoutMark(new InputStreamReader(
                                in,
                                StandardCharsets.UTF_8
                                        .newDecoder()
                                        .onMalformedInput(CodingErrorAction.REPORT)
                                        .onUnmappableCharacter(CodingErrorAction.REPORT))));
    }

    private static boolean isBlank(Fields fields) {
        return fields.count() == 1 && fields.text(0).isEmpty();
    }

    private boolean readHeader(Fields header) {
        boolean right = true;
        for (int i = 0; i < header.count(); i++) {
            // interned, so that the names in the code are found at once
            String name = header.text(i).intern();
            if (columns.putIfAbsent(name, i) != null && layout.requires(name)) {
                faults.add(new Fault(layout.file(), 1, name, "the column stands here twice"));
                right = false;
            }
        }
        for (String name : layout.required()) {
            if (!columns.containsKey(name)) {
                faults.add(new Fault(layout.file(), 1, name, "the column is missing"));
                right = false;
            }
        }
        width = header.count();
        for (String name : layout.filled()) {
            filled.add(new Filled(name, columns.getOrDefault(name, 0)));
        }
        return right;
    }

    /** Whether the record has the header's shape; then its fields are checked, and it is read on whatever they hold. */
    private boolean isRight(Row row) {
        int fields = row.fields.count();
        if (fields != width) {
            row.fault("1", "the record has " + fields + " fields, the header has " + width);
            idsOfBrokenRows.add(row.get("sourcedId"));
            return false;
        }
        for (Filled column : filled) {
            if (row.fields.text(column.index()).isEmpty()) {
                row.fault(column.name(), "the field is empty");
            }
        }
        return true;
    }

    /** Ids of rows that could not be read, so that what refers to them is not a fault of its own. */
    Set<String> idsOfBrokenRows() {
        return idsOfBrokenRows;
    }

    private Fault unreadable(Exception e) throws IOException {
        Throwable cause = e instanceof UncheckedIOException ? e.getCause() : e;
        if (cause instanceof CharacterCodingException) {
            try (InputStream in = bundle.read(layout.file())) {
                return new Fault(
                        layout.file(),
                        Utf8.firstWrongLine(in),
                        "1",
                        "this is not UTF-8; save the file in that encoding");
            }
        }
        return Fault.ofFile(layout.file(), "the file can't be read: " + cause.getMessage());
    }

    /** FastCSV names the line of the trouble in its message; the record that it stands in starts there or before. */
    private static long lineOf(CsvParseException e, long lastLine) {
        java.util.regex.Matcher m =
                java.util.regex.Pattern.compile("line (\\d+)").matcher(messages(e));
        return m.find() ? Long.parseLong(m.group(1)) : lastLine + 1;
    }

    private static String csvReason(CsvParseException e) {
        String said = messages(e).toLowerCase(java.util.Locale.ROOT);
        if (said.contains("unclosed") || said.contains("not closed") || said.contains("end of file")) {
            return "a quoted field is not closed; nothing after it was read";
        }
        if (said.contains("quote")) {
            return "there is text after a closing quote; nothing after it was read";
        }
        return "the record has too many fields, or one longer than " + FieldsHandler.LONGEST_FIELD
                + " characters; nothing after it was read";
    }

    private static String messages(Throwable e) {
        return e.getCause() == null ? String.valueOf(e.getMessage()) : e.getMessage() + " " + messages(e.getCause());
    }

    /** Ids seen in one file; the second of a pair is a fault. */
    static final class Ids {
        private final HashSet<String> seen = new HashSet<>();

        boolean add(Row row) {
            String id = row.get("sourcedId");
            boolean fresh = seen.add(id) && !id.isEmpty();
            if (!fresh && !id.isEmpty()) {
                row.fault("sourcedId", "the id \"" + id + "\" stands in an earlier row too");
            }
            return fresh;
        }
    }
}
