package chalkline.formats.oneroster;

import chalkline.core.Bounds;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.Reader;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;
import java.util.Queue;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.Executor;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;

/**
 * Splits the files of a bundle into records on threads of its own, in their order, two files at a time and a bounded way
 * ahead of whoever goes through them: most of what reading a list costs is done beside the rest.
 */
final class ReadAhead implements AutoCloseable {
    private static final int BLOCKS_AHEAD = 64;
    private static final int FILES_AT_A_TIME = 2;

    private final Map<Layout, Records> files = new EnumMap<>(Layout.class);
    private final ExecutorService splitting = threads("records of a list");
    private final ExecutorService decoding = threads("characters of a list");

    ReadAhead(Bundle bundle) {
        for (Layout layout : Layout.values()) {
            if (bundle.has(layout.file())) {
                Records records = new Records();
                files.put(layout, records);
                splitting.execute(() -> records.blocks.run(to -> split(bundle, layout, decoding, records.spare, to)));
            }
        }
    }

    private static ExecutorService threads(String name) {
        return Executors.newFixedThreadPool(FILES_AT_A_TIME, task -> {
            Thread daemon = new Thread(task, name);
            daemon.setDaemon(true);
            return daemon;
        });
    }

    /** The records of a file, to be gone through in the order of the files; empty where it is missing. */
    Optional<Records> records(Layout layout) {
        return Optional.ofNullable(files.get(layout));
    }

    @Override
    public void close() {
        files.values().forEach(Records::close);
        splitting.shutdown();
        decoding.shutdown();
    }

    private static void split(Bundle bundle, Layout layout, Executor decoding, Queue<Block> spare, Handover<Block> to)
            throws IOException {
        BlockHandler gathered = new BlockHandler(layout::reads, spare);
        try (InputStream in = bundle.read(layout.file());
                Reader text = new WithoutMark(new CharactersAhead(decoder(in), decoding));
                CsvReader<BlockHandler> csv = parser(text, gathered)) {
            for (BlockHandler one : csv) {
                one.take();
                if (one.isFull() && !to.put(one.block())) {
                    return;
                }
            }
        } finally {
            // what stands before a fault is read all the same
            to.put(gathered.block());
        }
    }

    private static Reader decoder(InputStream in) {
        return new InputStreamReader(
                in,
                StandardCharsets.UTF_8
                        .newDecoder()
                        .onMalformedInput(CodingErrorAction.REPORT)
                        .onUnmappableCharacter(CodingErrorAction.REPORT));
    }

    private static CsvReader<BlockHandler> parser(Reader text, BlockHandler into) {
        return CsvReader.builder()
                .detectBomHeader(false)
                .extraFieldStrategy(FieldMismatchStrategy.IGNORE)
                .missingFieldStrategy(FieldMismatchStrategy.IGNORE)
                .allowUnclosedQuote(false)
                .maxBufferSize(Bounds.RECORD)
                .build(into, text);
    }

    /** One file's records. */
    static final class Records implements AutoCloseable {
        private final Handover<Block> blocks = new Handover<>(BLOCKS_AHEAD);
        private final Queue<Block> spare = new ArrayBlockingQueue<>(BLOCKS_AHEAD);
        private Block block = Block.NONE;
        private int record = -1;

        /**
         * Goes to the next record.
         *
         * @return false after the last
         * @throws IOException where the file can't be read further
         * @throws RuntimeException where what comes next is no record
         */
        boolean next() throws IOException {
            record++;
            while (record >= block.records()) {
                Optional<Block> more = blocks.take();
                if (more.isEmpty()) {
                    return false;
                }
                if (record > 0) {
                    spare.offer(block); // one too many goes
                }
                block = more.get();
                record = 0;
            }
            return true;
        }

        /** The block that the record stands in. */
        Block block() {
            return block;
        }

        /** Its place in the block, from 0. */
        int record() {
            return record;
        }

        /** Nobody goes through the rest. */
        @Override
        public void close() {
            blocks.close();
        }
    }
}
