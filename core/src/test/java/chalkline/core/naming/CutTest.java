package chalkline.core.naming;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class CutTest {

    @ParameterizedTest
    @CsvSource({
        "Waves and Harbors,17,Waves and Harbors",
        "Waves and Harbors,16,Waves and…",
        "Waves and Harbors,10,Waves and…",
        "Waves and Harbors,9,Waves…",
        "Waves and Harbors,5,Wave…",
        "'Waves, and Harbors',8,Waves…",
        "'-- harbors',4,-- …",
        "Harborside,4,Har…",
        "Harborside,1,…"
    })
    void cutsAtWords(String text, int limit, String cut) {
        assertThat(Cut.to(text, limit)).isEqualTo(cut);
    }

    @Test
    void countsCodePointsNotChars() {
        assertThat(Cut.to("😀😀😀", 3)).isEqualTo("😀😀😀");
        assertThat(Cut.to("😀😀😀", 2)).isEqualTo("😀…");
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5})
    void neverExceedsTheLimitAndNeverInventsWords(long seed) {
        Random random = new Random(seed);
        for (int i = 0; i < 500; i++) {
            String text = text(random);
            int limit = 1 + random.nextInt(20);
            String cut = Cut.to(text, limit);
            assertThat(Text.length(cut))
                    .as("seed %d: %s at %d", seed, text, limit)
                    .isLessThanOrEqualTo(limit);
            if (!cut.equals(text)) {
                assertThat(cut).endsWith("…");
                assertThat(text).startsWith(cut.substring(0, cut.length() - 1));
            }
        }
    }

    /** A title that is shortened further and further goes from cut to cut by this. */
    @ParameterizedTest
    @ValueSource(longs = {6, 7, 8, 9, 10})
    void betweenACutAndTheOneThatIsOneShorterThereIsNoOtherThatIsShorter(long seed) {
        Random random = new Random(seed);
        for (int i = 0; i < 300; i++) {
            String text = text(random);
            for (int limit = Text.length(text) - 1; limit > 1; limit--) {
                String cut = Cut.to(text, limit);
                int next = Math.max(1, Text.length(cut) - 1);
                for (int between = limit; between > next; between--) {
                    String other = Cut.to(text, between);
                    assertThat(other.equals(cut)
                                    || other.equals(Cut.to(text, next))
                                    || Text.length(other) > Text.length(cut))
                            .as("seed %d: %s at %d is %s", seed, text, between, other)
                            .isTrue();
                }
            }
        }
    }

    private static String text(Random random) {
        StringBuilder text = new StringBuilder();
        int length = 1 + random.nextInt(30);
        for (int c = 0; c < length; c++) {
            text.append("ab, .–é😀 "
                    .codePoints()
                    .skip(random.nextInt(9))
                    .mapToObj(Character::toString)
                    .findFirst()
                    .orElse("x"));
        }
        return text.toString();
    }
}
