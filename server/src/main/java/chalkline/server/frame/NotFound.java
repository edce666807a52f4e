package chalkline.server.frame;

/** Something asked for that is not there. */
public class NotFound extends RuntimeException {
    private static final long serialVersionUID = 1L;

    public NotFound(String message) {
        super(message);
    }
}
