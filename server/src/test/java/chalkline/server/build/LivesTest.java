package chalkline.server.build;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.EnumMap;
import java.util.Map;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * The build engine in thousands of simulated lives ({@link Life}). A seed that fails is told and gives the same life again with
 * {@code -Dchalkline.life=SEED}; {@code -Dchalkline.lives=N} lives so many.
 */
class LivesTest {
    private static final int LIVES = Integer.getInteger("chalkline.lives", 3_000);

    @Test
    void whateverHappensNothingIsLostOrDoubledAndItEnds() {
        Map<Life.Unkept, Integer> unkept = new EnumMap<>(Life.Unkept.class);
        long begun = System.nanoTime();
        long turns = 0;
        long builds = 0;
        Long only = Long.getLong("chalkline.life");
        for (long seed : only == null ? LongStream.range(0, LIVES).toArray() : new long[] {only}) {
            Life.Outcome came = new Life(seed).live();
            assertThat(came.broken())
                    .as("the life of seed %d (-Dchalkline.life=%d): %s", seed, seed, came.told())
                    .isEmpty();
            came.unkept().forEach((promise, times) -> unkept.merge(promise, times, Integer::sum));
            turns += came.turns();
            builds += came.builds();
        }
        System.out.printf(
                "%d lives, %d builds, %d turns in %d s; promises not kept yet: %s%n",
                only == null ? LIVES : 1, builds, turns, (System.nanoTime() - begun) / 1_000_000_000, unkept);
        assertThat(builds).isGreaterThanOrEqualTo(only == null ? LIVES : 1);
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 17, 4242})
    void aSeedGivesTheSameLifeAgain(long seed) {
        Life.Outcome once = new Life(seed).live();
        assertThat(new Life(seed).live()).isEqualTo(once);
    }
}
