package chalkline.server.lms;

import chalkline.server.ChalkLineSettings;
import java.time.Instant;
import java.util.concurrent.ThreadLocalRandom;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Keeps all processes together to the number of calls a second that the LMS takes: they count in one row. */
@Component
class LmsPace {
    private static final long LONGEST_WAIT_MILLIS = 60_000;

    private final JdbcClient db;
    private final int callsPerSecond;

    LmsPace(JdbcClient db, ChalkLineSettings settings) {
        this.db = db;
        this.callsPerSecond = settings.lms().callsPerSecond();
    }

    /** Returns when a call may be made. */
    void waitForTurn() {
        long until = System.currentTimeMillis() + LONGEST_WAIT_MILLIS;
        while (!admit(Instant.now().getEpochSecond())) {
            if (System.currentTimeMillis() > until) {
                throw new LmsUnavailable("Too many calls wait for the LMS.", new IllegalStateException());
            }
            pause();
        }
    }

    private boolean admit(long second) {
        return db.sql(
                                "update lms_pace set calls = if(at_second < :now, 1, calls + 1), at_second = greatest(at_second, :now)"
                                        + " where id = 1 and (at_second < :now or calls < :most)")
                        .param("now", second)
                        .param("most", callsPerSecond)
                        .update()
                == 1;
    }

    /** Until the next second begins, and a little more, so that not all of them come at once. */
    private static void pause() {
        long left = 1000 - System.currentTimeMillis() % 1000;
        try {
            Thread.sleep(left + ThreadLocalRandom.current().nextInt(50));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new LmsUnavailable("The program is ending.", e);
        }
    }
}
