package chalkline.server.frame;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;

/**
 * What time it is, and waiting for a while: given to whatever asks, so that a test can say both. Moments come in whole
 * microseconds, as the database keeps them.
 */
public interface Time extends InstantSource {

    /** The present moment. */
    default Instant now() {
        return instant();
    }

    /** Returns after a while. */
    void pause(Duration length) throws InterruptedException;
}
