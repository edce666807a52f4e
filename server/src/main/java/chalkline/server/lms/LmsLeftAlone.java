package chalkline.server.lms;

/** The LMS was not asked this time: it failed again and again, or too many wait for it. */
public class LmsLeftAlone extends LmsUnavailable {
    private static final long serialVersionUID = 1L;

    LmsLeftAlone(String message, Throwable cause) {
        super(message, cause);
    }
}
