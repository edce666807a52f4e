package chalkline.core.proof;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import chalkline.core.conventions.Setting;
import java.util.Map;
import org.junit.jupiter.api.Test;

class ValuesTest {

    @Test
    void areAMapOfThoseThatAreThere() {
        Values values = Values.of(Map.of(Setting.TITLE, "Waves", Setting.CODE, ""));
        assertThat(values)
                .isEqualTo(Map.of(Setting.TITLE, "Waves", Setting.CODE, ""))
                .hasSize(2)
                .containsKey(Setting.CODE)
                .doesNotContainKey(Setting.SUMMARY);
        assertThat(values.get(Setting.SUMMARY)).isNull();
        assertThat(values.text(Setting.SUMMARY)).isEmpty();
        assertThat(values.hashCode())
                .isEqualTo(Map.of(Setting.TITLE, "Waves", Setting.CODE, "").hashCode());
    }

    @Test
    void areOnlyLookedAtFromOutside() {
        Values values = Values.of(Map.of(Setting.TITLE, "Waves"));
        assertThatThrownBy(() -> values.put(Setting.TITLE, "Tides")).isInstanceOf(UnsupportedOperationException.class);
        assertThatThrownBy(values::clear).isInstanceOf(UnsupportedOperationException.class);
    }

    @Test
    void aCopyIsChangedAloneAndTellsWhereItDiffers() {
        Values values = Values.of(Map.of(Setting.TITLE, "Waves", Setting.CODE, "w-1"));
        Values copy = values.copy();
        assertThat(copy.differing(values)).isEmpty();
        copy.set(Setting.TITLE, "Tides");
        copy.set(Setting.SUMMARY, "Of tides");
        assertThat(copy.differing(values)).containsExactly(Setting.TITLE, Setting.SUMMARY);
        assertThat(values.differing(copy)).containsExactly(Setting.TITLE, Setting.SUMMARY);
        assertThat(values.differing(values)).isEmpty();
        copy.set(Setting.SUMMARY, "");
        assertThat(copy.differing(values)).containsExactly(Setting.TITLE);
        assertThat(values.text(Setting.TITLE)).isEqualTo("Waves");
    }
}
