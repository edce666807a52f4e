package chalkline.formats.oneroster;

import chalkline.core.Bounds;
import chalkline.formats.oneroster.FieldsHandler.Fields;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;

/**
 * Splits the files of a bundle into records on threads of its own, in their order, two files at a time and a bounded way
 * ahead of whoever goes through them: half of what reading a list costs is done beside the other half.
 */
final class ReadAhead implements AutoCloseable {
    private static final int RECORDS_A_BATCH = 512;
    /** Records may be long; a batch of long ones has fewer. */
    private static final int CHARACTERS_A_BATCH = 256 * 1024;

    private static final int BATCHES_AHEAD = 64;
    private static final int FILES_AT_A_TIME = 2;

    private final Map<Layout, Records> files = new EnumMap<>(Layout.class);
    private final ExecutorService threads = Executors.newFixedThreadPool(FILES_AT_A_TIME, task -> {
        Thread daemon = new Thread(task, "records of a list");
        daemon.setDaemon(true);
        return daemon;
    });

    ReadAhead(Bundle bundle) {
        for (Layout layout : Layout.values()) {
            if (bundle.has(layout.file())) {
                Records records = new Records(bundle, layout);
                files.put(layout, records);
                threads.execute(records::split);
            }
        }
    }

    /** The records of a file, to be gone through in the order of the files; empty where it is missing. */
    Optional<Records> records(Layout layout) {
        return Optional.ofNullable(files.get(layout));
    }

    @Override
    public void close() {
        files.values().forEach(Records::close);
        threads.shutdown();
    }

    /** Records that were split together, and why there are no more after them. */
    private record Batch(List<Fields> records, boolean last, Optional<Throwable> failure) {}

    /** One file's records. */
    static final class Records implements AutoCloseable {
        private final Bundle bundle;
        private final Layout layout;
        private final BlockingQueue<Batch> ahead = new ArrayBlockingQueue<>(BATCHES_AHEAD);
        private volatile boolean closed;
        private Batch batch = new Batch(List.of(), false, Optional.empty());
        private int next;

        private Records(Bundle bundle, Layout layout) {
            this.bundle = bundle;
            this.layout = layout;
        }

        /**
         * The next record; null after the last.
         *
         * @throws IOException where the file can't be read further
         * @throws RuntimeException where what comes next is no record
         */
        Fields next() throws IOException {
            while (next == batch.records().size()) {
                if (batch.last()) {
                    return end();
                }
                batch = take();
                next = 0;
            }
            return batch.records().get(next++);
        }

        private Fields end() throws IOException {
            if (batch.failure().isEmpty()) {
                return null;
            }
            Throwable failure = batch.failure().get();
            if (failure instanceof IOException io) {
                throw io;
            }
            if (failure instanceof Error error) {
                throw error;
            }
            throw (RuntimeException) failure;
        }

        private Batch take() throws IOException {
            try {
                return ahead.take();
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new java.io.InterruptedIOException("reading the list was broken off");
            }
        }

        private void split() {
            List<Fields> records = new ArrayList<>(RECORDS_A_BATCH);
            try (InputStream in = bundle.read(layout.file());
                    CsvReader<Fields> csv = parser(in)) {
                int characters = 0;
                for (Fields record : csv) {
                    records.add(record);
                    characters += record.size();
                    if (records.size() == RECORDS_A_BATCH || characters > CHARACTERS_A_BATCH) {
                        characters = 0;
                        if (!handOn(new Batch(records, false, Optional.empty()))) {
                            return;
                        }
                        records = new ArrayList<>(RECORDS_A_BATCH);
                    }
                }
                handOn(new Batch(records, true, Optional.empty()));
            } catch (IOException | RuntimeException | Error e) {
                // whatever it was: who waits for the next record must hear of it
                handOn(new Batch(records, true, Optional.of(e)));
            }
        }

        private boolean handOn(Batch full) {
            try {
                while (!closed) {
                    if (ahead.offer(full, 100, TimeUnit.MILLISECONDS)) {
                        return true;
                    }
                }
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
            return false;
        }

        private CsvReader<Fields> parser(InputStream in) {
            return CsvReader.builder()
                    .detectBomHeader(false)
                    .extraFieldStrategy(FieldMismatchStrategy.IGNORE)
                    .missingFieldStrategy(FieldMismatchStrategy.IGNORE)
                    .allowUnclosedQuote(false)
                    .maxBufferSize(Bounds.RECORD)
                    .build(
                            new FieldsHandler(layout::reads),
                            new WithoutMark(new InputStreamReader(
                                    in,
                                    StandardCharsets.UTF_8
                                            .newDecoder()
                                            .onMalformedInput(CodingErrorAction.REPORT)
                                            .onUnmappableCharacter(CodingErrorAction.REPORT))));
        }

        /** Nobody goes through the rest. */
        @Override
        public void close() {
            closed = true;
            ahead.clear();
        }
    }
}
