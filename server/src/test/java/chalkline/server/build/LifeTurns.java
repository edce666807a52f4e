package chalkline.server.build;

import java.time.Instant;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Semaphore;
import org.jspecify.annotations.Nullable;

/**
 * Workers of a life, of whom one works at a time: each in a thread of its own, which goes on when it is its turn and gives it
 * back wherever a process could be overtaken, stopped or killed.
 */
final class LifeTurns {
    private static final ExecutorService THREADS = Executors.newCachedThreadPool(task -> {
        Thread thread = new Thread(task, "life");
        thread.setDaemon(true);
        return thread;
    });

    private final Semaphore back = new Semaphore(0);
    private @Nullable Worker atWork;
    private long hired;

    /** Ends a worker wherever it is; nothing of the engine catches it. */
    static final class Killed extends Error {
        private static final long serialVersionUID = 1L;

        Killed() {
            super("killed", null, false, false);
        }
    }

    /** Somebody who carries one lot out. */
    final class Worker {
        private final Semaphore go = new Semaphore(0);
        private final long number = ++hired;
        private boolean ended;
        private boolean killed;
        private @Nullable Throwable trouble;
        /** Not before then is it its turn again. */
        private Instant until = Instant.MIN;

        Worker(Runnable work) {
            THREADS.execute(() -> {
                go.acquireUninterruptibly();
                try {
                    if (!killed) {
                        work.run();
                    }
                } catch (Killed expected) {
                    // as a process ends
                } catch (RuntimeException | Error e) {
                    trouble = e;
                } finally {
                    ended = true;
                    back.release();
                }
            });
        }

        /** Lets it work until it gives its turn back. */
        void work() {
            atWork = this;
            go.release();
            back.acquireUninterruptibly();
            atWork = null;
            if (trouble != null) {
                throw new IllegalStateException("A worker ended with " + trouble, trouble);
            }
        }

        boolean hasEnded() {
            return ended;
        }

        /** In the order in which they came. */
        long number() {
            return number;
        }

        Instant until() {
            return until;
        }

        void kill() {
            killed = true;
            while (!ended) {
                work();
            }
        }
    }

    /** Whether nobody is at work, so that the simulation itself asks. */
    boolean isIdle() {
        return atWork == null;
    }

    /** Gives the turn back, for a while at least; to be called by whoever is at work. */
    void giveBack(Instant until) {
        Worker worker = atWork;
        if (worker == null) {
            return; // what the simulation itself asks for is answered at once
        }
        worker.until = until;
        back.release();
        worker.go.acquireUninterruptibly();
        if (worker.killed) {
            throw new Killed();
        }
    }
}
