package chalkline.server.people;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.text.Normalizer;
import java.util.Base64;
import java.util.concurrent.Semaphore;
import java.util.function.BooleanSupplier;
import org.springframework.security.crypto.argon2.Argon2PasswordEncoder;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;

/**
 * Keeps passwords with Argon2id, which is dear in memory too (NIST SP 800-63B, 3.1.1.2: memory-hard should be used, and the
 * whole password is verified), at one of the costs of the OWASP Password Storage Cheat Sheet, from memory: 7 MiB, five
 * passes. The same letters written in two ways of Unicode are the same password (NIST there: NFKC or NFC). What was kept
 * with bcrypt before is still known, and kept anew at the next sign-in.
 */
final class Passwords implements PasswordEncoder {
    private static final int SALT_BYTES = 16;
    private static final int HASH_BYTES = 32;
    private static final int KIBIBYTES = 7168;
    private static final int PASSES = 5;
    private static final String BCRYPT = "$2";
    private static final int BCRYPT_BYTES = 72;

    private final PasswordEncoder argon2;
    private final PasswordEncoder bcrypt = new BCryptPasswordEncoder();
    // each costs some fifty milliseconds of a processor; when a whole campus signs in, most of them stay with everybody
    // else
    private final Semaphore atOnce =
            new Semaphore(Math.max(2, Runtime.getRuntime().availableProcessors() / 2), true);

    Passwords() {
        this(PASSES);
    }

    private Passwords(int passes) {
        argon2 = new Argon2PasswordEncoder(SALT_BYTES, HASH_BYTES, 1, KIBIBYTES, passes);
    }

    /** For the demo, whose password the README tells. */
    static Passwords ofDemo() {
        return new Passwords(1);
    }

    @Override
    public String encode(CharSequence password) {
        return argon2.encode(normal(password));
    }

    @Override
    public boolean matches(CharSequence password, String encoded) {
        String given = normal(password);
        return inTurn(() -> encoded.startsWith(BCRYPT)
                ? bcrypt.matches(forBcrypt(given), encoded)
                : argon2.matches(given, encoded));
    }

    @Override
    public boolean upgradeEncoding(String encoded) {
        return encoded.startsWith(BCRYPT) || argon2.upgradeEncoding(encoded);
    }

    private boolean inTurn(BooleanSupplier work) {
        atOnce.acquireUninterruptibly();
        try {
            return work.getAsBoolean();
        } finally {
            atOnce.release();
        }
    }

    private static String normal(CharSequence password) {
        return Normalizer.normalize(password, Normalizer.Form.NFKC);
    }

    /** It looks at 72 bytes, so of a longer one it was given a digest. */
    private static String forBcrypt(String password) {
        byte[] bytes = password.getBytes(StandardCharsets.UTF_8);
        if (bytes.length <= BCRYPT_BYTES) {
            return password;
        }
        try {
            return Base64.getEncoder()
                    .encodeToString(MessageDigest.getInstance("SHA-384").digest(bytes));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
