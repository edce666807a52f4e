package chalkline.server.frame;

import chalkline.server.policy.Policy;
import java.util.function.Supplier;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.authority.AuthorityUtils;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.context.request.RequestContextHolder;
import org.springframework.web.context.request.ServletRequestAttributes;

/** Who is at it now. */
public final class SignedIn {
    private SignedIn() {}

    /** Does something in the name of someone who is no person, with all rights. */
    public static <T> T as(String name, Supplier<T> work) {
        SecurityContext before = SecurityContextHolder.getContext();
        SecurityContext own = SecurityContextHolder.createEmptyContext();
        own.setAuthentication(UsernamePasswordAuthenticationToken.authenticated(
                name, "", AuthorityUtils.createAuthorityList(Policy.PROGRAM)));
        SecurityContextHolder.setContext(own);
        try {
            return work.get();
        } finally {
            SecurityContextHolder.setContext(before);
        }
    }

    /** Where the call comes from that is answered now; empty where the program does something by itself. */
    public static String address() {
        return RequestContextHolder.getRequestAttributes() instanceof ServletRequestAttributes call
                ? call.getRequest().getRemoteAddr()
                : "";
    }

    /** The login of whoever is signed in; {@code chalkline} for the program itself. */
    public static String login() {
        Authentication authentication = SecurityContextHolder.getContext().getAuthentication();
        return authentication == null ? "chalkline" : authentication.getName();
    }
}
