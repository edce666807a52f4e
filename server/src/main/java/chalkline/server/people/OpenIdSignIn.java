package chalkline.server.people;

import chalkline.server.ChalkLineSettings;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.net.URI;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.oauth2.client.OAuth2AuthorizedClient;
import org.springframework.security.oauth2.client.oidc.userinfo.OidcUserRequest;
import org.springframework.security.oauth2.client.oidc.userinfo.OidcUserService;
import org.springframework.security.oauth2.client.registration.ClientRegistration;
import org.springframework.security.oauth2.client.registration.ClientRegistrationRepository;
import org.springframework.security.oauth2.client.registration.ClientRegistrations;
import org.springframework.security.oauth2.client.registration.InMemoryClientRegistrationRepository;
import org.springframework.security.oauth2.client.registration.SupplierClientRegistrationRepository;
import org.springframework.security.oauth2.client.web.DefaultOAuth2AuthorizationRequestResolver;
import org.springframework.security.oauth2.client.web.OAuth2AuthorizationRequestCustomizers;
import org.springframework.security.oauth2.client.web.OAuth2AuthorizationRequestResolver;
import org.springframework.security.oauth2.client.web.OAuth2AuthorizedClientRepository;
import org.springframework.security.oauth2.core.AuthorizationGrantType;
import org.springframework.security.oauth2.core.ClientAuthenticationMethod;
import org.springframework.stereotype.Component;

/**
 * Sign-in with accounts that a campus keeps elsewhere (OpenID Connect Core 1.0, authorization code flow with PKCE, RFC 7636),
 * where the settings name a provider. State, nonce, issuer, audience, expiry and signature are checked by Spring Security;
 * no token is kept: what it told is who somebody is, and nothing is asked of the provider later.
 */
@Component
class OpenIdSignIn {
    static final String ID = "campus";

    private static final Logger LOG = LoggerFactory.getLogger(OpenIdSignIn.class);
    private static final String FAILED = "/?sign-in=";

    private final ChalkLineSettings.OpenId settings;
    private final OpenIdPeople people;

    OpenIdSignIn(ChalkLineSettings settings, OpenIdPeople people) {
        this.settings = settings.openid();
        this.people = people;
    }

    /** What people call the provider; empty without one. */
    Optional<String> name() {
        return settings.address().map(issuer -> settings.name());
    }

    void addTo(HttpSecurity http) {
        Optional<URI> issuer = settings.address();
        if (issuer.isEmpty()) {
            return;
        }
        ClientRegistrationRepository clients = clients(issuer.get());
        http.oauth2Login(login -> login.clientRegistrationRepository(clients)
                .authorizedClientRepository(new NothingKept())
                .loginPage("/")
                .authorizationEndpoint(at -> at.authorizationRequestResolver(withPkce(clients)))
                .redirectionEndpoint(at -> at.baseUri("/sign-in/with/*"))
                .userInfoEndpoint(at -> at.oidcUserService(this::user))
                .successHandler((request, response, signedIn) -> response.sendRedirect("/"))
                .failureHandler((request, response, e) -> response.sendRedirect(FAILED + said(e))));
    }

    /** The provider is asked about itself when somebody first signs in, so that this program starts without it. */
    private ClientRegistrationRepository clients(URI issuer) {
        return new SupplierClientRegistrationRepository(() -> {
            ClientRegistration.Builder client = ClientRegistrations.fromIssuerLocation(issuer.toString())
                    .registrationId(ID)
                    .clientId(settings.client())
                    .scope("openid", "profile", "email")
                    .authorizationGrantType(AuthorizationGrantType.AUTHORIZATION_CODE)
                    .redirectUri("{baseUrl}/sign-in/with/{registrationId}");
            settings.password()
                    .ifPresentOrElse(
                            client::clientSecret,
                            () -> client.clientAuthenticationMethod(ClientAuthenticationMethod.NONE));
            return new InMemoryClientRegistrationRepository(client.build());
        });
    }

    private static OAuth2AuthorizationRequestResolver withPkce(ClientRegistrationRepository clients) {
        DefaultOAuth2AuthorizationRequestResolver resolver =
                new DefaultOAuth2AuthorizationRequestResolver(clients, "/sign-in/at");
        resolver.setAuthorizationRequestCustomizer(OAuth2AuthorizationRequestCustomizers.withPkce());
        return resolver;
    }

    private OpenIdUser user(OidcUserRequest request) {
        return people.of(new OidcUserService().loadUser(request));
    }

    /**
     * What is a matter of the person is said; what is not is for the log. The page has words for it: an address that anybody
     * can write must not bring its own.
     */
    private static String said(AuthenticationException e) {
        LOG.warn("A sign-in with the campus account failed: {}", e.getMessage());
        return e instanceof OpenIdPeople.NotLetIn notLetIn ? notLetIn.code() : "failed";
    }

    /** Nothing is asked of the provider after the sign-in, so nothing is kept for it. */
    private static final class NothingKept implements OAuth2AuthorizedClientRepository {
        @Override
        @SuppressWarnings("TypeParameterUnusedInFormals")
        public <T extends OAuth2AuthorizedClient> T loadAuthorizedClient(
                String client, Authentication who, HttpServletRequest request) {
            return null;
        }

        @Override
        public void saveAuthorizedClient(
                OAuth2AuthorizedClient client,
                Authentication who,
                HttpServletRequest request,
                HttpServletResponse response) {
            // who somebody is was told; nothing else is wanted
        }

        @Override
        public void removeAuthorizedClient(
                String client, Authentication who, HttpServletRequest request, HttpServletResponse response) {
            // there is nothing
        }
    }
}
