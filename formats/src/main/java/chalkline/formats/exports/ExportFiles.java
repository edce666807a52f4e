package chalkline.formats.exports;

import chalkline.core.exports.ExportProfile;
import chalkline.formats.sheets.Spreadsheet;
import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import de.siegmar.fastcsv.writer.QuoteStrategies;
import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.Iterator;
import java.util.List;
import java.util.Set;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;

/**
 * Writes the rows of an export as the files of its profile: CSV (RFC 4180) with the delimiter, quotes, line ends and encoding
 * that it asks for, TSV, or XLSX (ECMA-376) with every cell as text. Cells that a spreadsheet program would run as a formula
 * have an apostrophe before them in CSV and TSV; in XLSX texts are never run.
 */
public final class ExportFiles {
    private static final char MARK = '\uFEFF';

    /**
     * A row to write.
     *
     * @param part what rows of one file have in common; rows of a part stand together
     * @param file the name of the part's file
     */
    public record Line(String part, String file, List<String> cells) {}

    private ExportFiles() {}

    /** Writes all files into a zip and leaves the stream open. Two files are never called the same. */
    public static void zip(ExportProfile profile, Iterator<Line> lines, OutputStream out) throws IOException {
        ZipOutputStream zip = new ZipOutputStream(out, StandardCharsets.UTF_8);
        Set<String> names = new HashSet<>();
        Ahead ahead = new Ahead(lines, profile.files().rows().orElse(Integer.MAX_VALUE));
        while (ahead.hasFile()) {
            zip.putNextEntry(new ZipEntry(free(ahead.fileName(), names)));
            write(profile, ahead, new Unclosed(zip));
            zip.closeEntry();
        }
        zip.finish();
    }

    /** Writes the rows as one file, whatever their parts, and leaves the stream open. */
    public static void one(ExportProfile profile, Iterator<List<String>> rows, OutputStream out) throws IOException {
        write(profile, rows, new Unclosed(out));
    }

    /** A name for a file that no file has yet, with only what every system takes in names. */
    private static String free(String wanted, Set<String> names) {
        String plain = plainName(wanted);
        int dot = plain.lastIndexOf('.');
        String start = dot > 0 ? plain.substring(0, dot) : plain;
        String ending = dot > 0 ? plain.substring(dot) : "";
        String name = plain;
        for (int n = 2; !names.add(name.toLowerCase(java.util.Locale.ROOT)); n++) {
            name = start + "-" + n + ending;
        }
        return name;
    }

    /** A name of a file without what some system does not take in it. */
    public static String plainName(String wanted) {
        String plain = wanted.replaceAll("[\\\\/:*?\"<>|\\p{Cntrl}]", "-").replaceAll("^[. ]+|[. ]+$", "");
        return plain.isEmpty() ? "export" : plain;
    }

    private static void write(ExportProfile profile, Iterator<List<String>> rows, OutputStream out) throws IOException {
        if (profile.form().kind() == ExportProfile.Kind.XLSX) {
            workbook(profile, rows, out);
        } else {
            text(profile, rows, out);
        }
    }

    private static void text(ExportProfile profile, Iterator<List<String>> rows, OutputStream out) throws IOException {
        ExportProfile.Form form = profile.form();
        Writer writer = new OutputStreamWriter(out, form.charset());
        if (form.mark()) {
            writer.write(MARK);
        }
        CsvWriter.CsvWriterBuilder builder = CsvWriter.builder()
                .fieldSeparator(form.kind() == ExportProfile.Kind.TSV ? '\t' : form.delimiter())
                .lineDelimiter(form.crlf() ? LineDelimiter.CRLF : LineDelimiter.LF);
        if (form.quoted()) {
            builder.quoteStrategy(QuoteStrategies.ALWAYS);
        }
        CsvWriter csv = builder.build(writer);
        if (form.headings()) {
            csv.writeRecord(defused(profile.headings()));
        }
        while (rows.hasNext()) {
            csv.writeRecord(defused(rows.next()));
        }
        csv.close();
    }

    private static String[] defused(List<String> cells) {
        String[] defused = new String[cells.size()];
        for (int i = 0; i < defused.length; i++) {
            defused[i] = Spreadsheet.defused(cells.get(i));
        }
        return defused;
    }

    private static void workbook(ExportProfile profile, Iterator<List<String>> rows, OutputStream out)
            throws IOException {
        Workbook book = new Workbook(out, "Chalk Line", "1.0");
        Worksheet sheet = book.newWorksheet("Sheet");
        int row = 0;
        if (profile.form().headings()) {
            texts(sheet, row++, profile.headings());
        }
        while (rows.hasNext()) {
            texts(sheet, row++, rows.next());
        }
        book.finish();
    }

    private static void texts(Worksheet sheet, int row, List<String> cells) {
        for (int column = 0; column < cells.size(); column++) {
            if (!cells.get(column).isEmpty()) {
                sheet.value(row, column, Spreadsheet.text(cells.get(column)));
            }
        }
    }

    /** Rows file by file. */
    private static final class Ahead implements Iterator<List<String>> {
        private final Iterator<Line> lines;
        private final int most;
        private final List<Line> next = new ArrayList<>(1);
        private String part = "";
        private int rows;

        Ahead(Iterator<Line> lines, int most) {
            this.lines = lines;
            this.most = most;
            step();
        }

        private void step() {
            next.clear();
            if (lines.hasNext()) {
                next.add(lines.next());
            }
        }

        boolean hasFile() {
            return !next.isEmpty();
        }

        /** Of the file that begins now. */
        String fileName() {
            part = next.get(0).part();
            rows = 0;
            return next.get(0).file();
        }

        @Override
        public boolean hasNext() {
            return hasFile() && rows < most && next.get(0).part().equals(part);
        }

        @Override
        public List<String> next() {
            List<String> cells = next.get(0).cells();
            rows++;
            step();
            return cells;
        }
    }

    /** What is written into goes on after its writer is closed. */
    private static final class Unclosed extends FilterOutputStream {
        Unclosed(OutputStream out) {
            super(out);
        }

        @Override
        public void write(byte[] bytes, int offset, int length) throws IOException {
            out.write(bytes, offset, length);
        }

        @Override
        public void close() throws IOException {
            flush();
        }
    }
}
