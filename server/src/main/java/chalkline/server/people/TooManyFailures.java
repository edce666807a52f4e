package chalkline.server.people;

import org.springframework.security.core.AuthenticationException;

/** Too many sign-ins failed, so that the next one has to wait. */
class TooManyFailures extends AuthenticationException {
    private static final long serialVersionUID = 1L;

    private final long seconds;

    TooManyFailures(long seconds) {
        super("Too many sign-ins failed. Try again in " + seconds + (seconds == 1 ? " second." : " seconds."));
        this.seconds = seconds;
    }

    /** How long to wait. */
    long seconds() {
        return seconds;
    }
}
