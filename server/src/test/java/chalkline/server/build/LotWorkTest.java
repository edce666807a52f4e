package chalkline.server.build;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.lms.LmsTooMany;
import chalkline.server.lms.LmsUnavailable;
import java.io.IOException;
import java.time.Duration;
import java.util.HashSet;
import java.util.Random;
import java.util.Set;
import java.util.random.RandomGenerator;
import org.junit.jupiter.api.Test;

class LotWorkTest {
    private static final RandomGenerator CHANCE = new Random(7);
    private static final Duration OTHERS = Duration.ofSeconds(30);
    private static final Duration JUST_NOW = Duration.ofSeconds(1);

    private static LmsUnavailable failed(Duration after) {
        return new LmsUnavailable("The LMS answered 503.", new IOException("503"), after);
    }

    @Test
    void anLmsThatHasTooManyCallsNeverFailsOne() {
        // RFC 6585, section 4: 429 is about the rate of a client, with Retry-After for how long to wait
        Duration told = Duration.ofSeconds(1);
        assertThat(LotWork.isAboutTheCall(
                        new LmsTooMany("The LMS answered 429.", new IOException("429"), told), JUST_NOW, OTHERS))
                .isFalse();
        assertThat(LotWork.isAboutTheCall(failed(told), JUST_NOW, OTHERS))
                .as("one that breaks the LMS each time, though it asks for a pause (503)")
                .isTrue();
        assertThat(LotWork.isAboutTheCall(failed(null), JUST_NOW, OTHERS))
                .as("one that fails while others pass")
                .isTrue();
        assertThat(LotWork.isAboutTheCall(failed(null), Duration.ofMinutes(1), OTHERS))
                .as("no call passes")
                .isFalse();
    }

    @Test
    void thoseSentAwayTogetherDoNotComeAgainTogether() {
        Duration told = Duration.ofSeconds(1);
        Set<Duration> waits = new HashSet<>();
        for (int i = 0; i < 50; i++) {
            waits.add(LotWork.spread(told, CHANCE));
        }
        assertThat(waits)
                .hasSizeGreaterThan(10)
                .allSatisfy(wait -> assertThat(wait).isBetween(told, told.multipliedBy(2)));
    }
}
