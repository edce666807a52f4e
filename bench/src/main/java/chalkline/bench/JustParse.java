package chalkline.bench;

import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Collections;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;

/** The limit that whole programs are held against: only parses the CSV files of a list, every field as text. */
public final class JustParse {
    private JustParse() {}

    public static void main(String[] arguments) throws IOException {
        System.out.println(characters(Path.of(arguments[0])));
    }

    /** How many characters all fields have together. */
    static long characters(Path zip) throws IOException {
        long characters = 0;
        try (ZipFile file = new ZipFile(zip.toFile())) {
            for (ZipEntry entry : Collections.list(file.entries())) {
                try (CsvReader<CsvRecord> csv = CsvReader.builder()
                        .ofCsvRecord(new InputStreamReader(file.getInputStream(entry), StandardCharsets.UTF_8))) {
                    for (CsvRecord record : csv) {
                        for (int i = 0; i < record.getFieldCount(); i++) {
                            characters += record.getField(i).length();
                        }
                    }
                }
            }
        }
        return characters;
    }
}
