package chalkline.server.frame;

import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;

/** Who is at it now. */
public final class SignedIn {
    private SignedIn() {}

    /** The login of whoever is signed in; {@code chalkline} for the program itself. */
    public static String login() {
        Authentication authentication = SecurityContextHolder.getContext().getAuthentication();
        return authentication == null ? "chalkline" : authentication.getName();
    }
}
