package chalkline.standins.lms;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Enumeration;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import org.springframework.web.util.ContentCachingResponseWrapper;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Has the LMS break the port in one way, by changing what it is told or what it says. */
@Component
class Defects extends OncePerRequestFilter {
    private final JsonMapper json;
    private volatile Defect defect = Defect.NONE;

    Defects(JsonMapper json) {
        this.json = json;
    }

    void have(Defect wanted) {
        defect = wanted;
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return defect == Defect.NONE
                || !request.getRequestURI().startsWith("/lms/api/")
                || request.getRequestURI().startsWith("/lms/api/trouble");
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        Defect now = defect;
        String path = request.getRequestURI().substring("/lms/api".length());
        JsonNode asked = read(request.getInputStream().readAllBytes());
        ContentCachingResponseWrapper kept = new ContentCachingResponseWrapper(response);
        Request told = new Request(request, now, written(told(now, path, asked)));
        if (now == Defect.KNOWS_EVERY_MARK
                && path.equals("/shells")
                && request.getMethod().equals("GET")) {
            told.since = "0";
        }
        chain.doFilter(told, kept);
        JsonNode answer = read(kept.getContentAsByteArray());
        byte[] said = written(said(now, path, request, answer));
        if (!answer.isMissingNode()) {
            kept.resetBuffer();
            kept.getOutputStream().write(said);
        }
        kept.copyBodyToResponse();
    }

    private JsonNode read(byte[] body) {
        return body.length == 0 ? json.missingNode() : json.readTree(body);
    }

    private byte[] written(JsonNode body) {
        return body.isMissingNode() ? new byte[0] : json.writeValueAsBytes(body);
    }

    /** What the LMS understands of what it was told. */
    private static JsonNode told(Defect now, String path, JsonNode asked) {
        for (JsonNode item : asked.path("items")) {
            if (item instanceof ObjectNode one) {
                if (now == Defect.OPENS_NEW && path.equals("/shells")) {
                    one.put("open", true);
                } else if (now == Defect.FORGETS_WINDOWS && path.equals("/shells")) {
                    one.putArray("windows");
                } else if (now == Defect.REMOVES_TOUCHED) {
                    one.remove("ifMark");
                }
            }
        }
        return asked;
    }

    /** What it says instead of what is so. */
    private static JsonNode said(Defect now, String path, HttpServletRequest request, JsonNode answer) {
        boolean shells = path.equals("/shells") && request.getMethod().equals("GET");
        if (shells && answer instanceof ObjectNode page) {
            page(now, request, page);
        } else if (now == Defect.ANSWERS_REVERSED && answer.path("answers") instanceof ArrayNode answers) {
            reverse(answers);
        } else if (now == Defect.REVERSES_OUTLINES && path.endsWith("/outline") && answer instanceof ArrayNode units) {
            reverse(units);
        }
        answer.path("answers").forEach(one -> excuse(now, (ObjectNode) one));
        return answer;
    }

    private static void page(Defect now, HttpServletRequest request, ObjectNode page) {
        ArrayNode items = (ArrayNode) page.path("items");
        String since = Optional.ofNullable(request.getParameter("since")).orElse("0");
        String after = Optional.ofNullable(request.getParameter("after")).orElse("0");
        if (now == Defect.TELLS_NO_CHANGES && !since.equals("0")) {
            items.removeAll();
            page.remove("next");
        } else if (now == Defect.SKIPS_ON_PAGES && !after.equals("0") && !items.isEmpty()) {
            items.remove(0);
        } else if (now == Defect.HIDES_REMOVED) {
            page.putArray("removed");
        }
        for (JsonNode item : items) {
            ObjectNode shell = (ObjectNode) item;
            if (now == Defect.SHUTS_WHAT_IT_CLOSES && shell.path("closed").asBoolean(false)) {
                shell.put("open", false);
            } else if (now == Defect.DIGESTS_IN_CAPITALS && shell.path("rosters") instanceof ObjectNode rosters) {
                rosters.propertyNames()
                        .forEach(section -> rosters.put(
                                section, rosters.path(section).asString("").toUpperCase(Locale.ROOT)));
            }
        }
    }

    private static void excuse(Defect now, ObjectNode answer) {
        String refused = answer.path("refused").asString("");
        if (refused.equals(excused(now))) {
            answer.put("done", true);
            answer.remove(List.of("refused", "message"));
        }
    }

    private static String excused(Defect now) {
        return switch (now) {
            case TAKES_TAKEN_CODES -> "code-taken";
            case KNOWS_EVERYBODY -> "person-unknown";
            default -> "nothing";
        };
    }

    private static void reverse(ArrayNode array) {
        List<JsonNode> all = new ArrayList<>();
        array.forEach(all::add);
        Collections.reverse(all);
        array.removeAll();
        array.addAll(all);
    }

    /** A request with another body, and perhaps another key or mark. */
    private static final class Request extends HttpServletRequestWrapper {
        private final byte[] body;
        private final Defect now;
        private @Nullable String since;

        Request(HttpServletRequest request, Defect now, byte[] body) {
            super(request);
            this.now = now;
            this.body = body;
        }

        @Override
        public String getHeader(String name) {
            return now == Defect.FORGETS_KEYS && name.equalsIgnoreCase("Idempotency-Key")
                    ? UUID.randomUUID().toString()
                    : super.getHeader(name);
        }

        @Override
        public Enumeration<String> getHeaders(String name) {
            return now == Defect.FORGETS_KEYS && name.equalsIgnoreCase("Idempotency-Key")
                    ? Collections.enumeration(List.of(getHeader(name)))
                    : super.getHeaders(name);
        }

        @Override
        public String getParameter(String name) {
            return since != null && name.equals("since") ? since : super.getParameter(name);
        }

        @Override
        public String[] getParameterValues(String name) {
            return since != null && name.equals("since") ? new String[] {since} : super.getParameterValues(name);
        }

        @Override
        public int getContentLength() {
            return body.length;
        }

        @Override
        public long getContentLengthLong() {
            return body.length;
        }

        @Override
        public ServletInputStream getInputStream() {
            ByteArrayInputStream bytes = new ByteArrayInputStream(body);
            return new ServletInputStream() {
                @Override
                public int read() {
                    return bytes.read();
                }

                @Override
                public int read(byte[] into, int from, int most) {
                    return bytes.read(into, from, most);
                }

                @Override
                public boolean isFinished() {
                    return bytes.available() == 0;
                }

                @Override
                public boolean isReady() {
                    return true;
                }

                @Override
                public void setReadListener(ReadListener listener) {
                    throw new UnsupportedOperationException();
                }
            };
        }
    }
}
