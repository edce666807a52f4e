package chalkline.server.frame;

import chalkline.core.naming.Characters;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Refuses addresses with control characters or broken escapes: no name that anybody gave to anything has them. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 1)
class PlainAddresses extends OncePerRequestFilter {
    private static final String SAYS = "{\"title\":\"Bad Request\",\"status\":400,\"detail\":"
            + "\"The address holds characters that no name here has.\"}";

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (isPlain(request.getRequestURI()) && isPlain(request.getQueryString())) {
            chain.doFilter(request, response);
            return;
        }
        response.setStatus(HttpServletResponse.SC_BAD_REQUEST);
        response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
        response.getOutputStream().write(SAYS.getBytes(StandardCharsets.UTF_8));
    }

    static boolean isPlain(String part) {
        if (part == null) {
            return true;
        }
        try {
            String decoded = URLDecoder.decode(part, StandardCharsets.UTF_8);
            return decoded.chars().noneMatch(c -> c < ' ' || Characters.isControl((char) c))
                    && Characters.firstOdd(decoded).isEmpty();
        } catch (IllegalArgumentException broken) {
            return false;
        }
    }
}
