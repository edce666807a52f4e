package chalkline.server.lms;

/** The LMS failed again and again, so that it was not asked this time. */
public class LmsLeftAlone extends LmsUnavailable {
    private static final long serialVersionUID = 1L;

    LmsLeftAlone(Throwable cause) {
        super("The LMS failed again and again; it is left alone for a while.", cause);
    }
}
