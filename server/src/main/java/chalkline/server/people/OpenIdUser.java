package chalkline.server.people;

import java.util.Set;
import org.springframework.security.core.authority.SimpleGrantedAuthority;
import org.springframework.security.oauth2.core.oidc.OidcIdToken;
import org.springframework.security.oauth2.core.oidc.user.DefaultOidcUser;

/** Someone whom a provider vouches for, under the name that the account here has. */
class OpenIdUser extends DefaultOidcUser {
    private static final long serialVersionUID = 1L;

    private final String login;

    OpenIdUser(String login, OidcIdToken token) {
        super(Set.of(new SimpleGrantedAuthority("SIGNED_IN")), token);
        this.login = login;
    }

    @Override
    public String getName() {
        return login;
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof OpenIdUser user && login.equals(user.login);
    }

    @Override
    public int hashCode() {
        return login.hashCode();
    }
}
