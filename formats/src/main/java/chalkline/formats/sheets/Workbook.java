package chalkline.formats.sheets;

import chalkline.core.Bounds;
import chalkline.formats.FaultyFileException;
import chalkline.formats.sheets.SheetReader.Sheet;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.dhatim.fastexcel.reader.Cell;
import org.dhatim.fastexcel.reader.CellType;
import org.dhatim.fastexcel.reader.ExcelReaderException;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.ReadingOptions;
import org.dhatim.fastexcel.reader.Row;
import org.dhatim.fastexcel.reader.SheetVisibility;

/** Reads a sheet of a workbook (ECMA-376, XLSX). Days are written as ISO 8601 has them, numbers without exponents. */
final class Workbook {
    private Workbook() {}

    static boolean isOne(byte[] content) {
        return content.length > 4 && content[0] == 'P' && content[1] == 'K' && content[2] == 3 && content[3] == 4;
    }

    /** @param leaf the name of the sheet; the first that is shown and not empty where it is not said */
    static Sheet read(String name, byte[] content, Optional<String> leaf, SheetReader.Most most)
            throws FaultyFileException {
        checkSize(name, content);
        try (ReadableWorkbook book =
                new ReadableWorkbook(new ByteArrayInputStream(content), new ReadingOptions(true, true))) {
            List<org.dhatim.fastexcel.reader.Sheet> sheets = book.getSheets()
                    .filter(sheet -> sheet.getVisibility() == SheetVisibility.VISIBLE)
                    .toList();
            List<String> names = sheets.stream()
                    .map(org.dhatim.fastexcel.reader.Sheet::getName)
                    .toList();
            if (leaf.isPresent() && !names.contains(leaf.get())) {
                throw SheetReader.refused(name, "it has no sheet \"" + leaf.get() + "\"");
            }
            FaultyFileException empty = SheetReader.refused(name, "nothing stands in it");
            for (org.dhatim.fastexcel.reader.Sheet sheet : sheets) {
                if (leaf.isPresent() && !leaf.get().equals(sheet.getName())) {
                    continue;
                }
                try {
                    return read(name, sheet, names, most);
                } catch (FaultyFileException e) {
                    if (leaf.isPresent() || !e.faults().equals(empty.faults())) {
                        throw e;
                    }
                }
            }
            throw empty;
        } catch (IOException | ExcelReaderException | UncheckedIOException | IllegalArgumentException e) {
            throw SheetReader.refused(name, "it is no workbook that can be read (XLSX); save it anew, or as CSV");
        } catch (IllegalStateException | NullPointerException | IndexOutOfBoundsException | DateTimeException e) {
            // what the library makes of parts that are missing or say nothing sensible
            throw SheetReader.refused(name, "a part of the workbook is broken; save it anew, or as CSV");
        }
    }

    /** Before the library reads it whole. */
    private static void checkSize(String name, byte[] content) throws FaultyFileException {
        long bytes = 0;
        byte[] buffer = new byte[1 << 16];
        try (ZipFile zip = ZipFile.builder().setByteArray(content).get()) {
            for (ZipArchiveEntry entry : Collections.list(zip.getEntries())) {
                try (InputStream in = zip.getInputStream(entry)) {
                    bytes += size(in, buffer, Bounds.SHEET_UNPACKED - bytes);
                }
                if (bytes > Bounds.SHEET_UNPACKED) {
                    throw SheetReader.refused(
                            name,
                            "it unpacks to more than " + (Bounds.SHEET_UNPACKED >> 20) + " MB; no such file is read");
                }
            }
            WorkbookBounds bounds = new WorkbookBounds(name);
            for (ZipArchiveEntry entry : Collections.list(zip.getEntries())) {
                try (InputStream in = zip.getInputStream(entry)) {
                    bounds.check(in);
                }
            }
        } catch (IOException | IllegalArgumentException e) {
            throw SheetReader.refused(name, "it is cut off, or no workbook (XLSX)");
        }
    }

    private static long size(InputStream in, byte[] buffer, long most) throws IOException {
        long bytes = 0;
        for (int n = in.read(buffer); n >= 0 && bytes <= most; n = in.read(buffer)) {
            bytes += n;
        }
        return bytes;
    }

    private static Sheet read(
            String name, org.dhatim.fastexcel.reader.Sheet sheet, List<String> names, SheetReader.Most most)
            throws IOException, FaultyFileException {
        List<List<String>> rows = new ArrayList<>();
        List<Integer> lines = new ArrayList<>();
        try (Stream<Row> all = sheet.openStream()) {
            for (Row row : (Iterable<Row>) all.limit(most.rows() + 1L)::iterator) {
                List<String> cells = new ArrayList<>();
                for (int i = 0; i < Math.min(row.getCellCount(), Bounds.COLUMNS); i++) {
                    cells.add(row.getOptionalCell(i).map(Workbook::text).orElse(""));
                }
                rows.add(cells);
                lines.add(row.getRowNum());
            }
        }
        return SheetReader.squared(name, rows, lines, "", Optional.empty(), sheet.getName(), names, most);
    }

    private static String text(Cell cell) {
        String shown = cell.getText() == null ? "" : cell.getText();
        CellType type = cell.getType();
        if (type == CellType.BOOLEAN) {
            return cell.asBoolean() ? "yes" : "no";
        }
        boolean number = type == CellType.NUMBER || (type == CellType.FORMULA && cell.getValue() instanceof BigDecimal);
        if (!number) {
            return shown;
        }
        String format = cell.getDataFormatString();
        if (format != null && isDay(format)) {
            LocalDateTime moment = cell.asDate();
            return moment.toLocalTime().equals(LocalTime.MIDNIGHT)
                    ? moment.toLocalDate().toString()
                    : moment.toLocalDate() + " "
                            + moment.toLocalTime().withSecond(0).withNano(0);
        }
        return cell.asNumber().stripTrailingZeros().toPlainString();
    }

    /** Days and months outside quotes and brackets (ECMA-376, part 1, 18.8.31). */
    private static boolean isDay(String format) {
        String bare = format.replaceAll("\"[^\"]*\"|\\[[^\\]]*\\]|\\\\.", "").toLowerCase(java.util.Locale.ROOT);
        return bare.contains("yy") || bare.contains("d");
    }
}
