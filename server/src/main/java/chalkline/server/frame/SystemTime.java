package chalkline.server.frame;

import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import org.springframework.stereotype.Component;

/** The machine's own time: the one place that asks it. */
@Component
class SystemTime implements Time {
    @Override
    public Instant instant() {
        return Instant.now().truncatedTo(ChronoUnit.MICROS);
    }

    @Override
    public void pause(Duration length) throws InterruptedException {
        Thread.sleep(length.toMillis());
    }
}
