package chalkline.core.naming;

import static org.assertj.core.api.Assertions.assertThat;

import com.ibm.icu.lang.UCharacter;
import com.ibm.icu.lang.UProperty;
import java.text.Normalizer;
import java.util.List;
import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TextTest {

    @Test
    void whiteSpaceIsUnicodesPropertyOverAllOfIt() {
        // source: Unicode Character Database, PropList.txt White_Space, as ICU4J carries it
        for (int c = 0; c <= 0x10FFFF; c++) {
            assertThat(Text.isWhiteSpace(c))
                    .as("U+%04X", c)
                    .isEqualTo(UCharacter.hasBinaryProperty(c, UProperty.WHITE_SPACE));
        }
    }

    @Test
    void trimsAndCollapsesNoBreakSpacesToo() {
        assertThat(Text.trim("\u00A0 a b\u3000")).isEqualTo("a b");
        assertThat(Text.collapse(" a \u00A0\t b\n")).isEqualTo("a b");
        assertThat(Text.collapse("a b")).isEqualTo("a b");
        assertThat(Text.collapse(" \u2003 ")).isEmpty();
    }

    @Test
    void naturalOrderComparesRunsOfDigitsAsNumbers() {
        List<String> shuffled = List.of("a10", "a9", "a", "a09", "b1", "a9b", "10", "9");
        assertThat(shuffled.stream().sorted(Text.NATURAL))
                .containsExactly("9", "10", "a", "a09", "a9", "a9b", "a10", "b1");
    }

    /** Run by run: the run {@code ab} is a prefix of {@code ab-}, whatever follows it. */
    @Test
    void naturalOrderPutsAShorterRunFirst() {
        assertThat(List.of("ab-", "ab1", "ab").stream().sorted(Text.NATURAL)).containsExactly("ab", "ab1", "ab-");
        assertThat(Text.NATURAL_WITH_TIES.compare("x007y", "x7y")).isZero();
    }

    @Test
    void whatGoesOnComesAfterWhatHasEnded() {
        assertThat(Text.NATURAL.compare("a", "a1")).isNegative();
        assertThat(Text.NATURAL.compare("a1b", "a1")).isPositive();
        assertThat(Text.NATURAL.compare("a1", "a1")).isZero();
    }

    @Test
    void naturalOrderTakesNumbersOfAnyLength() {
        String huge = "9".repeat(60);
        assertThat(Text.NATURAL.compare("a" + huge, "a1" + huge)).isNegative();
        assertThat(Text.NATURAL.compare("a0" + huge, "a" + huge)).isNegative();
    }

    @Test
    void codePointOrderPutsSupplementaryCharactersLast() {
        assertThat(Text.BY_CODE_POINT.compare("\uFF5E", "\uD83D\uDE00")).isNegative();
        assertThat("\uFF5E".compareTo("\uD83D\uDE00")).isPositive();
        assertThat(Text.BY_CODE_POINT.compare("a", "ab")).isNegative();
    }

    @ParameterizedTest
    @CsvSource({"STRASSE,straße", "ﬁn,FIN", "Å,Å", "ǅ,ǆ", "'a  b',a b", "ＡＢ,ab", "ΌΣΟΣ,όσος"})
    void codesCompareFolded(String a, String b) {
        // source: UAX #15 (NFKC) and CaseFolding.txt, full case folding
        assertThat(Text.codeKey(a)).isEqualTo(Text.codeKey(b));
    }

    @Test
    void codeKeyOfEveryLetterIsThatOfItsUpperAndLowerCase() {
        for (int c = 0; c < 0x3000; c++) {
            if (Character.isLetter(c)) {
                String letter = Character.toString(c);
                assertThat(Text.codeKey(Text.codeKey(letter))).as("U+%04X", c).isEqualTo(Text.codeKey(letter));
                String compatible = Normalizer.normalize(letter, Normalizer.Form.NFKC);
                assertThat(Text.codeKey(compatible)).as("U+%04X", c).isEqualTo(Text.codeKey(letter));
            }
        }
        assertThat(Text.codeKey("OCEA".toLowerCase(Locale.ROOT))).isEqualTo(Text.codeKey("OCEA"));
    }
}
