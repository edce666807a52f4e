package chalkline.server.people;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;

/**
 * Passwords against the rules of NIST SP 800-63B, revision 4, section 3.1.1.2 (password verifiers); the section is named from
 * memory. What it says of sign-in itself (slowing down, 3.2.2) is in {@link DoorsTest}, what it says of first passwords in
 * {@link PasswordsTest}.
 */
class GuidanceTest {
    private static final BadPasswords BAD = new BadPasswords();
    private static final List<String> ABOUT = List.of("nabara", "Nora Abara", "nabara@skerrow.example");

    private static String reason(String password) {
        return BAD.reason(password, ABOUT).orElse("");
    }

    @Test
    void fifteenCharactersAreTheLeastWhereNothingElseIsAskedFor() {
        assertThat(reason("kelp over reef")).hasSizeGreaterThan(0).contains("at least 15");
        assertThat(reason("kelp over reefs")).isEmpty();
    }

    @Test
    void sixtyFourCharactersAndMoreAreTakenAndAllOfThemCount() {
        String longOne = "a whole sentence about the tide at four in the morning, and then some more of it";
        assertThat(longOne.length()).isGreaterThan(72);
        assertThat(reason(longOne)).isEmpty();
        Passwords passwords = new Passwords();
        String kept = passwords.encode(longOne);
        assertThat(passwords.matches(longOne, kept)).isTrue();
        assertThat(passwords.matches(longOne + "!", kept)).isFalse();
        assertThat(passwords.matches(longOne.substring(0, 72), kept)).isFalse();
    }

    @Test
    void whatWasKeptOtherwiseBeforeIsKnownAndKeptAnew() {
        Passwords passwords = new Passwords();
        String before = new BCryptPasswordEncoder(4).encode("kelp over reefs");
        assertThat(passwords.matches("kelp over reefs", before)).isTrue();
        assertThat(passwords.matches("kelp over reef", before)).isFalse();
        assertThat(passwords.upgradeEncoding(before)).isTrue();
        String now = passwords.encode("kelp over reefs");
        assertThat(now).startsWith("$argon2id$v=19$m=7168,t=5,p=1$");
        assertThat(passwords.upgradeEncoding(now)).isFalse();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"läsning vid Kattegatt", "潮が満ちる 午前四時 灯台の下で待つ人", "no digits no capitals", "🌊🌊 tide and foam 🌊"
            })
    void everyCharacterIsTakenAndNoKindIsAskedFor(String password) {
        assertThat(reason(password)).isEmpty();
    }

    @Test
    void theSameLettersInTwoWaysOfUnicodeAreTheSamePassword() {
        Passwords passwords = new Passwords();
        assertThat(passwords.matches("la\u0308sning vid havet", passwords.encode("läsning vid havet")))
                .isTrue();
    }

    /** Known from breaches, words again and again, what repeats or follows, and what is about the person or the program. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "password1234567",
                "passwordpassword",
                "Password!Password!",
                "qwertyuiopasdfg",
                "123456789012345",
                "aaaaaaaaaaaaaaaa",
                "abababababababab",
                "abcdefghijklmnop",
                "nabara2026202620",
                "Nora.Abara.Abara",
                "chalklinechalkline1"
            })
    void whatIsTriedFirstIsRefusedWithItsReason(String password) {
        assertThat(reason(password)).contains("Choose other words.");
    }
}
