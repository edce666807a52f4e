package chalkline.formats.sheets;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import chalkline.core.Bounds;
import chalkline.core.naming.Text;
import chalkline.formats.FaultyFileException;
import chalkline.formats.sheets.SheetReader.Delimiter;
import chalkline.formats.sheets.SheetReader.Sheet;
import chalkline.formats.sheets.SheetReader.Written;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.StringReader;
import java.io.StringWriter;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.apache.commons.csv.CSVRecord;
import org.apache.commons.csv.QuoteMode;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class SheetReaderTest {
    private static Sheet read(byte[] content) throws FaultyFileException {
        return SheetReader.read("sheet", content, Written.RECOGNIZED);
    }

    private static Sheet read(String text) throws FaultyFileException {
        return read(text.getBytes(StandardCharsets.UTF_8));
    }

    /** As our own rules have it after reading: trimmed, white space collapsed, rows and columns that are empty left out. */
    private static List<List<String>> plain(List<List<String>> rows) {
        List<List<String>> kept = new ArrayList<>();
        int width = 0;
        for (List<String> row : rows) {
            List<String> cells = row.stream().map(Text::collapse).toList();
            if (cells.stream().anyMatch(cell -> !cell.isEmpty())) {
                kept.add(cells);
                for (int i = 0; i < cells.size(); i++) {
                    width = cells.get(i).isEmpty() ? width : Math.max(width, i + 1);
                }
            }
        }
        int wide = width;
        return kept.stream()
                .map(row -> {
                    List<String> cells = new ArrayList<>(row);
                    while (cells.size() < wide) {
                        cells.add("");
                    }
                    return List.copyOf(cells.subList(0, wide));
                })
                .toList();
    }

    /** As Apache Commons CSV 1.14 reads it, a general-purpose library. */
    private static List<List<String>> reference(String text, char delimiter) throws IOException {
        CSVFormat format = CSVFormat.RFC4180.builder().setDelimiter(delimiter).get();
        List<List<String>> rows = new ArrayList<>();
        for (CSVRecord row : format.parse(new StringReader(text))) {
            rows.add(row.toList());
        }
        return rows;
    }

    /** The examples of RFC 4180, section 2, in its order. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "aaa,bbb,ccc\r\nzzz,yyy,xxx\r\n",
                "aaa,bbb,ccc\r\nzzz,yyy,xxx",
                "field_name,field_name,field_name\r\naaa,bbb,ccc\r\nzzz,yyy,xxx\r\n",
                "\"aaa\",\"bbb\",\"ccc\"\r\nzzz,yyy,xxx",
                "\"aaa\",\"b\r\nbb\",\"ccc\"\r\nzzz,yyy,xxx",
                "\"aaa\",\"b\"\"bb\",\"ccc\""
            })
    void theExamplesOfTheStandardAreReadAsTheReferenceReadsThem(String text) throws Exception {
        assertThat(read(text).rows()).isEqualTo(plain(reference(text, ',')));
    }

    /** Sheets with whatever in their cells, written and read by Apache Commons CSV. */
    @ParameterizedTest
    @CsvSource({"COMMA,','", "SEMICOLON,;", "TAB,'\t'", "BAR,|"})
    void anySheetIsReadAsTheReferenceReadsIt(Delimiter delimiter, char sign) throws Exception {
        long seed = System.nanoTime();
        Random random = new Random(seed);
        for (int round = 0; round < 200; round++) {
            StringWriter out = new StringWriter();
            CSVFormat format = CSVFormat.RFC4180
                    .builder()
                    .setDelimiter(sign)
                    .setQuoteMode(random.nextBoolean() ? QuoteMode.ALL : QuoteMode.MINIMAL)
                    .setRecordSeparator(random.nextBoolean() ? "\r\n" : "\n")
                    .get();
            try (CSVPrinter printer = new CSVPrinter(out, format)) {
                int width = 3 + random.nextInt(4);
                for (int row = 0; row < 4 + random.nextInt(9); row++) {
                    List<String> cells = new ArrayList<>();
                    cells.add("row " + row);
                    for (int i = 1; i < width; i++) {
                        cells.add(cell(random));
                    }
                    printer.printRecord(cells);
                }
            }
            Sheet sheet = SheetReader.read(
                    "sheet",
                    out.toString().getBytes(StandardCharsets.UTF_8),
                    new Written(Optional.empty(), Optional.of(delimiter), Optional.empty()));
            assertThat(sheet.rows()).as("seed %d", seed).isEqualTo(plain(reference(out.toString(), sign)));
        }
    }

    private static String cell(Random random) {
        List<String> parts = List.of(
                "CEED 101",
                "Knots",
                "\"",
                ",",
                ";",
                "\t",
                "\n",
                " ",
                "é",
                "日本",
                "2027-02-01",
                "",
                "|",
                "'",
                "\uD83D\uDE00");
        StringBuilder cell = new StringBuilder();
        for (int i = random.nextInt(5); i > 0; i--) {
            cell.append(parts.get(random.nextInt(parts.size())));
        }
        return cell.toString();
    }

    @ParameterizedTest
    @CsvSource({
        "'a;b;c\nd;e,f;g', SEMICOLON",
        "'a\tb\nc, d\te', TAB",
        "'a,b,c\n\"d;d;d;d\",e,f', COMMA",
        "'a|b\nc|d', BAR",
        "'a\nb', COMMA"
    })
    void theDelimiterIsRecognized(String text, Delimiter delimiter) throws Exception {
        assertThat(read(text).delimiter()).contains(delimiter);
    }

    @ParameterizedTest
    @ValueSource(strings = {"UTF-8", "UTF-16LE", "UTF-16BE", "windows-1252"})
    void theEncodingIsRecognized(String name) throws Exception {
        String text = "course,title\r\nCEED 101,Café des marées à la pêche — où les élèves goûtent\r\n";
        String mark = name.startsWith("UTF-16") ? "\uFEFF" : "";
        Sheet sheet = read((mark + text).getBytes(Charset.forName(name)));
        assertThat(sheet.encoding()).isEqualTo(name);
        assertThat(sheet.rows().get(1).get(1)).isEqualTo("Café des marées à la pêche — où les élèves goûtent");
    }

    @Test
    void theEncodingMayBeSaidOtherwise() throws Exception {
        byte[] text = "course,title\r\nCEED 1,Łódź".getBytes(Charset.forName("windows-1250"));
        Written as = new Written(Optional.of("windows-1250"), Optional.empty(), Optional.empty());
        assertThat(SheetReader.read("sheet", text, as).rows().get(1).get(1)).isEqualTo("Łódź");
        Written wrong = new Written(Optional.of("UTF-8"), Optional.empty(), Optional.empty());
        assertThatThrownBy(() -> SheetReader.read("sheet", text, wrong))
                .isInstanceOf(FaultyFileException.class)
                .hasMessageContaining("not written in UTF-8");
    }

    private static byte[] workbook() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (Workbook book = new Workbook(out, "Test", "1.0")) {
            book.newWorksheet("Empty");
            Worksheet sheet = book.newWorksheet("Courses");
            sheet.value(0, 0, "course");
            sheet.value(0, 1, "starts");
            sheet.value(0, 2, "capacity");
            sheet.value(0, 3, "open");
            sheet.value(2, 0, "CEED 101");
            sheet.value(2, 1, LocalDate.of(2027, 2, 1));
            sheet.style(2, 1).format("d mmm yyyy").set();
            sheet.value(2, 2, 20);
            sheet.value(2, 3, true);
            book.newWorksheet("Other").value(0, 0, "else");
        }
        return out.toByteArray();
    }

    @Test
    void aWorkbookIsReadWithItsDaysAndNumbersInPlain() throws Exception {
        Sheet sheet = read(workbook());
        assertThat(sheet.leaf()).isEqualTo("Courses");
        assertThat(sheet.leaves()).containsExactly("Empty", "Courses", "Other");
        assertThat(sheet.rows())
                .containsExactly(
                        List.of("course", "starts", "capacity", "open"),
                        List.of("CEED 101", "2027-02-01", "20", "yes"));
        assertThat(sheet.lines()).containsExactly(1, 3);
        Written other = new Written(Optional.empty(), Optional.empty(), Optional.of("Other"));
        assertThat(SheetReader.read("sheet", workbook(), other).rows()).containsExactly(List.of("else"));
    }

    /** What our own spreadsheets say comes back as it was. */
    /** Each of these took all memory, or minutes, as it was written. */
    @ParameterizedTest
    @CsvSource({
        "A1,1E999999999",
        "A1,1E-999999999",
        "A1,9*200000",
        "A1,1.9*200000",
        "ZZZZZZ1,1",
        "ABCDEF1,1",
        "A99999999,1",
        "A1,NaN",
        "A1,s:99999999999"
    })
    void aCellThatNoSpreadsheetProgramWritesIsAFaultAtItsPlace(String place, String value) {
        boolean index = value.startsWith("s:");
        String digits = value.replace("9*200000", "9".repeat(200_000)).replace("s:", "");
        assertThatThrownBy(() -> read(workbook("<row r=\"1\"><c r=\"" + place + "\"" + (index ? " t=\"s\"" : "")
                        + "><v>" + digits + "</v></c></row>")))
                .isInstanceOfSatisfying(
                        FaultyFileException.class,
                        e -> assertThat(e.faults())
                                .singleElement()
                                .satisfies(fault -> assertThat(fault.toString())
                                        .startsWith("sheet:1:1: ")
                                        .contains(
                                                place.equals("A1")
                                                        ? "the cell A1 holds"
                                                        : "a cell stands at \"" + place + "\"")
                                        .hasSizeLessThan(200)));
    }

    @Test
    void aWorkbookOfMillionsOfEmptyCellsIsNotRead() {
        assertThatThrownBy(() -> read(workbook("<row r=\"1\">" + "<c/>".repeat(4_100_000) + "</row>")))
                .isInstanceOfSatisfying(
                        FaultyFileException.class,
                        e -> assertThat(e.faults())
                                .singleElement()
                                .satisfies(fault -> assertThat(fault.reason()).contains("more than 4000000 cells")));
    }

    @Test
    void numbersAreReadAsFarAsADoubleReaches() throws Exception {
        List<List<String>> rows = read(workbook("<row r=\"1\"><c r=\"A1\"><v>1.5E300</v></c>"
                        + "<c r=\"B1\"><v>-0.1</v></c><c r=\"C1\"><v>1.1000000000000001</v></c></row>"))
                .rows();
        assertThat(rows).singleElement().satisfies(row -> assertThat(row).startsWith("15" + "0".repeat(299), "-0.1"));
    }

    /** A workbook whose one sheet has other rows (ECMA-376, part 1, 18.3.1) than the program wrote into it. */
    private static byte[] workbook(String rows) throws IOException {
        ByteArrayOutputStream written = new ByteArrayOutputStream();
        try (Workbook book = new Workbook(written, "Test", "1.0")) {
            book.newWorksheet("One").value(0, 0, 1);
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipFile from =
                        ZipFile.builder().setByteArray(written.toByteArray()).get();
                ZipOutputStream zip = new ZipOutputStream(out)) {
            for (ZipArchiveEntry entry : Collections.list(from.getEntries())) {
                String text = new String(from.getInputStream(entry).readAllBytes(), StandardCharsets.UTF_8);
                int at = text.indexOf("<sheetData>");
                zip.putNextEntry(new ZipEntry(entry.getName()));
                zip.write((at < 0
                                ? text
                                : text.substring(0, at + 11) + rows + text.substring(text.indexOf("</sheetData>")))
                        .getBytes(StandardCharsets.UTF_8));
                zip.closeEntry();
            }
        }
        return out.toByteArray();
    }

    @Test
    void whatIsTakenOutComesBackIn() throws Exception {
        Spreadsheet file = new Spreadsheet(
                "courses",
                List.of("course", "title"),
                List.of(List.of("CEED 101", "Knots, \"small\""), List.of("A", "é")));
        ByteArrayOutputStream csv = new ByteArrayOutputStream();
        file.writeCsv(csv);
        ByteArrayOutputStream xlsx = new ByteArrayOutputStream();
        file.writeXlsx(xlsx);
        assertThat(read(csv.toByteArray()).rows())
                .isEqualTo(read(xlsx.toByteArray()).rows());
        assertThat(read(xlsx.toByteArray()).rows().get(1)).containsExactly("CEED 101", "Knots, \"small\"");
    }

    @Test
    void whatCannotBeReadIsRefusedWithItsPlace() throws Exception {
        refused("a,b\n1,\"2", "sheet:2:1: a field in quotes does not end");
        refused("\n\n , ,", "nothing stands in it");
        refused("a,b\n1," + "x".repeat(Bounds.FIELD + 1), "sheet:2:2: it has");
        refused("a,b\n1,\u0001", "sheet:2:2:");
        refused("a\n".repeat(Bounds.SHEET_ROWS + 1), "more than 5000 rows");
        refused("a,".repeat(Bounds.SHEET_COLUMNS) + "b", "101 columns");
        byte[] book = workbook();
        assertThatThrownBy(() -> read(java.util.Arrays.copyOf(book, book.length / 2)))
                .isInstanceOf(FaultyFileException.class);
        assertThatThrownBy(() -> read(new byte[(int) Bounds.SHEET_BYTES + 1])).hasMessageContaining("more than 16 MB");
        ByteArrayOutputStream bomb = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bomb)) {
            zip.putNextEntry(new ZipEntry("xl/workbook.xml"));
            byte[] blank = new byte[1 << 20];
            for (int i = 0; i <= Bounds.SHEET_UNPACKED >> 20; i++) {
                zip.write(blank);
            }
        }
        assertThatThrownBy(() -> read(bomb.toByteArray())).hasMessageContaining("unpacks to more than 128 MB");
    }

    private static void refused(String text, String reason) {
        assertThatThrownBy(() -> read(text))
                .isInstanceOf(FaultyFileException.class)
                .hasMessageContaining(reason);
    }
}
