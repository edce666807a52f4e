package chalkline.core.naming;

import static org.assertj.core.api.Assertions.assertThat;

import com.ibm.icu.text.Transliterator;
import java.text.Normalizer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PlainTest {

    @ParameterizedTest
    @CsvSource({
        "Café,Cafe",
        "Åsström,Asstrom",
        "Nørwick,Norwick",
        "Straße,Strasse",
        "Ælfric Œuvre,AElfric OEuvre",
        "Þór Đuro Łódź,THor Duro Lodz",
        "ıĸŋŧħ,ikntħ",
        "'1850–1950 ‐ −','1850-1950 - -'",
        "“quoted” ‘so’ «x»,'\"quoted\" ''so'' \"x\"'",
        "½,1/2",
        "ﬁn,fin"
    })
    void takesLatinLettersToPlainOnes(String text, String plain) {
        assertThat(Plain.of(text)).isEqualTo(plain.replace('ħ', 'h'));
    }

    @Test
    void leavesOtherScriptsTheirMarks() {
        assertThat(Plain.of("Ёлка")).isEqualTo(Normalizer.normalize("Ёлка", Normalizer.Form.NFC));
        assertThat(Plain.of("ガ")).isEqualTo("ガ");
        assertThat(Plain.of("ά")).isEqualTo("ά");
    }

    @Test
    void agreesWithIcuOnTheAccentsOfLatin1AndExtendedA() {
        // source: ICU's transliteration NFD; [:Nonspacing Mark:] Remove; NFC, for letters with a canonical
        // decomposition
        Transliterator icu = Transliterator.getInstance("NFD; [:Mn:] Remove; NFC");
        for (int c = 0xC0; c < 0x180; c++) {
            String letter = Character.toString(c);
            if (Character.isLetter(c) && !Normalizer.isNormalized(letter, Normalizer.Form.NFD)) {
                assertThat(Plain.of(letter)).as("U+%04X", c).isEqualTo(icu.transliterate(letter));
            }
        }
    }

    @ParameterizedTest
    @CsvSource({"OCEA 410/510-001,ocea-410-510-001", "'  --Économie &  Droit!',economie-droit", "---,''", "Ω,''"})
    void slugs(String text, String slug) {
        assertThat(Plain.slug(text)).isEqualTo(slug);
    }
}
