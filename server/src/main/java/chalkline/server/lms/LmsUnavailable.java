package chalkline.server.lms;

/** The LMS does not answer, or asks to be left alone. What was asked is to be asked again later, as it was. */
public class LmsUnavailable extends RuntimeException {
    private static final long serialVersionUID = 1L;

    public LmsUnavailable(String message, Throwable cause) {
        super(message, cause);
    }
}
