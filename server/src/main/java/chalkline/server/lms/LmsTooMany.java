package chalkline.server.lms;

import java.time.Duration;

/** The LMS takes no more calls for now and says when it does (429 with Retry-After; RFC 6585, section 4); it says nothing of the call. */
public final class LmsTooMany extends LmsUnavailable {
    private static final long serialVersionUID = 1L;

    public LmsTooMany(String message, Throwable cause, Duration after) {
        super(message, cause, after);
    }
}
