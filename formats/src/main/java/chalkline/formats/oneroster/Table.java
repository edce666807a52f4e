package chalkline.formats.oneroster;

import chalkline.core.Bounds;
import chalkline.core.arrivals.IdPool;
import chalkline.formats.Fault;
import chalkline.formats.Faults;
import chalkline.formats.oneroster.FieldsHandler.Fields;
import chalkline.formats.oneroster.ReadAhead.Records;
import de.siegmar.fastcsv.reader.CsvParseException;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.CharacterCodingException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;

/**
 * One file of a bundle, read row by row. Rows of the wrong shape and empty fields that must be filled become faults and
 * are not handed on; rows marked as deleted are handed to their own consumer, unchecked.
 */
final class Table {
    private static final String CONTROL = "the field holds a control character, which no system shows; take it out";

    private final Bundle bundle;
    private final ReadAhead ahead;
    private final Layout layout;
    private final Set<String> without;
    private final Faults faults;
    private final Map<String, Integer> places = new HashMap<>();
    private final List<Column> columns = new ArrayList<>();
    private final Column status = column("status");
    private final Column id = column("sourcedId");
    private final Set<String> idsOfBrokenRows = new HashSet<>();
    private final List<Column> filled;
    private int width;
    private List<String> names = List.of();
    private int[] longest = {};
    private long count;

    /** A column whose place is looked up once, when the header is read. */
    static final class Column {
        private final String name;
        private int place = -1;

        private Column(String name) {
            this.name = name;
        }
    }

    /** @param without columns that need not be there, whatever the layout says */
    Table(Bundle bundle, ReadAhead ahead, Layout layout, Set<String> without, Faults faults) {
        this.without = without;
        this.bundle = bundle;
        this.ahead = ahead;
        this.layout = layout;
        this.faults = faults;
        this.filled = layout.filled().stream().map(this::column).toList();
    }

    /** A column to get fields by, for files of many rows; made before the file is read. */
    Column column(String name) {
        Column column = new Column(name);
        columns.add(column);
        return column;
    }

    /** One record; its fields by column name. */
    final class Row {
        private final Fields fields;

        private Row(Fields fields) {
            this.fields = fields;
        }

        /** The trimmed value; empty where the column is not there. */
        String get(String column) {
            Integer place = places.get(column);
            return place == null ? "" : text(place);
        }

        /** The trimmed value; empty where the column is not there. */
        String get(Column column) {
            return column.place < 0 ? "" : text(column.place);
        }

        private String text(int place) {
            return place < fields.count() ? fields.text(place) : "";
        }

        String id() {
            return get(id);
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
        Optional<Records> file = ahead.records(layout);
        if (file.isEmpty()) {
            faults.add(Fault.ofFile(layout.file(), "the file is missing"));
            return false;
        }
        long line = 0;
        boolean header = true;
        try (Records records = file.get()) {
            for (Fields fields = records.next(); fields != null; fields = records.next()) {
                line = fields.line();
                if (fields.isBlank()) {
                    continue;
                }
                if (header) {
                    header = false;
                    if (!readHeader(fields)) {
                        return false;
                    }
                } else if (++count > layout.mostRows()) {
                    faults.add(new Fault(
                            layout.file(),
                            line,
                            "1",
                            "the file has more than " + layout.mostRows() + " rows; nothing after this one was read"));
                    return false;
                } else {
                    take(new Row(fields), rows, deleted);
                }
            }
        } catch (CsvParseException e) {
            faults.add(new Fault(layout.file(), header ? 1 : lineOf(e, line), "1", csvReason(e)));
            return false;
        } catch (UncheckedIOException | IOException e) {
            faults.add(unreadable(e));
            return false;
        }
        if (header) {
            faults.add(Fault.ofFile(layout.file(), "the file is empty; it needs at least its header"));
        }
        return !header;
    }

    private void take(Row row, Consumer<Row> rows, Consumer<Row> deleted) {
        String itsStatus = row.get(status);
        if (itsStatus.equals("tobedeleted")) {
            deleted.accept(row);
            return;
        }
        if (!itsStatus.isEmpty() && !itsStatus.equals("active") && row.fields.count() == width) {
            row.fault("status", "\"" + itsStatus + "\" is no status; it must be empty, active or tobedeleted");
        }
        if (isRight(row)) {
            rows.accept(row);
        }
    }

    private boolean readHeader(Fields header) {
        Optional<String> separator = Separators.otherThanComma(header.text(0), header.count());
        if (separator.isPresent()) {
            faults.add(Fault.ofFile(
                    layout.file(),
                    "the columns are separated by " + separator.get() + "; export the file with commas (RFC 4180)"));
            return false;
        }
        boolean right = true;
        for (int i = 0; i < header.count(); i++) {
            String name = header.text(i);
            if (places.putIfAbsent(name, i) != null && !name.isEmpty()) {
                faults.add(new Fault(layout.file(), 1, name, "the column stands here twice"));
                right &= !layout.requires(name);
            }
        }
        for (int i : header.withControls()) {
            faults.add(new Fault(layout.file(), 1, Integer.toString(i + 1), CONTROL));
        }
        for (String name : layout.required()) {
            if (!places.containsKey(name) && !without.contains(name)) {
                faults.add(new Fault(layout.file(), 1, name, "the column is missing"));
                right = false;
            }
        }
        width = header.count();
        names = List.of(header.texts());
        longest = names.stream().mapToInt(layout::longest).toArray();
        columns.forEach(column -> column.place = places.getOrDefault(column.name, -1));
        return right;
    }

    /** Whether the record has the header's shape; then its fields are checked, and it is read on whatever they hold. */
    private boolean isRight(Row row) {
        int fields = row.fields.count();
        if (fields != width) {
            row.fault("1", "the record has " + fields + " fields, the header has " + width);
            idsOfBrokenRows.add(row.id());
            return false;
        }
        for (Column column : filled) {
            if (row.get(column).isEmpty()) {
                row.fault(column.name, "the field is empty");
            }
        }
        for (int place = 0; place < width; place++) {
            int most = longest[place];
            if (row.fields.text(place).length() > most) {
                row.fault(
                        names.get(place),
                        Bounds.tooLong(row.fields.text(place), most).orElseThrow());
            }
        }
        for (int place : row.fields.withControls()) {
            row.fault(names.get(place).isEmpty() ? Integer.toString(place + 1) : names.get(place), CONTROL);
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
        return "the record has more than " + Bounds.COLUMNS + " fields or " + Bounds.RECORD
                + " characters; nothing after it was read";
    }

    private static String messages(Throwable e) {
        return e.getCause() == null ? String.valueOf(e.getMessage()) : e.getMessage() + " " + messages(e.getCause());
    }

    /** Ids seen in one file; the second of a pair is a fault. */
    static final class Ids {
        private final IdPool seen = new IdPool();

        /** Takes the id of a row; its number, or -1 where it is empty or an earlier row has it. */
        int number(Row row) {
            String id = row.id();
            if (id.isEmpty()) {
                return -1;
            }
            int number = seen.add(id);
            if (number < 0) {
                row.fault("sourcedId", "the id \"" + id + "\" stands in an earlier row too");
            }
            return number;
        }

        boolean add(Row row) {
            return number(row) >= 0;
        }

        IdPool pool() {
            return seen;
        }
    }
}
