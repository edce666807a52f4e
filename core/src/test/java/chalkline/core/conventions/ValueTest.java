package chalkline.core.conventions;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.ibm.icu.util.ULocale;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class ValueTest {

    /** Spreadsheets write TRUE; YES is nobody's way to write it. */
    @ParameterizedTest
    @CsvSource({"yes, yes", "no, no", "TRUE, yes", "False, no", "true, yes"})
    void readsYesAndNoAsFilesWriteThem(String written, String value) throws ValueException {
        assertThat(Value.of(Setting.OPEN, written).text()).isEqualTo(value);
        assertThatThrownBy(() -> Value.of(Setting.OPEN, "YES")).isInstanceOf(ValueException.class);
    }
    // source: BCP 47 (RFC 5646), appendix A, examples of language tags; from memory
    @ParameterizedTest
    @ValueSource(
            strings = {
                "de",
                "fr",
                "ja",
                "i-enochian",
                "zh-Hant",
                "zh-Hans",
                "sr-Cyrl",
                "sr-Latn",
                "zh-cmn-Hans-CN",
                "cmn-Hans-CN",
                "zh-yue-HK",
                "yue-HK",
                "zh-Hans-CN",
                "sr-Latn-RS",
                "sl-rozaj",
                "sl-rozaj-biske",
                "sl-nedis",
                "de-CH-1901",
                "sl-IT-nedis",
                "hy-Latn-IT-arevela",
                "de-DE",
                "en-US",
                "es-419",
                "de-CH-x-phonebk",
                "az-Arab-x-AZE-derbend",
                "x-whatever",
                "qaa-Qaaa-QM-x-southern",
                "de-Qaaa",
                "sr-Latn-QM",
                "sr-Qaaa-RS",
                "en-US-u-islamcal",
                "zh-CN-a-myext-x-private",
                "en-a-myext-b-another"
            })
    void languageTagsAreThoseOfBcp47(String tag) throws Exception {
        assertThat(Value.of(Setting.LANGUAGE_TAG, tag).text()).isEqualTo(tag);
        // and a reader of such tags that is not ours finds a language or a private use in it
        assertThat(ULocale.forLanguageTag(tag).toLanguageTag()).isNotEqualTo("und");
    }

    // source: BCP 47 (RFC 5646), appendix A, some invalid tags; from memory. One that repeats a singleton is
    // well-formed by its
    // grammar, and taken
    @ParameterizedTest
    @ValueSource(strings = {"de-419-DE", "a-DE", "en_US", "", "-", "english language"})
    void whatIsNoLanguageTagIsRefused(String text) {
        assertThatThrownBy(() -> Value.of(Setting.LANGUAGE_TAG, text))
                .isInstanceOf(ValueException.class)
                .hasMessageContaining("BCP 47");
    }

    @ParameterizedTest
    @CsvSource({
        "OPEN,true,yes",
        "OPEN,no,no",
        "NEWS_ITEMS,007,7",
        "UNIT_COUNT,weeks,weeks",
        "UNIT_COUNT,012,12",
        "LAYOUT,one-activity,one-activity",
        "ENTRY,'roster  code',roster code"
    })
    void aValueHasOneText(Setting setting, String written, String text) throws Exception {
        assertThat(Value.of(setting, written).text()).isEqualTo(text);
    }

    @ParameterizedTest
    @CsvSource({
        "OPEN,perhaps",
        "NEWS_ITEMS,-1",
        "NEWS_ITEMS,3.5",
        "UNIT_COUNT,months",
        "LAYOUT,grid",
        "ENTRY,roster gate",
        "DISTINGUISH,nothing",
        "OPENS,soon",
        "CODE,{nobody}"
    })
    void aWrongValueIsRefused(Setting setting, String written) {
        assertThatThrownBy(() -> Value.of(setting, written)).isInstanceOf(ValueException.class);
    }

    @Test
    void aListIsOnlyForSettingsThatTakeOne() throws Exception {
        assertThat(Value.of(Setting.ENTRY, List.of("code", "roster")).items()).containsExactly("code", "roster");
        assertThatThrownBy(() -> Value.of(Setting.TITLE, List.of("a", "b"))).isInstanceOf(ValueException.class);
    }
}
