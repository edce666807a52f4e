package chalkline.server.lms;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import chalkline.server.ChalkLineSettings;
import chalkline.server.Client;
import chalkline.server.RunningSystem;
import chalkline.server.frame.Time;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;

/** How many calls of builds are in flight at once. */
class CallsAtOnceTest {
    private static final Runnable AT_ONCE = () -> {};

    private static RunningSystem system;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(48, "--standins.earlier-terms=false");
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    /** One of its own, so that no test meets what another one taught it. */
    private static CallsAtOnce fresh(String node) {
        ChalkLineSettings set = system.bean(ChalkLineSettings.class);
        return new CallsAtOnce(
                system.bean(JdbcClient.class),
                new ChalkLineSettings(
                        node,
                        set.demo(),
                        set.today(),
                        set.proxy(),
                        set.firstPassword(),
                        set.retryPause(),
                        set.registrar(),
                        set.furtherRegistrars(),
                        set.mail(),
                        set.openid(),
                        set.keep(),
                        set.looks(),
                        set.builds(),
                        set.lms()),
                system.bean(Time.class));
    }

    private static void answers(CallsAtOnce calls, int times) {
        for (int i = 0; i < times; i++) {
            calls.call("shells", AT_ONCE, () -> "done");
        }
    }

    @Test
    void fastAnswersMakeRoomUpToTheMost() {
        CallsAtOnce calls = fresh("grows");
        int first = calls.room();
        answers(calls, 100);
        assertThat(first).isEqualTo(2);
        assertThat(calls.room()).isEqualTo(8);
    }

    @Test
    void failuresMakeItSmallerButNeverNothing() {
        CallsAtOnce calls = fresh("shrinks");
        answers(calls, 100);
        assertThatThrownBy(() -> calls.call("shells", AT_ONCE, CallsAtOnceTest::busy))
                .isInstanceOf(LmsUnavailable.class);
        assertThat(calls.room()).isEqualTo(5);
        // no more than once a second, however many calls were in flight when it began
        for (int i = 0; i < 20; i++) {
            assertThatThrownBy(() -> calls.call("shells", AT_ONCE, CallsAtOnceTest::busy))
                    .isInstanceOf(LmsUnavailable.class);
        }
        assertThat(calls.room()).isBetween(3, 5);
        answers(calls, 100);
        assertThat(calls.room()).as("it recovers").isEqualTo(8);
    }

    private static Object busy() {
        throw new LmsUnavailable("busy", new IllegalStateException());
    }

    /** The breaker is open: the LMS was not asked, so nothing is learned from it. */
    @Test
    void whatWasNotAskedTeachesNothing() {
        CallsAtOnce calls = fresh("alone");
        answers(calls, 100);
        assertThatThrownBy(() -> calls.call("shells", AT_ONCE, () -> {
                    throw new LmsLeftAlone("not asked", new IllegalStateException());
                }))
                .isInstanceOf(LmsLeftAlone.class);
        assertThat(calls.room()).isEqualTo(8);
    }

    @Test
    void neverMoreAreInFlightThanThereIsRoomFor() throws Exception {
        CallsAtOnce calls = fresh("full");
        AtomicInteger inFlight = new AtomicInteger();
        AtomicInteger most = new AtomicInteger();
        CountDownLatch two = new CountDownLatch(2);
        ExecutorService callers = Executors.newFixedThreadPool(10);
        try {
            List<Future<?>> all = new ArrayList<>();
            for (int i = 0; i < 10; i++) {
                all.add(callers.submit(() -> calls.call("shells", AT_ONCE, () -> {
                    most.accumulateAndGet(inFlight.incrementAndGet(), Math::max);
                    two.countDown();
                    await(two);
                    inFlight.decrementAndGet();
                    return "done";
                })));
            }
            for (Future<?> one : all) {
                one.get();
            }
        } finally {
            callers.shutdownNow();
        }
        assertThat(most.get()).isBetween(2, 8);
        assertThat(inFlight.get()).isZero();
    }

    private static void await(CountDownLatch latch) {
        try {
            latch.await();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** Two processes at work share what all may have; the screen shows the sum. */
    @Test
    void processesAtWorkShareTheMost() {
        CallsAtOnce one = fresh("one");
        CallsAtOnce two = fresh("two");
        answers(one, 100);
        answers(two, 100);
        system.bean(JdbcClient.class).sql("delete from lms_caller").update();
        one.share();
        two.share();
        one.share();
        assertThat(one.room()).isEqualTo(4);
        assertThat(two.room()).isEqualTo(4);
        two.share();
        CallsAtOnce.Load load = one.load();
        assertThat(load.now()).isEqualTo(8);
        assertThat(load.most()).isEqualTo(8);
        assertThat(load.inFlight()).isZero();
        assertThat(Client.anonymous(system.standIns()).get("/lms/api/trouble").status())
                .isEqualTo(200);
    }
}
