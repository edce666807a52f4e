package chalkline.server.lms;

import org.springframework.web.client.HttpClientErrorException;

/** The LMS refuses a call, or answers what cannot be read: asking again as before will not help, a person has to look. */
public class LmsRefusal extends LmsUnavailable {
    private static final long serialVersionUID = 1L;

    public LmsRefusal(String message, Throwable cause) {
        super(message, cause);
    }

    /** Whether the call may have been carried out all the same, since only its answer is amiss. */
    public boolean mayBeDone() {
        return !(getCause() instanceof HttpClientErrorException);
    }
}
