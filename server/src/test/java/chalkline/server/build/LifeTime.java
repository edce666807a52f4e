package chalkline.server.build;

import chalkline.server.frame.Time;
import java.time.Duration;
import java.time.Instant;

/** The time of a life: it goes on when the simulation says so. */
final class LifeTime implements Time {
    private Instant now = Instant.parse("2026-12-07T08:00:00Z");

    @Override
    public Instant instant() {
        return now;
    }

    @Override
    public void pause(Duration length) {
        throw new IllegalStateException("Nothing in a life waits by itself.");
    }

    void goTo(Instant later) {
        if (later.isAfter(now)) {
            now = later;
        }
    }
}
