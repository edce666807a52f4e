package chalkline.formats.oneroster;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.naming.Characters;
import chalkline.core.naming.Text;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.StringWriter;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.List;
import java.util.Queue;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class BlockHandlerTest {
    private record Read(long line, List<String> texts, List<Integer> withControls) {}

    @Test
    void keepsOfEveryRecordWhatTheLibraryReads() throws Exception {
        // against FastCSV's own records, over fields that repeat, are padded, or hold what nobody sees
        Random random = new Random(11);
        List<String> texts =
                List.of("", " ", "a", " a", "a\u000B", "\u000Ba", "\u0001", "role", "two\nlines", "ü", "学期", "\u0085");
        StringWriter csv = new StringWriter();
        try (CsvWriter writer = CsvWriter.builder().build(csv)) {
            writer.writeRecord("id", "role", "passed over", "a");
            for (int i = 0; i < 3000; i++) {
                int id = i;
                int fields = random.nextInt(20) == 0 ? 1 + random.nextInt(6) : 4;
                writer.writeRecord(IntStream.range(0, fields)
                        .mapToObj(place -> place == 0 ? "e-" + id : texts.get(random.nextInt(texts.size())))
                        .toList());
                if (random.nextInt(50) == 0) {
                    csv.write("\r\n");
                }
            }
        }
        assertThat(blocks(csv.toString())).isEqualTo(plain(csv.toString()));
    }

    private static List<Read> blocks(String csv) throws Exception {
        Queue<Block> spare = new ArrayDeque<>();
        BlockHandler gathered = new BlockHandler(name -> !name.equals("passed over"), spare);
        List<Read> read = new ArrayList<>();
        try (CsvReader<BlockHandler> reader = lenient().build(gathered, csv)) {
            for (BlockHandler one : reader) {
                one.take();
                if (one.isFull()) {
                    Block block = one.block();
                    add(block, read);
                    spare.add(block);
                }
            }
        }
        add(gathered.block(), read);
        return read;
    }

    private static void add(Block block, List<Read> to) {
        for (int record = 0; record < block.records(); record++) {
            int of = record;
            List<String> texts = IntStream.range(0, block.fields(record))
                    .mapToObj(place -> block.text(of, place))
                    .toList();
            List<Integer> controls =
                    IntStream.of(block.withControls(record)).boxed().toList();
            assertThat(block.holdsControl(record)).isEqualTo(!controls.isEmpty());
            for (int place = 0; place < texts.size(); place++) {
                if ((block.repeating(record) & Block.bit(place)) != 0) {
                    assertThat(texts.get(place)).isEqualTo(block.text(record - 1, place));
                }
            }
            to.add(new Read(block.line(record), texts, controls));
        }
    }

    private static List<Read> plain(String csv) throws Exception {
        List<Read> read = new ArrayList<>();
        try (CsvReader<CsvRecord> reader = lenient().ofCsvRecord(csv)) {
            for (CsvRecord one : reader) {
                boolean header = read.isEmpty();
                List<String> texts = IntStream.range(0, one.getFieldCount())
                        .mapToObj(place -> !header && place == 2 ? "" : Text.trim(one.getField(place)))
                        .toList();
                List<Integer> controls = IntStream.range(0, one.getFieldCount())
                        .filter(place -> one.getField(place).chars().anyMatch(c -> Characters.isControl((char) c)))
                        .boxed()
                        .toList();
                read.add(new Read(one.getStartingLineNumber(), texts, controls));
            }
        }
        return read;
    }

    private static CsvReader.CsvReaderBuilder lenient() {
        return CsvReader.builder()
                .extraFieldStrategy(FieldMismatchStrategy.IGNORE)
                .missingFieldStrategy(FieldMismatchStrategy.IGNORE);
    }
}
