package chalkline.server.lms;

import chalkline.server.ChalkLineSettings;
import chalkline.server.frame.Time;
import java.sql.Timestamp;
import java.time.Duration;
import java.util.HashMap;
import java.util.Map;
import java.util.function.Supplier;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * How many calls of builds are in flight at once: one more for each round of fast answers, fewer when the LMS asks for it,
 * fails, or answers much slower than it did. What all processes may have together is shared among those at work.
 */
@Component
public class CallsAtOnce implements LmsHttp.Room {
    private static final double FIRST = 2;
    private static final double FEWER = 0.7;
    private static final double FORGETTING = 1.1;
    private static final double MUCH_SLOWER = 2.5;
    private static final long SLACK_MILLIS = 60;
    private static final double WEIGHT = 0.1;
    private static final Duration AT_WORK = Duration.ofSeconds(5);
    private static final Duration FORGOTTEN = Duration.ofDays(30);
    private static final long LESS_OFTEN_MILLIS = 1000;

    private final JdbcClient db;
    private final Time time;
    private final String node;
    private final int mostOfAll;
    private final Map<String, Double> fastest = new HashMap<>();
    private int most;
    private double limit;
    private int inFlight;
    private double millis;
    private long lessenedAt;
    private volatile long answeredAt;

    CallsAtOnce(JdbcClient db, ChalkLineSettings settings, Time time) {
        this.time = time;
        this.db = db;
        this.node = settings.node();
        this.mostOfAll = settings.lms().callsAtOnce();
        this.most = mostOfAll;
        this.limit = Math.min(FIRST, most);
    }

    /**
     * How busy all processes are towards the LMS.
     *
     * @param now how many calls may be in flight now
     * @param most how many may ever be
     * @param inFlight how many are
     * @param millis what a call takes, on average of late
     */
    public record Load(int now, int most, int inFlight, double millis) {}

    /** Makes a call when there is room for it. */
    @Override
    public <T> T call(String verb, Runnable turn, Supplier<T> request) {
        enter();
        try {
            turn.run();
            long start = System.nanoTime();
            T answer = request.get();
            answered(verb, (System.nanoTime() - start) / 1e6);
            return answer;
        } catch (LmsLeftAlone e) {
            throw e;
        } catch (LmsRefusal e) {
            answeredAt = time.millis();
            throw e;
        } catch (LmsUnavailable e) {
            lessen();
            throw e;
        } finally {
            leave();
        }
    }

    private synchronized void enter() {
        try {
            while (inFlight >= (int) limit) {
                wait();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new LmsUnavailable("The program is ending.", e);
        }
        inFlight++;
    }

    private synchronized void leave() {
        inFlight--;
        notifyAll();
    }

    private synchronized void answered(String verb, double took) {
        answeredAt = time.millis();
        millis = millis == 0 ? took : millis + WEIGHT * (took - millis);
        double best = Math.min(took, fastest.getOrDefault(verb, took) * FORGETTING);
        fastest.put(verb, best);
        if (took <= best * MUCH_SLOWER + SLACK_MILLIS) {
            limit = Math.min(most, limit + 1 / limit);
        } else {
            lessen();
        }
    }

    private synchronized void lessen() {
        long now = time.millis();
        if (now - lessenedAt >= LESS_OFTEN_MILLIS) {
            lessenedAt = now;
            limit = Math.max(1, limit * FEWER);
        }
    }

    /** How long ago the LMS answered a build's call last; very long, where it never did. */
    public Duration sinceAnswer() {
        return Duration.ofMillis(time.millis() - answeredAt);
    }

    /** How many calls this process may have in flight now. */
    public synchronized int room() {
        return (int) limit;
    }

    /** Takes its share of what all processes at work may have, and says how busy this one is. To be called every second or two. */
    public void share() {
        int others = db.sql("select count(*) from lms_caller where seen_at > ? and node <> ?")
                .params(Timestamp.from(time.now().minus(AT_WORK)), node)
                .query(Integer.class)
                .single();
        double now;
        int calls;
        double took;
        synchronized (this) {
            most = Math.max(1, mostOfAll / (others + 1));
            limit = Math.min(limit, most);
            notifyAll();
            now = limit;
            calls = inFlight;
            took = millis;
        }
        db.sql("insert into lms_caller (node, at_once, in_flight, millis, seen_at) values (?, ?, ?, ?, ?)"
                        + " on duplicate key update at_once = values(at_once), in_flight = values(in_flight),"
                        + " millis = values(millis), seen_at = values(seen_at)")
                .params(node, now, calls, took, Timestamp.from(time.now()))
                .update();
    }

    /** Processes that nobody has heard of for long are forgotten; a process may have another name at each start. */
    public void forgetOld() {
        db.sql("delete from lms_caller where seen_at < ?")
                .param(Timestamp.from(time.now().minus(FORGOTTEN)))
                .update();
    }

    /** How busy all processes that are at work are. */
    public Load load() {
        return db.sql("select coalesce(sum(if(seen_at > :since, floor(at_once), 0)), 0) now,"
                        + " coalesce(sum(if(seen_at > :since, in_flight, 0)), 0) calls,"
                        + " coalesce((select millis from lms_caller where millis > 0 order by seen_at desc limit 1), 0) took"
                        + " from lms_caller")
                .param("since", Timestamp.from(time.now().minus(AT_WORK)))
                .query((row, n) -> new Load(row.getInt("now"), mostOfAll, row.getInt("calls"), row.getDouble("took")))
                .single();
    }
}
