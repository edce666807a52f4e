package chalkline.formats.sheets;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.regex.Pattern;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;

/**
 * A sheet for people: headings and cells, as CSV (RFC 4180, UTF-8 with a byte order mark, which spreadsheet programs look
 * for) or as XLSX (ECMA-376).
 *
 * @param name what the sheet is called
 * @param columns the headings
 * @param rows as many cells each as there are columns; missing ones are empty
 */
public record Spreadsheet(String name, List<String> columns, List<List<String>> rows) {
    private static final char MARK = '\uFEFF';

    private static final Pattern NUMBER = Pattern.compile("-?(0|[1-9][0-9]{0,14})(\\.[0-9]{1,10})?");
    private static final int LONGEST_CELL = 32_767;
    private static final int LONGEST_NAME = 31;

    /** Writes it as CSV. A cell that would be run as a formula has an apostrophe before it; numbers stay numbers. */
    public void writeCsv(OutputStream out) throws IOException {
        Writer writer = new OutputStreamWriter(out, StandardCharsets.UTF_8);
        writer.write(MARK);
        CsvWriter csv = CsvWriter.builder().lineDelimiter(LineDelimiter.CRLF).build(writer);
        csv.writeRecord(columns.stream().map(Spreadsheet::defused).toList());
        for (List<String> row : rows) {
            csv.writeRecord(row.stream().map(Spreadsheet::defused).toList());
        }
        csv.flush();
    }

    /** A cell as no spreadsheet program runs it as a formula; numbers stay numbers. */
    public static String defused(String cell) {
        return !cell.isEmpty() && runs(cell.charAt(0)) && !NUMBER.matcher(cell).matches() ? "'" + cell : cell;
    }

    /** Whether a spreadsheet program takes what begins so for a formula (OWASP, CSV Injection; from memory). */
    private static boolean runs(char first) {
        return switch (first) {
            case '=', '+', '-', '@', '\t', '\r' -> true;
            default -> false;
        };
    }

    /** Writes it as XLSX: texts as texts, which no program runs, numbers as numbers, the headings always in sight. */
    public void writeXlsx(OutputStream out) throws IOException {
        Workbook book = new Workbook(out, "Chalk Line", "1.0");
        Worksheet sheet = book.newWorksheet(sheetName());
        for (int column = 0; column < columns.size(); column++) {
            sheet.value(0, column, text(columns.get(column)));
            sheet.style(0, column).bold().set();
        }
        sheet.freezePane(0, 1);
        for (int row = 0; row < rows.size(); row++) {
            List<String> cells = rows.get(row);
            for (int column = 0; column < cells.size(); column++) {
                String cell = cells.get(column);
                if (NUMBER.matcher(cell).matches()) {
                    sheet.value(row + 1, column, Double.parseDouble(cell));
                } else if (!cell.isEmpty()) {
                    sheet.value(row + 1, column, text(cell));
                }
            }
        }
        book.finish();
    }

    /** Without the signs that a name of a sheet may not have. */
    private String sheetName() {
        String plain = name.replaceAll("[\\\\/*?:\\[\\]]", " ").strip();
        return plain.isEmpty() ? "Sheet" : plain.substring(0, Math.min(plain.length(), LONGEST_NAME));
    }

    /** A cell as long as a workbook takes it. */
    public static String text(String cell) {
        return cell.length() <= LONGEST_CELL ? cell : cell.substring(0, LONGEST_CELL - 1) + "…";
    }
}
