package chalkline.standins.openid;

import jakarta.servlet.http.HttpServletRequest;
import java.net.URI;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.util.HtmlUtils;
import org.springframework.web.util.UriComponentsBuilder;

/** The provider's addresses (OpenID Connect Core 1.0 and Discovery 1.0). */
@RestController
@RequestMapping("/openid")
class ProviderController {
    private final Provider provider;

    ProviderController(Provider provider) {
        this.provider = provider;
    }

    private static String issuer(HttpServletRequest request) {
        return "http://127.0.0.1:" + request.getLocalPort() + "/openid";
    }

    @GetMapping("/.well-known/openid-configuration")
    Map<String, Object> about(HttpServletRequest request) {
        String issuer = issuer(request);
        return Map.of(
                "issuer", issuer,
                "authorization_endpoint", issuer + "/authorize",
                "token_endpoint", issuer + "/token",
                "jwks_uri", issuer + "/keys",
                "response_types_supported", List.of("code"),
                "subject_types_supported", List.of("public"),
                "id_token_signing_alg_values_supported", List.of("RS256"),
                "token_endpoint_auth_methods_supported", List.of("client_secret_basic", "none"),
                "code_challenge_methods_supported", List.of("S256"));
    }

    @GetMapping("/keys")
    Map<String, Object> keys() {
        return Map.of("keys", List.of(provider.publicKey().toJSONObject()));
    }

    /** A page that asks who somebody is; with that given, the way back. */
    @GetMapping("/authorize")
    ResponseEntity<String> authorize(
            @RequestParam("client_id") String client,
            @RequestParam("redirect_uri") String redirect,
            @RequestParam String state,
            @RequestParam @Nullable String nonce,
            @RequestParam(defaultValue = "") String login,
            @RequestParam(defaultValue = "") List<String> groups) {
        if (login.isBlank()) {
            return ResponseEntity.ok().contentType(MediaType.TEXT_HTML).body(page(client, redirect, state, nonce));
        }
        String code = provider.grant(new Provider.Granted(login, client, redirect, nonce, groups));
        URI back = UriComponentsBuilder.fromUriString(redirect)
                .queryParam("code", code)
                .queryParam("state", provider.is(Provider.Wrong.STATE) ? "another" : state)
                .encode()
                .build()
                .toUri();
        return ResponseEntity.status(HttpStatus.FOUND).location(back).build();
    }

    private static String page(String client, String redirect, String state, @Nullable String nonce) {
        return "<!doctype html><html lang=\"en\"><title>Campus account, stand-in</title><h1>Campus account, stand-in</h1><form>"
                + hidden("client_id", client)
                + hidden("redirect_uri", redirect)
                + hidden("state", state)
                + hidden("nonce", nonce == null ? "" : nonce)
                + "<label>Who are you? <input name=\"login\" autofocus></label> <button>Sign in</button></form></html>";
    }

    private static String hidden(String name, String value) {
        return "<input type=\"hidden\" name=\"" + name + "\" value=\"" + HtmlUtils.htmlEscape(value) + "\">";
    }

    @PostMapping("/token")
    ResponseEntity<Map<String, Object>> token(
            @RequestParam String code,
            @RequestParam("redirect_uri") String redirect,
            @RequestParam("code_verifier") @Nullable String verifier,
            HttpServletRequest request) {
        Provider.Granted granted = provider.take(code);
        if (granted == null || !granted.redirect().equals(redirect) || verifier == null) {
            return ResponseEntity.badRequest().body(Map.of("error", "invalid_grant"));
        }
        return ResponseEntity.ok(Map.of(
                "access_token",
                "none",
                "token_type",
                "Bearer",
                "expires_in",
                60,
                "id_token",
                provider.token(issuer(request), granted)));
    }

    /** Has it vouch wrongly from then on. */
    @PutMapping("/api/wrong")
    void wrong(@RequestParam Provider.Wrong about) {
        provider.be(about);
    }
}
