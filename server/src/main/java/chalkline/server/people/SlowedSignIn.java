package chalkline.server.people;

import org.springframework.security.authentication.BadCredentialsException;
import org.springframework.security.authentication.dao.DaoAuthenticationProvider;
import org.springframework.security.core.Authentication;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.authentication.WebAuthenticationDetails;

/** Compares passwords, more slowly the more often they were wrong: for one account, and from one address. */
class SlowedSignIn extends DaoAuthenticationProvider {
    private final SignInFailures failures;

    SlowedSignIn(PeopleService people, PasswordEncoder passwords, SignInFailures failures) {
        super(people);
        setPasswordEncoder(passwords);
        setUserDetailsPasswordService(people::keepAnew);
        this.failures = failures;
    }

    @Override
    public Authentication authenticate(Authentication asked) {
        String address = asked.getDetails() instanceof WebAuthenticationDetails details
                ? String.valueOf(details.getRemoteAddress())
                : "";
        SignInFailures.Attempt attempt = new SignInFailures.Attempt(asked.getName(), address);
        long seconds = failures.wait(attempt);
        if (seconds > 0) {
            throw new TooManyFailures(seconds);
        }
        try {
            Authentication signedIn = super.authenticate(asked);
            failures.forget(attempt);
            return signedIn;
        } catch (BadCredentialsException e) {
            failures.add(attempt);
            throw e;
        }
    }
}
