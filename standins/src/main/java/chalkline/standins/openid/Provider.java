package chalkline.standins.openid;

import com.nimbusds.jose.JOSEException;
import com.nimbusds.jose.JWSAlgorithm;
import com.nimbusds.jose.JWSHeader;
import com.nimbusds.jose.crypto.RSASSASigner;
import com.nimbusds.jose.jwk.RSAKey;
import com.nimbusds.jose.jwk.gen.RSAKeyGenerator;
import com.nimbusds.jwt.JWTClaimsSet;
import com.nimbusds.jwt.SignedJWT;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Date;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicReference;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.util.function.SingletonSupplier;

/** A small provider of OpenID Connect that vouches for whoever somebody says to be, and can be told to vouch wrongly. */
@Component
class Provider {
    private static final int KEY_BITS = 2048;
    private static final int SECONDS = 300;

    /** What can be wrong with a token. */
    enum Wrong {
        NOTHING,
        ISSUER,
        AUDIENCE,
        NONCE,
        EXPIRED,
        SIGNATURE,
        STATE
    }

    /** Somebody who has been vouched for and not yet asked about. */
    record Granted(
            String login,
            String client,
            String redirect,
            @Nullable String nonce,
            List<String> groups) {}

    // made when first asked for: it takes longer than all the rest of the start
    private final SingletonSupplier<RSAKey> key = SingletonSupplier.of(Provider::made);
    private final SingletonSupplier<RSAKey> other = SingletonSupplier.of(Provider::made);
    private final Map<String, Granted> codes = new ConcurrentHashMap<>();
    private final AtomicReference<Wrong> wrong = new AtomicReference<>(Wrong.NOTHING);

    private final InstantSource time;

    Provider(InstantSource time) {
        this.time = time;
    }

    private static RSAKey made() {
        try {
            return new RSAKeyGenerator(KEY_BITS)
                    .keyID(UUID.randomUUID().toString())
                    .generate();
        } catch (JOSEException e) {
            throw new IllegalStateException(e);
        }
    }

    RSAKey publicKey() {
        return key.obtain().toPublicJWK();
    }

    void be(Wrong about) {
        wrong.set(about);
    }

    boolean is(Wrong about) {
        return wrong.get() == about;
    }

    String grant(Granted granted) {
        String code = UUID.randomUUID().toString();
        codes.put(code, granted);
        return code;
    }

    /** A code is good once. */
    @Nullable
    Granted take(String code) {
        return codes.remove(code);
    }

    /** What it says of somebody, signed. */
    String token(String issuer, Granted granted) {
        Instant now = time.instant();
        Instant end = is(Wrong.EXPIRED) ? now.minusSeconds(2 * SECONDS) : now.plusSeconds(SECONDS);
        JWTClaimsSet claims = new JWTClaimsSet.Builder()
                .issuer(is(Wrong.ISSUER) ? issuer + "/other" : issuer)
                .subject("person-" + granted.login())
                .audience(is(Wrong.AUDIENCE) ? "another program" : granted.client())
                .issueTime(Date.from(end.minusSeconds(SECONDS)))
                .expirationTime(Date.from(end))
                .claim("nonce", is(Wrong.NONCE) ? "another" : granted.nonce())
                .claim("preferred_username", granted.login())
                .claim("name", "Person " + granted.login())
                .claim("email", granted.login() + "@skerrow.example")
                .claim("groups", granted.groups())
                .build();
        SignedJWT token = new SignedJWT(
                new JWSHeader.Builder(JWSAlgorithm.RS256)
                        .keyID(key.obtain().getKeyID())
                        .build(),
                claims);
        try {
            token.sign(new RSASSASigner((is(Wrong.SIGNATURE) ? other : key).obtain()));
        } catch (JOSEException e) {
            throw new IllegalStateException(e);
        }
        return token.serialize();
    }
}
