package chalkline.formats.oneroster;

import chalkline.core.Bounds;
import chalkline.core.arrivals.IdPool;
import chalkline.formats.Fault;
import chalkline.formats.Faults;
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
import java.util.function.Function;
import java.util.function.Supplier;

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
    private final List<Looked<?>> looked = new ArrayList<>();
    private final Looked<Status> status = looked("status", Status::of);
    private final Column id = column("sourcedId");
    private final Set<String> idsOfBrokenRows = new HashSet<>();
    private final Column[] filled;
    private int width;
    private final List<String> names = new ArrayList<>();
    private Texts texts = new Texts(0);
    private int[] longest = {};
    private int[] filledPlaces = {};
    private Block judged = Block.NONE;
    private boolean inForm;
    /** The bits of the columns to look up by, and whether all are looked up anew, whatever the row above has. */
    private long lookedBits;

    private boolean anew = true;
    private long count;

    private enum Status {
        ACTIVE,
        DELETED,
        WRONG;

        static Status of(String text) {
            return text.equals("tobedeleted") ? DELETED : text.isEmpty() || text.equals("active") ? ACTIVE : WRONG;
        }
    }

    /** @param without columns that need not be there, whatever the layout says */
    Table(Bundle bundle, ReadAhead ahead, Layout layout, Set<String> without, Faults faults) {
        this.without = without;
        this.bundle = bundle;
        this.ahead = ahead;
        this.layout = layout;
        this.faults = faults;
        this.filled = layout.filled().stream().map(this::column).toArray(Column[]::new);
    }

    /** A column to get fields by, for files of many rows; made before the file is read. */
    Column column(String name) {
        Column column = new Column(name);
        columns.add(column);
        return column;
    }

    /** A column whose texts come again and again; made before the file is read. */
    Repeated repeated(String name) {
        Repeated column = new Repeated(name);
        columns.add(column);
        return column;
    }

    /** A column to look up by its fields' text; made before the file is read. */
    <T> Looked<T> looked(String name, Function<String, T> find) {
        Looked<T> column = new Looked<>(name, find);
        columns.add(column);
        looked.add(column);
        return column;
    }

    /** A column of ids to get the numbers of; made before the file is read. */
    Numbered numbered(String name, Supplier<IdPool> pool) {
        Numbered column = new Numbered(name, pool);
        columns.add(column);
        return column;
    }

    /** One record, its fields by column name: the one that is read just now, good until the next one is. */
    final class Row {
        private Block block;
        private int record;

        private Row(Block block, int record) {
            this.block = block;
            this.record = record;
        }

        /** The same for good. */
        Row kept() {
            return new Row(block.alone(record), 0);
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

        /** The trimmed value; mostly the very text that other rows have, where it is the same. */
        String get(Repeated column) {
            return isEmpty(column)
                    ? ""
                    : column.text(block.text(), block.from(record, column.place), block.length(record, column.place));
        }

        /**
         * Puts the trimmed value of a column behind others.
         *
         * @return where it ends
         */
        int append(Column column, StringBuilder to) {
            if (!isEmpty(column)) {
                to.append(block.text(), block.from(record, column.place), block.length(record, column.place));
            }
            return to.length();
        }

        private String text(int place) {
            return place < Math.min(block.fields(record), width) ? texts.text(block, record, place) : "";
        }

        boolean isEmpty(Column column) {
            return column.place < 0 || column.place >= block.fields(record) || block.length(record, column.place) == 0;
        }

        /** What its text in the column finds; that of an empty one where the column is not there. */
        <T> T find(Looked<T> column) {
            return column.found();
        }

        /** The number of its id in the column; -1 where the pool has no such. */
        int find(Numbered column) {
            return column.number(block, record);
        }

        String id() {
            return get(id);
        }

        boolean hasNoId() {
            return isEmpty(id);
        }

        /** Adds its id, which is not empty; the number, or -1 where the pool has it already. */
        int addIdTo(IdPool pool) {
            return pool.add(block.text(), block.from(record, id.place), block.length(record, id.place));
        }

        long line() {
            return block.line(record);
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
        Row row = new Row(Block.NONE, 0);
        try (Records records = file.get()) {
            while (records.next()) {
                Block block = records.block();
                line = block.line(records.record());
                if (block.isBlank(records.record())) {
                    anew = true;
                    continue;
                }
                if (header) {
                    header = false;
                    if (!readHeader(block, records.record())) {
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
                    row.block = block;
                    row.record = records.record();
                    take(row, rows, deleted);
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
        look(row);
        Status itsStatus = row.find(status);
        if (itsStatus == Status.DELETED) {
            deleted.accept(row);
            return;
        }
        if (itsStatus == Status.WRONG && row.block.fields(row.record) == width) {
            row.fault("status", "\"" + row.get(status) + "\" is no status; it must be empty, active or tobedeleted");
        }
        if (isRight(row)) {
            rows.accept(row);
        }
    }

    /** Looks up what the row has otherwise than the one above it. */
    private void look(Row row) {
        long repeating = anew ? 0 : row.block.repeating(row.record);
        anew = false;
        if ((repeating & lookedBits) == lookedBits) {
            return;
        }
        for (Looked<?> column : looked) {
            if (column.place < 0 || (repeating & Block.bit(column.place)) == 0) {
                column.find(row.get(column));
            }
        }
    }

    private boolean readHeader(Block block, int record) {
        width = block.fields(record);
        Optional<String> separator = Separators.otherThanComma(block.text(record, 0), width);
        if (separator.isPresent()) {
            faults.add(Fault.ofFile(
                    layout.file(),
                    "the columns are separated by " + separator.get() + "; export the file with commas (RFC 4180)"));
            return false;
        }
        boolean right = true;
        for (int i = 0; i < width; i++) {
            String name = block.text(record, i);
            names.add(name);
            if (places.putIfAbsent(name, i) != null && !name.isEmpty()) {
                faults.add(new Fault(layout.file(), 1, name, "the column stands here twice"));
                right &= !layout.requires(name);
            }
        }
        for (int i : block.withControls(record)) {
            faults.add(new Fault(layout.file(), 1, Integer.toString(i + 1), CONTROL));
        }
        for (String name : layout.required()) {
            if (!places.containsKey(name) && !without.contains(name)) {
                faults.add(new Fault(layout.file(), 1, name, "the column is missing"));
                right = false;
            }
        }
        texts = new Texts(width);
        longest = names.stream().mapToInt(layout::longest).toArray();
        filledPlaces = layout.filled().stream()
                .mapToInt(name -> places.getOrDefault(name, -1))
                .toArray();
        columns.forEach(column -> column.place = places.getOrDefault(column.name(), -1));
        lookedBits = looked.stream()
                .filter(column -> column.place >= 0)
                .mapToLong(column -> Block.bit(column.place))
                .reduce(0, (a, b) -> a | b);
        return right;
    }

    /** Whether the record has the header's shape; then its fields are checked, and it is read on whatever they hold. */
    @SuppressWarnings("ReferenceEquality")
    private boolean isRight(Row row) {
        Block block = row.block;
        if (block != judged) {
            judged = block;
            inForm = block.isInForm(width, longest, filledPlaces);
        }
        if (inForm) {
            return true;
        }
        int fields = block.fields(row.record);
        if (fields != width) {
            row.fault("1", "the record has " + fields + " fields, the header has " + width);
            idsOfBrokenRows.add(row.id());
            return false;
        }
        for (Column column : filled) {
            if (row.isEmpty(column)) {
                row.fault(column.name(), "the field is empty");
            }
        }
        for (int place = 0; place < width; place++) {
            if (block.length(row.record, place) > longest[place]) {
                String reason = Bounds.tooLong(row.text(place), longest[place]).orElseThrow();
                row.fault(names.get(place), reason);
            }
        }
        if (block.holdsControl(row.record)) {
            for (int place : block.withControls(row.record)) {
                row.fault(names.get(place).isEmpty() ? Integer.toString(place + 1) : names.get(place), CONTROL);
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
            if (row.hasNoId()) {
                return -1;
            }
            int number = row.addIdTo(seen);
            if (number < 0) {
                row.fault("sourcedId", "the id \"" + row.id() + "\" stands in an earlier row too");
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
