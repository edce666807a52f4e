package chalkline.formats.oneroster;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.junit.jupiter.api.Test;

class RepeatedTest {
    @Test
    void theSameTextComesBack() {
        Repeated names = new Repeated("familyName");
        String first = names.text("<Åsström>".toCharArray(), 1, 7);
        assertThat(first).isEqualTo("Åsström");
        assertThat(names.text("Åsström".toCharArray(), 0, 7)).isSameAs(first);
        assertThat(names.text("Åsströmer".toCharArray(), 0, 9)).isEqualTo("Åsströmer");
    }

    @Test
    void textsOfOnePlaceDoNotStandInForEachOther() {
        // far more texts than are kept, so that most push another one out
        Repeated names = new Repeated("familyName");
        Random random = new Random(3);
        for (int i = 0; i < 200_000; i++) {
            String wanted = Integer.toString(random.nextInt(50_000), 36);
            assertThat(names.text(wanted.toCharArray(), 0, wanted.length())).isEqualTo(wanted);
        }
        // "Aa" and "BB" have one hash
        assertThat(names.text("Aa".toCharArray(), 0, 2)).isEqualTo("Aa");
        assertThat(names.text("BB".toCharArray(), 0, 2)).isEqualTo("BB");
        assertThat(names.text("Aa".toCharArray(), 0, 2)).isEqualTo("Aa");
        assertThat(names.text(new char[0], 0, 0)).isEmpty();
    }
}
