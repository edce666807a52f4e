package chalkline.formats.oneroster;

import java.io.IOException;
import java.io.Reader;
import java.util.Arrays;
import java.util.Optional;
import java.util.concurrent.Executor;

/** Reads on a thread of its own, ahead: unpacking and decoding take as long as what is done with the characters. */
final class CharactersAhead extends Reader {
    private static final int CHARACTERS = 64 * 1024;
    private static final int CHUNKS_AHEAD = 8;

    private final Handover<char[]> chunks = new Handover<>(CHUNKS_AHEAD);
    private char[] chunk = {};
    private int next;

    CharactersAhead(Reader in, Executor threads) {
        threads.execute(() -> chunks.run(to -> {
            char[] buffer = new char[CHARACTERS];
            for (int read = in.read(buffer); read >= 0; read = in.read(buffer)) {
                if (!to.put(Arrays.copyOf(buffer, read))) {
                    return;
                }
            }
        }));
    }

    @Override
    public int read(char[] into, int offset, int length) throws IOException {
        while (next == chunk.length) {
            Optional<char[]> more = chunks.take();
            if (more.isEmpty()) {
                return -1;
            }
            chunk = more.get();
            next = 0;
        }
        int count = Math.min(length, chunk.length - next);
        System.arraycopy(chunk, next, into, offset, count);
        next += count;
        return count;
    }

    @Override
    public void close() {
        chunks.close();
    }
}
