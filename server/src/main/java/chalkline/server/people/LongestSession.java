package chalkline.server.people;

import chalkline.server.frame.Time;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import org.springframework.web.filter.OncePerRequestFilter;

/** Ends a session so long after its sign-in, however busy it is; when nobody is at it, it ends sooner by itself. */
class LongestSession extends OncePerRequestFilter {
    static final Duration LONGEST = Duration.ofHours(14);

    private final Time time;

    LongestSession(Time time) {
        this.time = time;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        HttpSession session = request.getSession(false);
        if (session != null
                && Instant.ofEpochMilli(session.getCreationTime()).plus(LONGEST).isBefore(time.now())) {
            session.invalidate();
        }
        chain.doFilter(request, response);
    }
}
