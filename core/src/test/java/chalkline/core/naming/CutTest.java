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
            int limit = 1 + random.nextInt(20);
            String cut = Cut.to(text.toString(), limit);
            assertThat(Text.length(cut))
                    .as("seed %d: %s at %d", seed, text, limit)
                    .isLessThanOrEqualTo(limit);
            if (!cut.contentEquals(text)) {
                assertThat(cut).endsWith("…");
                assertThat(text.toString()).startsWith(cut.substring(0, cut.length() - 1));
            }
        }
    }
}
