package chalkline.server.frame;

import java.time.Instant;
import java.util.Set;

/** What proofs that somebody may still ask for were computed from. A room that keeps such proofs has a bean that says so. */
public interface Needed {
    /** Numbers of registrar's lists, of what began after a moment or has not ended. */
    Set<Long> lists(Instant after);

    /** Numbers of what the LMS was seen to hold, of the same. */
    Set<Integer> held(Instant after);
}
