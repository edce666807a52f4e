package chalkline.core.upkeep;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.apache.commons.math3.distribution.HypergeometricDistribution;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SampleTest {

    /**
     * Against the hypergeometric distribution of a reference library, Apache Commons Math 3: the sample is large enough, and
     * one less is not.
     */
    @Test
    void theSampleIsTheSmallestThatHardlyLetsTheShareSlipBy() {
        long seed = System.nanoTime();
        Random random = new Random(seed);
        for (int round = 0; round < 300; round++) {
            int shells = 1 + random.nextInt(3_000);
            double share = 0.002 + random.nextDouble() * 0.3;
            double confidence = 0.5 + random.nextDouble() * 0.499;
            int size = SampleSize.of(shells, share, confidence);
            int faulty = SampleSize.faulty(shells, share);
            String what = "seed %d: %d of %d shells, share %f, confidence %f"
                    .formatted(seed, size, shells, share, confidence);
            assertThat(none(shells, faulty, size)).as(what).isLessThanOrEqualTo(1 - confidence + 1e-9);
            if (size > 1) {
                assertThat(none(shells, faulty, size - 1)).as(what).isGreaterThan(1 - confidence - 1e-9);
            }
        }
    }

    private static double none(int shells, int faulty, int size) {
        return new HypergeometricDistribution(null, shells, faulty, size).probability(0);
    }

    /**
     * Sample sizes for 95 % confidence, from the table of Cannon and Roe, Livestock Disease Surveys: A Field Manual for
     * Veterinarians (1982), which gives them by the same distribution, approximated; values from memory, to be met within
     * one.
     */
    @ParameterizedTest
    @CsvSource({
        "50, 0.10, 22",
        "100, 0.10, 25",
        "500, 0.10, 28",
        "1000, 0.10, 29",
        "100, 0.05, 45",
        "500, 0.05, 56",
        "1000, 0.05, 57",
        "100, 0.02, 78",
        "500, 0.02, 129",
        "1000, 0.02, 138",
        "500, 0.01, 225",
        "1000, 0.01, 258"
    })
    void theSizeIsThatOfTheHandbook(int shells, double share, int size) {
        assertThat(SampleSize.of(shells, share, 0.95)).isBetween(size - 1, size + 1);
    }

    /** Of endlessly many the binomial distribution holds: 59 and 299, common knowledge of success-run testing. */
    @Test
    void ofVeryManyItIsThatOfTheBinomialDistribution() {
        assertThat(SampleSize.of(10_000_000, 0.05, 0.95)).isEqualTo(59);
        assertThat(SampleSize.of(10_000_000, 0.01, 0.95)).isEqualTo(299);
    }

    @Test
    void whatIsNoShareIsRefused() {
        assertThat(SampleSize.of(0, 0.05, 0.95)).isZero();
        assertThatThrownBy(() -> SampleSize.of(10, 0, 0.95)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> SampleSize.of(10, 0.05, 1)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> SampleSize.of(10, Double.NaN, 0.5)).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void everyPartHasItsShareAndTheSameSeedDrawsTheSame() {
        long seed = System.nanoTime();
        Random random = new Random(seed);
        for (int round = 0; round < 100; round++) {
            int parts = 1 + random.nextInt(12);
            List<Integer> all = IntStream.range(0, random.nextInt(500)).boxed().toList();
            int size = random.nextInt(200);
            Function<Integer, String> part = one -> "p" + (one * one) % parts;
            List<Integer> drawn = Sampling.draw(all, String::valueOf, part, size, seed);
            String what = "seed %d, round %d".formatted(seed, round);
            assertThat(drawn).as(what).hasSize(Math.min(size, all.size())).doesNotHaveDuplicates();
            assertThat(Sampling.draw(all, String::valueOf, part, size, seed))
                    .as(what)
                    .isEqualTo(drawn);
            Map<String, Long> whole = all.stream().collect(Collectors.groupingBy(part, Collectors.counting()));
            Map<String, Long> own = drawn.stream().collect(Collectors.groupingBy(part, Collectors.counting()));
            whole.forEach((name, count) -> assertThat((double) own.getOrDefault(name, 0L))
                    .as(what + ", part " + name)
                    .isBetween(
                            Math.floor((double) drawn.size() * count / all.size() - 1e-9),
                            Math.ceil((double) drawn.size() * count / all.size() + 1e-9)));
        }
    }
}
