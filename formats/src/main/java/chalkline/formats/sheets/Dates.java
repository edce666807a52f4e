package chalkline.formats.sheets;

import chalkline.core.calendar.CarryForward;
import chalkline.core.naming.Text;
import chalkline.formats.Fault;
import chalkline.formats.Faults;
import chalkline.formats.FaultyFileException;
import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.DateTimeException;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;

/** A sheet of dated items, with columns id and at: local dates and times such as {@code 2026-10-05T23:59}. */
public final class Dates {
    private static final int MOST_FAULTS = 100_000;
    private static final DateTimeFormatter MINUTES = DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH:mm");
    private static final DateTimeFormatter SECONDS = DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH:mm:ss");

    private final String file;
    private final Faults faults = new Faults(MOST_FAULTS);

    private Dates(String file) {
        this.file = file;
    }

    /**
     * One item.
     *
     * @param withSeconds whether it was written with seconds, and so is to be
     */
    public record Item(String id, LocalDateTime at, boolean withSeconds) {

        /** Where the item goes in a new term. */
        public CarriedItem carry(CarryForward forward) {
            CarryForward.Carried carried = forward.carry(at);
            String text = (withSeconds ? SECONDS : MINUTES).format(carried.at());
            return new CarriedItem(id, text, String.join(" ", carried.notes()));
        }
    }

    /** An item in the new term, written as it came. */
    public record CarriedItem(String id, String at, String note) {}

    /**
     * Reads the sheet.
     *
     * @throws FaultyFileException with every fault, by line
     */
    public static List<Item> read(Path path) throws IOException, FaultyFileException {
        Dates dates = new Dates(String.valueOf(path.getFileName()));
        List<Item> items = dates.items(dates.text(Files.readAllBytes(path)));
        dates.faults.throwIfAny();
        return items;
    }

    private String text(byte[] bytes) {
        try {
            String text = StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(bytes))
                    .toString();
            return text.startsWith("\uFEFF") ? text.substring(1) : text;
        } catch (CharacterCodingException e) {
            faults.add(Fault.ofFile(file, "this is not UTF-8; save the file in that encoding"));
            return "id,at";
        }
    }

    private List<Item> items(String text) {
        List<Item> items = new ArrayList<>();
        long line = 0;
        try (CsvReader<CsvRecord> csv = CsvReader.builder()
                .extraFieldStrategy(FieldMismatchStrategy.IGNORE)
                .missingFieldStrategy(FieldMismatchStrategy.IGNORE)
                .allowUnclosedQuote(false)
                .ofCsvRecord(text)) {
            List<String> header = null;
            for (CsvRecord record : csv) {
                line = record.getStartingLineNumber();
                List<String> fields =
                        record.getFields().stream().map(Text::trim).toList();
                if (fields.size() == 1 && fields.get(0).isEmpty()) {
                    continue;
                }
                if (header == null) {
                    header = fields;
                    if (!isRightHeader(header)) {
                        return items;
                    }
                } else {
                    read(line, header, fields, items);
                }
            }
            if (header == null) {
                faults.add(Fault.ofFile(file, "the file is empty; it needs at least its header"));
            }
        } catch (CsvParseException | IOException e) {
            faults.add(new Fault(file, line + 1, "1", "the quoting is broken; nothing after it was read"));
        }
        return items;
    }

    private boolean isRightHeader(List<String> header) {
        for (String column : List.of("id", "at")) {
            if (!header.contains(column)) {
                faults.add(new Fault(file, 1, column, "the column is missing"));
            }
        }
        return faults.isEmpty();
    }

    private void read(long line, List<String> header, List<String> fields, List<Item> items) {
        if (fields.size() != header.size()) {
            faults.add(new Fault(
                    file, line, "1", "the record has " + fields.size() + " fields, the header has " + header.size()));
            return;
        }
        String id = fields.get(header.indexOf("id"));
        String at = fields.get(header.indexOf("at"));
        boolean seconds = at.length() == "2026-10-05T23:59:00".length();
        boolean shaped = at.matches("[0-9]{4}-[0-9]{2}-[0-9]{2}T[0-9]{2}:[0-9]{2}(:[0-9]{2})?");
        try {
            if (shaped) {
                items.add(new Item(id, LocalDateTime.parse(at), seconds));
                return;
            }
        } catch (DateTimeException noSuchTime) {
            // answered below, like text of another shape
        }
        faults.add(new Fault(file, line, "at", "\"" + at + "\" is no date and time; write 2026-10-05T23:59"));
    }
}
