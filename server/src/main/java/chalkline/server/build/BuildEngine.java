package chalkline.server.build;

import chalkline.server.ChalkLineSettings;
import chalkline.server.lms.CallsAtOnce;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.ContextClosedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Takes lots of the builds under way and has them carried out, as many at once as the LMS bears. Any number of processes do
 * so on one database, each with lots of its own.
 */
@Component
class BuildEngine implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(BuildEngine.class);
    private static final int LONGEST_STOP_SECONDS = 25;

    private final BuildLots lots;
    private final Records records;
    private final LotWork work;
    private final CallsAtOnce atOnce;
    private final int most;
    private final ExecutorService workers = Executors.newCachedThreadPool(task -> {
        Thread thread = new Thread(task, "build");
        thread.setDaemon(true);
        return thread;
    });
    private final Thread taker = new Thread(this::take, "build-lots");
    private final Map<String, BuildLots.Lot> inHand = new ConcurrentHashMap<>();
    private final Semaphore wake = new Semaphore(0);
    private volatile boolean stopping;
    private final long renewNanos;
    private final long lookMillis;
    private long renewedAt;
    private boolean busy;

    BuildEngine(BuildLots lots, Records records, LotWork work, CallsAtOnce atOnce, ChalkLineSettings settings) {
        this.lots = lots;
        this.records = records;
        this.work = work;
        this.atOnce = atOnce;
        this.renewNanos = settings.builds().renewEvery().toNanos();
        this.lookMillis = settings.builds().lookEvery().toMillis();
        this.renewedAt = System.nanoTime() - renewNanos;
        this.most = 2 * settings.lms().callsAtOnce() + 1;
    }

    @EventListener(ApplicationReadyEvent.class)
    void start() {
        atOnce.forgetOld();
        taker.setDaemon(true);
        taker.start();
    }

    /** There is something new to do. */
    void wake() {
        wake.release();
    }

    private void take() {
        boolean away = false;
        while (!stopping) {
            try {
                renew();
                takeSome();
                away = false;
            } catch (RuntimeException e) {
                if (!away) {
                    LOG.warn("No lots can be taken: {}", e.getMessage());
                }
                away = true;
            }
            try {
                if (wake.tryAcquire(lookMillis, TimeUnit.MILLISECONDS)) {
                    wake.drainPermits();
                }
            } catch (InterruptedException e) {
                return;
            }
        }
    }

    private void renew() {
        if (System.nanoTime() - renewedAt >= renewNanos) {
            renewedAt = System.nanoTime();
            if (busy) {
                atOnce.share();
            }
            lots.renew(List.copyOf(inHand.keySet()));
            busy = !inHand.isEmpty();
        }
    }

    /** A few more than calls may be in flight, so that one is recorded while another is sent. */
    private void takeSome() {
        int room = Math.min(most, 2 * atOnce.room() + 1) - inHand.size();
        if (room <= 0) {
            return;
        }
        List<BuildLots.Lot> taken = records.within(() -> lots.claim(room));
        if (!taken.isEmpty() && !busy) {
            busy = true;
            atOnce.share();
        }
        for (BuildLots.Lot lot : taken) {
            inHand.put(lot.lease(), lot);
            workers.execute(() -> {
                try {
                    work.carryOut(lot, () -> stopping);
                } finally {
                    inHand.remove(lot.lease());
                    wake.release();
                }
            });
        }
    }

    /** The program is ending: what is in flight is recorded, and nothing more is begun. */
    @EventListener(ContextClosedEvent.class)
    void stop() {
        stopping = true;
        wake.release();
    }

    @Override
    public void destroy() throws InterruptedException {
        stopping = true;
        workers.shutdown();
        if (!workers.awaitTermination(LONGEST_STOP_SECONDS, TimeUnit.SECONDS)) {
            LOG.warn("{} lots are laid down in the middle of a call", inHand.size());
            workers.shutdownNow();
        }
        taker.interrupt();
    }
}
