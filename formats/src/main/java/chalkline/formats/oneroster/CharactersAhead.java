package chalkline.formats.oneroster;

import java.io.IOException;
import java.io.Reader;
import java.util.Optional;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.Executor;

/** Reads on a thread of its own, ahead: unpacking and decoding take as long as what is done with the characters. */
final class CharactersAhead extends Reader {
    private static final int CHARACTERS = 64 * 1024;
    private static final int CHUNKS_AHEAD = 8;

    private final Handover<Chunk> chunks = new Handover<>(CHUNKS_AHEAD);
    /** Those that were gone through, to be filled again. */
    private final ArrayBlockingQueue<Chunk> spare = new ArrayBlockingQueue<>(CHUNKS_AHEAD);

    private Chunk chunk = new Chunk(0);
    private int next;

    private static final class Chunk {
        private final char[] characters;
        private int length;

        Chunk(int room) {
            characters = new char[room];
        }

        boolean fill(Reader in) throws IOException {
            length = in.read(characters);
            return length >= 0;
        }
    }

    CharactersAhead(Reader in, Executor threads) {
        threads.execute(() -> chunks.run(to -> {
            Chunk free = new Chunk(CHARACTERS);
            while (free.fill(in) && to.put(free)) {
                Chunk again = spare.poll();
                free = again == null ? new Chunk(CHARACTERS) : again;
            }
        }));
    }

    @Override
    public int read(char[] into, int offset, int length) throws IOException {
        while (next == chunk.length) {
            Optional<Chunk> more = chunks.take();
            if (more.isEmpty()) {
                return -1;
            }
            if (chunk.characters.length > 0) {
                spare.offer(chunk); // one too many goes
            }
            chunk = more.get();
            next = 0;
        }
        int count = Math.min(length, chunk.length - next);
        System.arraycopy(chunk.characters, next, into, offset, count);
        next += count;
        return count;
    }

    @Override
    public void close() {
        chunks.close();
    }
}
