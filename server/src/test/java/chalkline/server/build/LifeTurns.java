package chalkline.server.build;

import java.time.Instant;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Semaphore;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/**
 * Workers of a life, of whom one works at a time, each in a thread of its own. Wherever a process could be overtaken, stopped or
 * killed it is asked whose turn is next; whoever asks goes on itself where it is its own, since going from thread to thread
 * costs more than all the rest.
 */
final class LifeTurns {
    private static final ExecutorService THREADS = Executors.newCachedThreadPool(task -> {
        Thread thread = new Thread(task, "life");
        thread.setDaemon(true);
        return thread;
    });

    private final Semaphore back = new Semaphore(0);
    private final Supplier<@Nullable Worker> next;
    private @Nullable Worker atWork;
    private @Nullable Throwable trouble;
    private long hired;

    /** @param next whose turn it is; nobody's where the story goes on */
    LifeTurns(Supplier<@Nullable Worker> next) {
        this.next = next;
    }

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
        private final Semaphore dead = new Semaphore(0);
        private final long number = ++hired;
        private boolean ended;
        private boolean killed;
        private boolean killedItself;
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
                    if (killed && !killedItself) {
                        dead.release();
                    } else {
                        pass(ask());
                    }
                }
            });
        }

        boolean hasEnded() {
            return ended;
        }

        Instant until() {
            return until;
        }

        /** In the order in which they came. */
        long number() {
            return number;
        }

        /** Ends it where it is; whoever kills itself is dead once it goes on. */
        void kill(@Nullable Worker by) {
            killed = true;
            if (this == by) {
                killedItself = true;
            } else if (!ended) {
                go.release();
                dead.acquireUninterruptibly();
            }
        }
    }

    /** Whether nobody is at work, so that the simulation itself asks. */
    boolean isIdle() {
        return atWork == null;
    }

    /** Gives the turn to whoever is next, for a while at least; to be called by whoever is at work. */
    void giveBack(Instant until) {
        Worker self = atWork;
        if (self == null) {
            return; // what the simulation itself asks for is answered at once
        }
        self.until = until;
        Worker other = ask();
        if (other != self && !self.killed) {
            pass(other);
            self.go.acquireUninterruptibly();
        } else {
            atWork = self;
        }
        if (self.killed) {
            throw new Killed();
        }
    }

    /** Who asks, while it is asked whose turn is next. */
    private @Nullable Worker asking;

    @Nullable
    Worker asking() {
        return asking;
    }

    private @Nullable Worker ask() {
        asking = atWork;
        atWork = null;
        try {
            return trouble == null ? next.get() : null;
        } catch (RuntimeException e) {
            trouble = e;
            return null;
        } finally {
            asking = null;
        }
    }

    private void pass(@Nullable Worker to) {
        atWork = to;
        if (to == null) {
            back.release();
        } else {
            to.go.release();
        }
    }

    /** Lets all of them work until the story goes on. */
    void work() {
        Worker first = ask();
        if (first != null) {
            pass(first);
            back.acquireUninterruptibly();
        }
        Throwable wrong = trouble;
        trouble = null;
        if (wrong instanceof RuntimeException e) {
            throw e;
        }
        if (wrong != null) {
            throw new IllegalStateException(wrong);
        }
    }
}
