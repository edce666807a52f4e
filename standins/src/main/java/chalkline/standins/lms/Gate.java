package chalkline.standins.lms;

import chalkline.standins.StandInSettings;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.InstantSource;
import java.util.concurrent.atomic.AtomicLong;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import org.springframework.web.util.ContentCachingResponseWrapper;

/** What stands before the LMS's API: who is let in, its rate limit, and the trouble that it has been told to make. */
@Component
class Gate extends OncePerRequestFilter {
    private static final int TOO_MANY = 429;
    private static final int MEDDLED_WITH = 200;

    private final StandInSettings settings;
    private final Mischief mischief;
    private final Hands hands;
    private final InstantSource time;
    private final Turns turns;
    private final AtomicLong answered = new AtomicLong();
    private long second;
    private int calls;

    Gate(StandInSettings settings, Mischief mischief, Hands hands, Turns turns, InstantSource time) {
        this.time = time;
        this.settings = settings;
        this.mischief = mischief;
        this.hands = hands;
        this.turns = turns;
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        String path = request.getRequestURI();
        return !path.startsWith("/lms/api/")
                || path.startsWith("/lms/api/trouble")
                || path.startsWith("/lms/api/effects");
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (!settings.letsIn(request.getHeader("Authorization"))) {
            response.sendError(HttpServletResponse.SC_UNAUTHORIZED, "The token is missing or wrong.");
            return;
        }
        if (mischief.isDown()) {
            cut(response, new byte[2]);
            return;
        }
        if (!admit() || mischief.happens(Mischief.Kind.TOO_MANY)) {
            response.setHeader("Retry-After", "1");
            response.sendError(TOO_MANY, "More than " + mischief.callsPerSecond() + " calls a second.");
            return;
        }
        long soonest = System.nanoTime() + mischief.latency() * 1_000_000;
        boolean writes = !request.getMethod().equals("GET");
        if ((writes && mischief.failsNext()) || mischief.happens(Mischief.Kind.BUSY)) {
            waitUntil(soonest);
            response.sendError(HttpServletResponse.SC_SERVICE_UNAVAILABLE, "The LMS is busy.");
            return;
        }
        ContentCachingResponseWrapper kept = new ContentCachingResponseWrapper(response);
        chain.doFilter(request, kept);
        if (writes && mischief.happens(Mischief.Kind.MEDDLE)) {
            turns.take(() -> hands.meddle(mischief.any(MEDDLED_WITH)));
        }
        waitUntil(soonest);
        if ((writes && mischief.dropsNext()) || mischief.happens(Mischief.Kind.LATE)) {
            response.sendError(HttpServletResponse.SC_GATEWAY_TIMEOUT, "No answer in time.");
        } else if (mischief.happens(Mischief.Kind.CUT)) {
            cut(response, kept.getContentAsByteArray());
        } else if (writes && mischief.happens(Mischief.Kind.WRONG)) {
            response.getOutputStream()
                    .write((mischief.any(2) == 0 ? "<html>Welcome" : "{\"answers\":[]}")
                            .getBytes(StandardCharsets.UTF_8));
        } else {
            answered.incrementAndGet();
            kept.copyBodyToResponse();
        }
    }

    /** How many calls were answered well since the start. */
    long answered() {
        return answered.get();
    }

    /** The half of an answer, after which the connection is closed. */
    private static void cut(HttpServletResponse response, byte[] body) throws IOException {
        response.setContentType("application/json");
        response.setHeader("Connection", "close");
        response.setContentLength(body.length + 1);
        response.getOutputStream().write(body, 0, body.length / 2);
        response.flushBuffer();
    }

    private synchronized boolean admit() {
        long now = time.millis() / 1000;
        if (now != second) {
            second = now;
            calls = 0;
        }
        return ++calls <= mischief.callsPerSecond();
    }

    private static void waitUntil(long nanos) {
        try {
            long left = nanos - System.nanoTime();
            if (left > 0) {
                java.util.concurrent.TimeUnit.NANOSECONDS.sleep(left);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
