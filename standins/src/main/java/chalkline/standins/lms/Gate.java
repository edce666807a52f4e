package chalkline.standins.lms;

import chalkline.standins.StandInSettings;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.concurrent.atomic.AtomicInteger;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * What stands before the LMS's API: its rate limit, and the trouble that it has been told to make. A dropped call has
 * been carried out; only its answer is lost.
 */
@Component
class Gate extends OncePerRequestFilter {
    private static final int TOO_MANY = 429;

    private final StandInSettings settings;
    private final int callsPerSecond;
    private final AtomicInteger failNext = new AtomicInteger();
    private final AtomicInteger dropNext = new AtomicInteger();
    private volatile int latencyMillis;
    private long second;
    private int calls;

    Gate(StandInSettings settings) {
        this.settings = settings;
        this.callsPerSecond = settings.callsPerSecond();
    }

    void trouble(Wire.Trouble trouble) {
        latencyMillis = trouble.latencyMillis() == null ? latencyMillis : trouble.latencyMillis();
        failNext.set(trouble.failNext() == null ? failNext.get() : trouble.failNext());
        dropNext.set(trouble.dropNext() == null ? dropNext.get() : trouble.dropNext());
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return !request.getRequestURI().startsWith("/lms/api/")
                || request.getRequestURI().startsWith("/lms/api/trouble");
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (!settings.letsIn(request.getHeader("Authorization"))) {
            response.sendError(HttpServletResponse.SC_UNAUTHORIZED, "The token is missing or wrong.");
            return;
        }
        if (!admit()) {
            response.setHeader("Retry-After", "1");
            response.sendError(TOO_MANY, "More than " + callsPerSecond + " calls a second.");
            return;
        }
        pause();
        boolean writes = !request.getMethod().equals("GET");
        if (writes && takeOne(failNext)) {
            response.sendError(HttpServletResponse.SC_SERVICE_UNAVAILABLE, "The LMS is busy.");
            return;
        }
        if (writes && takeOne(dropNext)) {
            chain.doFilter(request, new Unheard(response));
            response.sendError(HttpServletResponse.SC_GATEWAY_TIMEOUT, "No answer in time.");
            return;
        }
        chain.doFilter(request, response);
    }

    private synchronized boolean admit() {
        long now = System.currentTimeMillis() / 1000;
        if (now != second) {
            second = now;
            calls = 0;
        }
        return ++calls <= callsPerSecond;
    }

    private static boolean takeOne(AtomicInteger left) {
        return left.getAndUpdate(n -> Math.max(0, n - 1)) > 0;
    }

    private void pause() {
        try {
            Thread.sleep(latencyMillis);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** A response that nobody hears. */
    private static final class Unheard extends jakarta.servlet.http.HttpServletResponseWrapper {
        Unheard(HttpServletResponse response) {
            super(response);
        }

        @Override
        public jakarta.servlet.ServletOutputStream getOutputStream() {
            return new jakarta.servlet.ServletOutputStream() {
                @Override
                public void write(int b) {
                    // lost on the way
                }

                @Override
                public boolean isReady() {
                    return true;
                }

                @Override
                public void setWriteListener(jakarta.servlet.WriteListener listener) {
                    // nobody listens
                }
            };
        }

        @Override
        public void flushBuffer() {
            // nothing leaves
        }
    }
}
