package chalkline.formats.oneroster;

import java.io.IOException;
import java.io.InterruptedIOException;
import java.util.Optional;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.TimeUnit;

/** Hands what one thread makes to another, in order and a bounded way ahead. */
final class Handover<T> implements AutoCloseable {
    private final BlockingQueue<Handed<T>> ahead;
    private volatile boolean closed;
    private Optional<Handed<T>> last = Optional.empty();

    /** One thing; or, without one, the end, and why it is one where something went wrong. */
    private record Handed<T>(Optional<T> one, Optional<Throwable> failure) {}

    /** What makes the things; whatever it throws, who takes them gets. */
    interface Maker<T> {
        /** @throws Exception an {@link IOException} or one that is not checked */
        void make(Handover<T> to) throws Exception;
    }

    /** @param most how many wait to be taken */
    Handover(int most) {
        ahead = new ArrayBlockingQueue<>(most);
    }

    /** Makes all of it, on the thread that this is called on. */
    void run(Maker<T> maker) {
        try {
            maker.make(this);
            offer(new Handed<>(Optional.empty(), Optional.empty()));
        } catch (Exception | Error e) {
            // whatever it was: who waits for the next one must hear of it
            offer(new Handed<>(Optional.empty(), Optional.of(e)));
        }
    }

    /** Waits for room; false where nobody takes any more. */
    boolean put(T one) {
        return offer(new Handed<>(Optional.of(one), Optional.empty()));
    }

    private boolean offer(Handed<T> handed) {
        try {
            while (!closed) {
                if (ahead.offer(handed, 100, TimeUnit.MILLISECONDS)) {
                    return true;
                }
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        return false;
    }

    /**
     * Waits for the next one; empty after the last.
     *
     * @throws IOException what the maker threw, where that came next; so with exceptions that are not checked
     */
    Optional<T> take() throws IOException {
        if (last.isEmpty()) {
            try {
                Handed<T> handed = ahead.take();
                if (handed.one().isPresent()) {
                    return handed.one();
                }
                last = Optional.of(handed);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new InterruptedIOException("reading the list was broken off");
            }
        }
        Optional<Throwable> failure = last.get().failure();
        if (failure.isPresent()) {
            throw unchecked(failure.get());
        }
        return Optional.empty();
    }

    private static RuntimeException unchecked(Throwable failure) throws IOException {
        if (failure instanceof IOException io) {
            throw io;
        }
        if (failure instanceof Error error) {
            throw error;
        }
        return failure instanceof RuntimeException exception ? exception : new IllegalStateException(failure);
    }

    /** Nobody takes the rest. */
    @Override
    public void close() {
        closed = true;
        ahead.clear();
    }
}
