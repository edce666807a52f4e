package chalkline.server.lms;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import chalkline.server.EmptySchema;
import chalkline.server.frame.Time;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.core.io.ClassPathResource;
import org.springframework.jdbc.datasource.init.ResourceDatabasePopulator;

/** Several processes, each with a clock that a test sets, call one LMS that takes so many calls a second. */
class LmsPaceTest {
    private static final int CALLS_PER_SECOND = 40;
    private static final Instant START = Instant.parse("2026-12-07T08:00:00Z");

    private static final EmptySchema SCHEMA = new EmptySchema();

    private final Clock clock = new Clock(START);

    @BeforeAll
    static void tables() {
        new ResourceDatabasePopulator(new ClassPathResource("db/start.sql")).execute(SCHEMA.source());
    }

    @BeforeEach
    void nobodyHasCalled() {
        SCHEMA.db().sql("update lms_pace set at_second = 0, calls = 0").update();
    }

    @AfterAll
    static void drop() {
        SCHEMA.close();
    }

    private LmsPace process(Time time) {
        return new LmsPace(SCHEMA.db(), CALLS_PER_SECOND, time);
    }

    @Test
    void aSecondHasNoMoreCallsThanTheLmsTakesWhoeverMakesThem() {
        List<LmsPace> processes = List.of(process(clock), process(clock), process(clock));
        Random dice = new Random(7);
        List<Long> seconds = new ArrayList<>();
        for (int call = 0; call < 10 * CALLS_PER_SECOND; call++) {
            processes.get(dice.nextInt(processes.size())).waitForTurn();
            seconds.add(clock.now().getEpochSecond());
            clock.goOn(Duration.ofMillis(dice.nextInt(20)));
        }
        Map<Long, Long> calls =
                seconds.stream().collect(Collectors.groupingBy(Function.identity(), Collectors.counting()));
        assertThat(calls.values()).allMatch(made -> made <= CALLS_PER_SECOND);
    }

    @Test
    void oneProcessAloneHasAllOfThem() {
        LmsPace alone = process(clock);
        for (int call = 0; call < 3 * CALLS_PER_SECOND; call++) {
            alone.waitForTurn();
        }
        assertThat(clock.now()).isBefore(START.plusSeconds(3));
        alone.waitForTurn();
        assertThat(clock.now()).isAfterOrEqualTo(START.plusSeconds(3));
    }

    @Test
    void whatOneTookAndDidNotUseIsNotKeptForTheNextSecond() {
        LmsPace one = process(clock);
        one.waitForTurn();
        clock.goOn(Duration.ofSeconds(1));
        LmsPace other = process(clock);
        for (int call = 0; call < CALLS_PER_SECOND; call++) {
            other.waitForTurn();
        }
        Instant full = clock.now();
        one.waitForTurn();
        assertThat(clock.now().getEpochSecond()).isGreaterThan(full.getEpochSecond());
    }

    /** Its second is over for the LMS, so it takes from the one that runs. */
    @Test
    void aProcessWhoseClockIsBehindMakesNoneThatTheOthersHaveTaken() {
        LmsPace ahead = process(clock);
        Clock slow = new Clock(START.minusSeconds(3));
        LmsPace behind = process(slow);
        for (int call = 0; call < CALLS_PER_SECOND; call++) {
            ahead.waitForTurn();
        }
        behind.waitForTurn();
        assertThat(slow.now()).isAfterOrEqualTo(START.plusSeconds(1));
    }

    @Test
    void whoWaitsForAMinuteGivesUp() {
        SCHEMA.db()
                .sql("update lms_pace set at_second = ?, calls = ?")
                .params(START.plusSeconds(3600).getEpochSecond(), CALLS_PER_SECOND)
                .update();
        LmsPace waits = process(clock);
        assertThatThrownBy(waits::waitForTurn)
                .isInstanceOf(LmsLeftAlone.class)
                .hasMessage("Too many calls wait for the LMS.");
        assertThat(clock.now()).isBetween(START.plusSeconds(60), START.plusSeconds(63));
    }

    /** A clock that goes on only as it is told to, or while somebody waits. */
    private static final class Clock implements Time {
        private Instant now;

        Clock(Instant now) {
            this.now = now;
        }

        void goOn(Duration by) {
            now = now.plus(by);
        }

        @Override
        public Instant instant() {
            return now;
        }

        @Override
        public void pause(Duration length) {
            goOn(length);
        }
    }
}
