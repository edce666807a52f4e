package chalkline.standins.lms;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.standins.StandInSettings;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.json.JsonMapper;

/** How the LMS is told to misbehave. */
class MischiefTest {
    private static final JsonMapper JSON = new JsonMapper();

    private static Mischief fresh() {
        return new Mischief(
                new StandInSettings(1907, 1200, true, 60, 50, 7, 400, 64, 120, 0, ""), InstantSource.system());
    }

    private static Mischief told(String how) {
        Mischief mischief = fresh();
        mischief.set(JSON.readValue(how, Wire.Trouble.class));
        return mischief;
    }

    private static int times(Mischief mischief, Mischief.Kind kind, int of) {
        int times = 0;
        for (int i = 0; i < of; i++) {
            times += mischief.happens(kind) ? 1 : 0;
        }
        return times;
    }

    @Test
    void itBehavesUntilItIsToldOtherwise() {
        Mischief mischief = fresh();
        for (Mischief.Kind kind : Mischief.Kind.values()) {
            assertThat(times(mischief, kind, 100)).as(kind.name()).isZero();
        }
        assertThat(mischief.failsNext()).isFalse();
        assertThat(mischief.dropsNext()).isFalse();
        assertThat(mischief.isDown()).isFalse();
        assertThat(mischief.latency()).as("from its settings").isEqualTo(7);
        assertThat(mischief.callsPerSecond()).isEqualTo(60);
        assertThat(mischief.largestBatch()).isEqualTo(50);
        assertThat(mischief.copyMillis()).isEqualTo(400);
    }

    @Test
    void aShareHappensAboutAsOften() {
        Mischief mischief = told("{\"busy\":0.3,\"late\":1}");
        assertThat(times(mischief, Mischief.Kind.BUSY, 10_000)).isBetween(2_800, 3_200);
        assertThat(times(mischief, Mischief.Kind.LATE, 100)).isEqualTo(100);
        assertThat(times(mischief, Mischief.Kind.CUT, 100)).isZero();
    }

    @Test
    void whatIsLeftOutStaysAsItIs() {
        Mischief mischief = told("{\"busy\":0.3,\"latencyMillis\":20,\"callsPerSecond\":5}");
        mischief.set(JSON.readValue("{\"late\":0.1}", Wire.Trouble.class));
        assertThat(mischief.now().busy()).isEqualTo(0.3);
        assertThat(mischief.now().late()).isEqualTo(0.1);
        assertThat(mischief.now().latencyMillis()).isEqualTo(20);
        assertThat(mischief.callsPerSecond()).isEqualTo(5);
    }

    /** What it says of itself can be told it again, as after a restart. */
    @Test
    void whatItSaysCanBeToldItAgain() {
        Mischief before =
                told("{\"busy\":0.3,\"copyEndless\":0.01,\"tailMillis\":90,\"largestBatch\":5,\"copyMillis\":1}");
        Mischief after = told(JSON.writeValueAsString(before.now()));
        assertThat(after.now()).isEqualTo(before.now());
    }

    @Test
    void soManyCallsFailAndNoMore() {
        Mischief mischief = told("{\"failNext\":2,\"dropNext\":1}");
        assertThat(List.of(mischief.failsNext(), mischief.failsNext(), mischief.failsNext()))
                .containsExactly(true, true, false);
        assertThat(List.of(mischief.dropsNext(), mischief.dropsNext())).containsExactly(true, false);
    }

    @Test
    void theSameSeedThrowsTheSameDice() {
        List<Boolean> first = new ArrayList<>();
        List<Boolean> second = new ArrayList<>();
        Mischief one = told("{\"cut\":0.5}");
        Mischief other = told("{\"cut\":0.5}");
        for (int i = 0; i < 50; i++) {
            first.add(one.happens(Mischief.Kind.CUT));
            second.add(other.happens(Mischief.Kind.CUT));
        }
        assertThat(first).isEqualTo(second).contains(true, false);
    }

    @Test
    void someCallsHaveALongTail() {
        Mischief mischief = told("{\"latencyMillis\":10,\"tailMillis\":1000}");
        int slow = 0;
        for (int i = 0; i < 10_000; i++) {
            long latency = mischief.latency();
            assertThat(latency).isBetween(10L, 1010L);
            slow += latency > 10 ? 1 : 0;
        }
        assertThat(slow).as("one in twenty").isBetween(400, 600);
    }

    @Test
    void itIsAwayForAWhile() {
        assertThat(told("{\"downMillis\":60000}").isDown()).isTrue();
        assertThat(told("{\"downMillis\":0}").isDown()).isFalse();
    }
}
