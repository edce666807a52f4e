package chalkline.formats.oneroster;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.FilterReader;
import java.io.IOException;
import java.io.Reader;
import java.io.StringReader;
import java.util.Random;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

class CharactersAheadTest {
    private final ExecutorService threads = Executors.newSingleThreadExecutor();

    @AfterEach
    void nobodyReadsOn() throws InterruptedException {
        threads.shutdown();
        assertThat(threads.awaitTermination(1, TimeUnit.MINUTES)).isTrue();
    }

    private static String text(int length) {
        StringBuilder text = new StringBuilder();
        for (int i = 0; text.length() < length; i++) {
            text.append(i).append(i % 7 == 0 ? "ü\n" : ",");
        }
        return text.substring(0, length);
    }

    private static String read(Reader reader, int most, Random random) throws IOException {
        StringBuilder all = new StringBuilder();
        char[] buffer = new char[most];
        for (int n = 0; n >= 0; n = reader.read(buffer, 0, 1 + random.nextInt(most))) {
            all.append(buffer, 0, n);
        }
        assertThat(reader.read(buffer)).as("the end stays the end").isEqualTo(-1);
        return all.toString();
    }

    @Test
    void handsOnEveryCharacterInOrderThoughItsRoomIsFilledAgain() throws IOException {
        // more than what may wait at once, so that each chunk is filled several times
        for (int length : new int[] {0, 1, 64 * 1024 - 1, 64 * 1024, 64 * 1024 + 1, 3_000_000}) {
            String text = text(length);
            try (Reader ahead = new CharactersAhead(new StringReader(text), threads)) {
                assertThat(read(ahead, 100_000, new Random(length))).isEqualTo(text);
            }
        }
    }

    @Test
    void whatWasReadBeforeAFailureComesFirst() throws IOException {
        String text = text(200_000);
        Reader failing = new FilterReader(new StringReader(text)) {
            @Override
            public int read(char[] into, int offset, int length) throws IOException {
                int n = super.read(into, offset, length);
                if (n < 0) {
                    throw new IOException("the disk is gone");
                }
                return n;
            }
        };
        try (Reader ahead = new CharactersAhead(failing, threads)) {
            StringBuilder all = new StringBuilder();
            char[] buffer = new char[8192];
            assertThatThrownBy(() -> {
                        for (int n = 0; n >= 0; n = ahead.read(buffer)) {
                            all.append(buffer, 0, n);
                        }
                    })
                    .isInstanceOf(IOException.class)
                    .hasMessage("the disk is gone");
            assertThat(all.toString()).isEqualTo(text);
        }
    }

    @Test
    void whoWantsNoMoreEndsTheReadingAhead() throws Exception {
        CountDownLatch begun = new CountDownLatch(1);
        Reader endless = new Reader() {
            @Override
            public int read(char[] into, int offset, int length) {
                begun.countDown();
                return length;
            }

            @Override
            public void close() {}
        };
        Reader ahead = new CharactersAhead(endless, threads);
        assertThat(ahead.read(new char[10])).isEqualTo(10);
        begun.await();
        ahead.close(); // the thread ends, or what is done after each test waits in vain
    }
}
