package chalkline.server.lms;

/** The LMS refuses a call, or answers what cannot be read: asking again as before will not help, a person has to look. */
public class LmsRefusal extends LmsUnavailable {
    private static final long serialVersionUID = 1L;

    public LmsRefusal(String message, Throwable cause) {
        super(message, cause);
    }
}
