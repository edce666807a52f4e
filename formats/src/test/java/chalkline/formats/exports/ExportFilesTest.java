package chalkline.formats.exports;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.exports.ExportDraft;
import chalkline.core.exports.ExportProfile;
import chalkline.core.exports.ExportReading;
import chalkline.formats.sheets.SheetReader;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.StringReader;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipInputStream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ExportFilesTest {
    @TempDir
    Path folder;

    private static final List<String> PIECES =
            List.of("Tides", "é", "\"", ",", ";", "|", " ", "–", "=1+1", "-5", "@x", "'", "\n", "210", "");

    private static ExportProfile profile(ExportDraft.Form form, int fileRows) {
        return ExportReading.of(new ExportDraft(
                        "Upload",
                        "shells",
                        form,
                        ExportDraft.Values.USUAL,
                        "",
                        "",
                        fileRows,
                        List.of(
                                new ExportDraft.Column("CODE", "{shell.code}", false, 0),
                                new ExportDraft.Column("=NAME", "{shell.title}", false, 0)),
                        Optional.empty()))
                .profile()
                .orElseThrow();
    }

    private static byte[] one(ExportProfile profile, List<List<String>> rows) throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ExportFiles.one(profile, rows.iterator(), out);
        return out.toByteArray();
    }

    /** Read back by Apache Commons CSV, a general-purpose library that has nothing to do with the one that writes. */
    @ParameterizedTest
    @CsvSource(
            delimiter = ' ',
            value = {
                "csv , UTF-8 false false true",
                "csv ; windows-1252 false true true",
                "csv | UTF-8 true false false",
                "csv , UTF-16LE true true true",
                "tsv , ISO-8859-15 false false true"
            })
    void everyCellComesBackFromAnyForm(
            String kind, String delimiter, String encoding, boolean mark, boolean quoted, boolean crlf)
            throws Exception {
        ExportProfile profile = profile(new ExportDraft.Form(kind, delimiter, encoding, mark, quoted, crlf, true), 0);
        Random random = new Random(7);
        List<List<String>> rows = new ArrayList<>();
        for (int i = 0; i < 400; i++) {
            rows.add(List.of("x" + cell(random), cell(random).replace("–", encoding.equals("ISO-8859-15") ? "" : "–")));
        }
        rows.replaceAll(row -> row.stream()
                .map(cell -> encoding.equals("ISO-8859-15") ? cell.replace("–", "") : cell)
                .toList());
        String text = new String(one(profile, rows), Charset.forName(encoding));
        assertThat(text.startsWith("\uFEFF")).isEqualTo(mark);
        List<CSVRecord> read = CSVFormat.RFC4180
                .builder()
                .setDelimiter(kind.equals("tsv") ? "\t" : delimiter)
                .setRecordSeparator(crlf ? "\r\n" : "\n")
                .get()
                .parse(new StringReader(mark ? text.substring(1) : text))
                .getRecords();
        assertThat(read).hasSize(401);
        assertThat(read.get(0).toList()).containsExactly("CODE", "'=NAME");
        for (int i = 0; i < rows.size(); i++) {
            String second = rows.get(i).get(1);
            boolean formula = !second.isEmpty()
                    && "=+-@".indexOf(second.charAt(0)) >= 0
                    && !second.matches("-?(0|[1-9][0-9]*)(\\.[0-9]+)?");
            assertThat(read.get(i + 1).toList()).containsExactly(rows.get(i).get(0), formula ? "'" + second : second);
        }
    }

    private static String cell(Random random) {
        StringBuilder cell = new StringBuilder();
        for (int i = random.nextInt(4); i > 0; i--) {
            cell.append(PIECES.get(random.nextInt(PIECES.size())));
        }
        return cell.toString();
    }

    @Test
    void aWorkbookHasEveryCellAsTextAlsoWhatLooksLikeANumberOrAFormula() throws Exception {
        ExportProfile profile = profile(new ExportDraft.Form("xlsx", ",", "UTF-8", false, false, true, true), 0);
        byte[] book = one(profile, List.of(List.of("007", "=1+1"), List.of("", "ş")));
        SheetReader.Sheet sheet = SheetReader.read("book.xlsx", book, SheetReader.Written.RECOGNIZED);
        assertThat(sheet.rows()).containsExactly(List.of("CODE", "=NAME"), List.of("007", "=1+1"), List.of("", "ş"));
        Path file = Files.write(folder.resolve("book.xlsx"), book);
        String xml;
        try (ZipFile zip = new ZipFile(file.toFile())) {
            xml = new String(
                    zip.getInputStream(zip.getEntry("xl/worksheets/sheet1.xml")).readAllBytes(),
                    StandardCharsets.UTF_8);
        }
        assertThat(xml)
                .as("ECMA-376: a formula is an element f")
                .doesNotContain("<f>")
                .contains("t=\"");
    }

    @Test
    void rowsGoIntoFilesByTheirPartAndByTheirNumber() throws Exception {
        ExportProfile profile = profile(ExportDraft.Form.USUAL, 2);
        List<ExportFiles.Line> lines = new ArrayList<>();
        for (String part : List.of("a", "a", "a", "b", "c")) {
            String file = part.equals("c") ? "B.csv" : part + ".csv";
            lines.add(new ExportFiles.Line(part, file, List.of(part + lines.size(), "t")));
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ExportFiles.zip(profile, lines.iterator(), out);
        Map<String, String> files = entries(out.toByteArray());
        assertThat(files)
                .containsExactly(
                        Map.entry("a.csv", "CODE,'=NAME\r\na0,t\r\na1,t\r\n"),
                        Map.entry("a-2.csv", "CODE,'=NAME\r\na2,t\r\n"),
                        Map.entry("b.csv", "CODE,'=NAME\r\nb3,t\r\n"),
                        Map.entry("B-2.csv", "CODE,'=NAME\r\nc4,t\r\n"));
        assertThat(ExportFiles.plainName("..\\a/b:c?.csv ")).isEqualTo("-a-b-c-.csv");
    }

    private static Map<String, String> entries(byte[] zip) throws Exception {
        Map<String, String> entries = new LinkedHashMap<>();
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                entries.put(entry.getName(), new String(in.readAllBytes(), StandardCharsets.UTF_8));
            }
        }
        return entries;
    }
}
