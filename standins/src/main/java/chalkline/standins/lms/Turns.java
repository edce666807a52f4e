package chalkline.standins.lms;

import java.util.concurrent.locks.ReentrantLock;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;

/**
 * One change after the other: marks are given in the order of changes, so that whoever asks for what changed since a mark
 * never misses one. Whoever waits holds no connection to the database.
 */
@Component
class Turns {
    private final ReentrantLock lock = new ReentrantLock(true);

    <T> T take(Supplier<T> change) {
        lock.lock();
        try {
            return change.get();
        } finally {
            lock.unlock();
        }
    }

    void take(Runnable change) {
        take(() -> {
            change.run();
            return true;
        });
    }
}
