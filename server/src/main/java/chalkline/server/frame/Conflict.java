package chalkline.server.frame;

/** Somebody else was faster; nothing was changed. */
public class Conflict extends RuntimeException {
    private static final long serialVersionUID = 1L;

    public Conflict(String message) {
        super(message);
    }
}
