package chalkline.server.people;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.text.Normalizer;
import java.util.Base64;
import java.util.concurrent.Semaphore;
import java.util.function.Supplier;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;

/**
 * Keeps passwords with bcrypt, which looks at 72 bytes: of a longer one it is given a digest, so that all of it counts
 * (NIST SP 800-63B, 3.1.1.2: the whole password is verified). The same letters written in two ways of Unicode are the same
 * password (there: NFKC or NFC).
 */
final class Passwords implements PasswordEncoder {
    private static final int BCRYPT_BYTES = 72;

    private final PasswordEncoder bcrypt = new BCryptPasswordEncoder();
    // each costs a tenth of a second of a processor: when a whole campus signs in, half of them is left for everybody
    // else
    private final Semaphore atOnce =
            new Semaphore(Math.max(1, Runtime.getRuntime().availableProcessors() / 2), true);

    @Override
    public String encode(CharSequence password) {
        return inTurn(() -> bcrypt.encode(whole(password)));
    }

    @Override
    public boolean matches(CharSequence password, String encoded) {
        return inTurn(() -> bcrypt.matches(whole(password), encoded));
    }

    private <T> T inTurn(Supplier<T> work) {
        atOnce.acquireUninterruptibly();
        try {
            return work.get();
        } finally {
            atOnce.release();
        }
    }

    private static String whole(CharSequence password) {
        String text = Normalizer.normalize(password, Normalizer.Form.NFKC);
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        if (bytes.length <= BCRYPT_BYTES) {
            return text;
        }
        try {
            return Base64.getEncoder()
                    .encodeToString(MessageDigest.getInstance("SHA-384").digest(bytes));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
