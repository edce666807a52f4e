package chalkline.server.lms;

import java.time.Duration;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** The LMS does not answer, or asks to be left alone. What was asked is to be asked again later, as it was. */
public class LmsUnavailable extends RuntimeException {
    private static final long serialVersionUID = 1L;

    private final @Nullable Duration after;

    public LmsUnavailable(String message, Throwable cause) {
        this(message, cause, null);
    }

    /** @param after when to ask again, in the LMS's own word; null where it has none */
    public LmsUnavailable(String message, Throwable cause, @Nullable Duration after) {
        super(message, cause);
        this.after = after;
    }

    /** When to ask again, where the LMS said so. */
    public Optional<Duration> after() {
        return Optional.ofNullable(after);
    }
}
