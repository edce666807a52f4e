package chalkline.server.lms;

import chalkline.server.ChalkLineSettings;
import chalkline.server.frame.Time;
import java.time.Duration;

/** How long ago an LMS answered, for simulations, which have no calls at once. */
public final class AnswersInMemory extends CallsAtOnce {
    private final Time time;
    private long answeredAt;

    public AnswersInMemory(ChalkLineSettings settings, Time time) {
        super(null, settings, time);
        this.time = time;
        this.answeredAt = time.millis();
    }

    public void answered() {
        answeredAt = time.millis();
    }

    @Override
    public Duration sinceAnswer() {
        return Duration.ofMillis(time.millis() - answeredAt);
    }
}
