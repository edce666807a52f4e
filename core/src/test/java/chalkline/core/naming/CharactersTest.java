package chalkline.core.naming;

import static org.assertj.core.api.Assertions.assertThat;

import com.ibm.icu.lang.UCharacter;
import com.ibm.icu.lang.UCharacterCategory;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;

class CharactersTest {

    @Test
    void controlsAreThoseOfUnicodeButForTabAndLineBreaks() {
        // source: Unicode Character Database, general category Cc, as ICU has it
        for (char c = 0; c < Character.MAX_VALUE; c++) {
            boolean control = UCharacter.getType(c) == UCharacterCategory.CONTROL;
            assertThat(Characters.isControl(c))
                    .as("U+%04X", (int) c)
                    .isEqualTo(control && c != '\t' && c != '\n' && c != '\r');
        }
    }

    @Test
    void halvesOfPairsAreFoundWhereTheyStandAlone() {
        assertThat(Characters.firstOdd("Tides \uD83D\uDE00 and \uD83D\uDE00\n")).isEqualTo(OptionalInt.empty());
        assertThat(Characters.firstOdd("ab\uD83D")).hasValue(2);
        assertThat(Characters.firstOdd("ab\uDE00\uD83D")).hasValue(2);
        assertThat(Characters.firstOdd("\uD83D\uD83D\uDE00")).hasValue(0);
        assertThat(Characters.firstOdd("a\u0000\u0001")).hasValue(1);
    }

    /** U+0085 is a control and white space: it stays in a pattern, which collapses it, and in nothing else. */
    @Test
    void inAPatternAnyWhiteSpaceWillDo() {
        assertThat(Characters.firstOddInPattern("a\u0085b\u2028c")).isEmpty();
        assertThat(Characters.firstOdd("a\u0085b")).hasValue(1);
        assertThat(Characters.firstOddInPattern("a b\u0007")).hasValue(3);
    }

    @Test
    void theReasonNamesTheCharacter() {
        assertThat(Characters.reason("a\u0007", 1)).startsWith("U+0007 is a control character");
        assertThat(Characters.reason("\uD83D", 0))
                .isEqualTo("U+D83D is half of a character; the other half is missing");
    }
}
