package chalkline.server.policy;

import org.springframework.security.access.AccessDeniedException;

/** Somebody has a right, and not over this; the message says so to that person. */
public class OutOfReach extends AccessDeniedException {
    private static final long serialVersionUID = 1L;

    public OutOfReach(String message) {
        super(message);
    }
}
