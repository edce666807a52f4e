package chalkline.standins.lms;

import chalkline.standins.StandInSettings;
import java.time.InstantSource;
import java.util.EnumMap;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.atomic.AtomicInteger;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** How the LMS misbehaves at the moment, and what it takes; thrown with dice of the campus's seed. */
@Component
class Mischief {
    private static final double TAIL_SHARE = 0.05;

    private final Random dice;
    private final InstantSource time;
    private final Map<Kind, Double> shares = new EnumMap<>(Kind.class);
    private final AtomicInteger failNext = new AtomicInteger();
    private final AtomicInteger dropNext = new AtomicInteger();
    private volatile int latencyMillis;
    private volatile int tailMillis;
    private volatile int callsPerSecond;
    private volatile int largestBatch;
    private volatile long copyMillis;
    private volatile long downUntil;

    /** What happens to a share of calls, items or copies. */
    enum Kind {
        BUSY,
        TOO_MANY,
        LATE,
        CUT,
        WRONG,
        REFUSE,
        COPY_FAILS,
        COPY_ENDLESS,
        MEDDLE
    }

    Mischief(StandInSettings settings, InstantSource time) {
        this.time = time;
        this.dice = new Random(settings.seed());
        this.callsPerSecond = settings.callsPerSecond();
        this.copyMillis = settings.copyMillis();
        this.largestBatch = settings.largestBatch();
        this.latencyMillis = settings.latencyMillis();
    }

    synchronized void set(Wire.Trouble wanted) {
        latencyMillis = or(wanted.latencyMillis(), latencyMillis);
        tailMillis = or(wanted.tailMillis(), tailMillis);
        failNext.set(or(wanted.failNext(), failNext.get()));
        dropNext.set(or(wanted.dropNext(), dropNext.get()));
        callsPerSecond = or(wanted.callsPerSecond(), callsPerSecond);
        largestBatch = or(wanted.largestBatch(), largestBatch);
        copyMillis = or(wanted.copyMillis(), copyMillis);
        downUntil = wanted.downMillis() == null ? downUntil : time.millis() + wanted.downMillis();
        set(Kind.BUSY, wanted.busy());
        set(Kind.TOO_MANY, wanted.tooMany());
        set(Kind.LATE, wanted.late());
        set(Kind.CUT, wanted.cut());
        set(Kind.WRONG, wanted.wrong());
        set(Kind.REFUSE, wanted.refuse());
        set(Kind.COPY_FAILS, wanted.copyFails());
        set(Kind.COPY_ENDLESS, wanted.copyEndless());
        set(Kind.MEDDLE, wanted.meddle());
    }

    private static <N extends Number> N or(@Nullable N wanted, N now) {
        return wanted == null ? now : wanted;
    }

    private void set(Kind kind, @Nullable Double share) {
        if (share != null) {
            shares.put(kind, share);
        }
    }

    synchronized Wire.Trouble now() {
        return new Wire.Trouble(
                latencyMillis,
                tailMillis,
                failNext.get(),
                dropNext.get(),
                share(Kind.BUSY),
                share(Kind.TOO_MANY),
                share(Kind.LATE),
                share(Kind.CUT),
                share(Kind.WRONG),
                share(Kind.REFUSE),
                share(Kind.COPY_FAILS),
                share(Kind.COPY_ENDLESS),
                share(Kind.MEDDLE),
                (int) Math.max(0, downUntil - time.millis()),
                callsPerSecond,
                largestBatch,
                copyMillis);
    }

    private double share(Kind kind) {
        return shares.getOrDefault(kind, 0.0);
    }

    synchronized boolean happens(Kind kind) {
        double share = share(kind);
        return share > 0 && dice.nextDouble() < share;
    }

    synchronized int any(int below) {
        return dice.nextInt(below);
    }

    /** How long this call takes at least. */
    synchronized long latency() {
        return (long) latencyMillis + (tailMillis > 0 && dice.nextDouble() < TAIL_SHARE ? dice.nextInt(tailMillis) : 0);
    }

    boolean failsNext() {
        return takeOne(failNext);
    }

    boolean dropsNext() {
        return takeOne(dropNext);
    }

    private static boolean takeOne(AtomicInteger left) {
        return left.getAndUpdate(n -> Math.max(0, n - 1)) > 0;
    }

    boolean isDown() {
        return time.millis() < downUntil;
    }

    int callsPerSecond() {
        return callsPerSecond;
    }

    int largestBatch() {
        return largestBatch;
    }

    long copyMillis() {
        return copyMillis;
    }
}
