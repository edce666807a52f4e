package chalkline.server.lms;

import chalkline.server.frame.Time;
import java.time.Duration;
import java.util.concurrent.ThreadLocalRandom;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Keeps all processes together to the number of calls a second that the LMS takes: they count in one row, from which each
 * takes a handful at a time.
 */
class LmsPace {
    private static final long LONGEST_WAIT_MILLIS = 60_000;
    private static final int HANDFULS = 16;

    private final JdbcClient db;
    private final Time time;
    private final int callsPerSecond;
    private final int handful;
    private long second;
    private int left;

    LmsPace(JdbcClient db, int callsPerSecond, Time time) {
        this.time = time;
        this.db = db;
        this.callsPerSecond = callsPerSecond;
        this.handful = Math.max(1, callsPerSecond / HANDFULS);
    }

    /** Returns when a call may be made. */
    void waitForTurn() {
        long until = time.millis() + LONGEST_WAIT_MILLIS;
        while (!admit(time.now().getEpochSecond())) {
            if (time.millis() > until) {
                throw new LmsLeftAlone("Too many calls wait for the LMS.", new IllegalStateException());
            }
            pause();
        }
    }

    /** What was taken for one second is worth nothing in the next. */
    private synchronized boolean admit(long now) {
        if (now == second && left > 0) {
            left--;
            return true;
        }
        int taken = take(now, handful) ? handful : take(now, 1) ? 1 : 0;
        second = now;
        left = Math.max(0, taken - 1);
        return taken > 0;
    }

    private boolean take(long now, int calls) {
        return db.sql(
                                "update lms_pace set calls = if(at_second < :now, :take, calls + :take), at_second = greatest(at_second, :now)"
                                        + " where id = 1 and (at_second < :now or calls + :take <= :most)")
                        .param("now", now)
                        .param("take", calls)
                        .param("most", callsPerSecond)
                        .update()
                == 1;
    }

    /** Until the next second begins, and a little more, so that not all of them come at once. */
    private void pause() {
        long left = 1000 - time.millis() % 1000;
        try {
            time.pause(Duration.ofMillis(left + ThreadLocalRandom.current().nextInt(50)));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new LmsUnavailable("The program is ending.", e);
        }
    }
}
