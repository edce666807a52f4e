package chalkline.formats.oneroster;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.InterruptedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;

class HandoverTest {
    private static CompletableFuture<Void> making(Handover<Integer> to, Handover.Maker<Integer> maker) {
        return CompletableFuture.runAsync(() -> to.run(maker));
    }

    private static List<Integer> all(Handover<Integer> from) throws IOException {
        List<Integer> taken = new ArrayList<>();
        for (Optional<Integer> one = from.take(); one.isPresent(); one = from.take()) {
            taken.add(one.get());
        }
        return taken;
    }

    @Test
    void handsEverythingOnInOrderAndThenEnds() throws IOException {
        Handover<Integer> handover = new Handover<>(3);
        CompletableFuture<Void> maker = making(handover, to -> {
            for (int i = 0; i < 1000; i++) {
                assertThat(to.put(i)).isTrue();
            }
        });
        assertThat(all(handover)).hasSize(1000).isSorted().doesNotHaveDuplicates();
        maker.join();
        assertThat(handover.take()).as("the end stays the end").isEmpty();
    }

    @Test
    void whoTakesGetsWhatWasMadeBeforeAFailureAndThenTheFailure() throws IOException {
        List<Throwable> failures = List.of(
                new IOException("the disk is gone"),
                new IllegalArgumentException("no record"),
                new StackOverflowError("too deep"));
        for (Throwable failure : failures) {
            Handover<Integer> handover = new Handover<>(8);
            CompletableFuture<Void> maker = making(handover, to -> {
                to.put(1);
                to.put(2);
                if (failure instanceof Error error) {
                    throw error;
                }
                throw (Exception) failure;
            });
            assertThat(handover.take()).contains(1);
            assertThat(handover.take()).contains(2);
            assertThatThrownBy(handover::take).isSameAs(failure);
            assertThatThrownBy(handover::take).as("and again").isSameAs(failure);
            maker.join();
        }
    }

    @Test
    void whoMakesIsNoFurtherAheadThanThereIsRoomAndEndsWhenNobodyTakes() throws IOException {
        Handover<Integer> handover = new Handover<>(4);
        AtomicInteger made = new AtomicInteger();
        CompletableFuture<Void> maker = making(handover, to -> {
            while (to.put(made.get())) {
                made.incrementAndGet();
            }
        });
        for (int i = 0; i < 100; i++) {
            assertThat(handover.take()).contains(i);
            assertThat(made.get()).as("four wait, one is on its way").isBetween(i, i + 6);
        }
        handover.close();
        maker.join();
        assertThat(made.get()).isLessThan(110);
    }

    @Test
    void whoIsBrokenOffWhileWaitingIsTold() throws Exception {
        Handover<Integer> handover = new Handover<>(1);
        CountDownLatch waits = new CountDownLatch(1);
        CompletableFuture<Throwable> told = new CompletableFuture<>();
        Thread taker = new Thread(() -> {
            waits.countDown();
            try {
                handover.take();
                told.complete(new AssertionError("nothing was there to take"));
            } catch (IOException e) {
                told.complete(e);
            }
        });
        taker.start();
        waits.await();
        taker.interrupt();
        assertThat(told.join()).isInstanceOf(InterruptedIOException.class).hasMessageContaining("broken off");
        taker.join();
    }
}
