package chalkline.server;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.Executors;
import org.jspecify.annotations.Nullable;

/** Stands between the application and the LMS, passes everything on and remembers it. */
public final class Wiretap implements AutoCloseable {
    private final HttpServer server;
    private final HttpClient http = HttpClient.newHttpClient();
    private final Queue<Call> calls = new ConcurrentLinkedQueue<>();
    private final URI behind;
    private volatile @Nullable Own own;

    /** A call and what came back; bodies as text, empty where there is none. */
    public record Call(String method, String path, String once, String sent, int status, String answered) {}

    /** @param behind where the LMS answers in truth */
    public Wiretap(URI behind) {
        this.behind = behind;
        try {
            server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        server.createContext("/", this::passOn);
        server.setExecutor(Executors.newFixedThreadPool(4));
        server.start();
    }

    /** Where the application is to look for the LMS. */
    public URI address() {
        return URI.create("http://127.0.0.1:" + server.getAddress().getPort());
    }

    /** An answer that the tap gives itself. */
    private record Own(String call, int status, String body) {}

    /**
     * Answers calls itself, until {@link #passAll()}; the LMS hears nothing of them.
     *
     * @param call how they begin, such as {@code PUT /lms/api/shells}
     */
    public void answer(String call, int status, String body) {
        own = new Own(call, status, body);
    }

    /** Passes everything on again. */
    public void passAll() {
        own = null;
    }

    public List<Call> calls() {
        return List.copyOf(calls);
    }

    private void passOn(HttpExchange exchange) throws IOException {
        try (exchange) {
            byte[] sent = exchange.getRequestBody().readAllBytes();
            Own instead = own;
            String call =
                    exchange.getRequestMethod() + " " + exchange.getRequestURI().getRawPath();
            if (instead != null && call.startsWith(instead.call())) {
                byte[] body = instead.body().getBytes(StandardCharsets.UTF_8);
                exchange.getResponseHeaders().set("Content-Type", "application/json");
                exchange.sendResponseHeaders(instead.status(), body.length == 0 ? -1 : body.length);
                exchange.getResponseBody().write(body);
                return;
            }
            HttpRequest.Builder request = HttpRequest.newBuilder(
                            behind.resolve(exchange.getRequestURI().toString()))
                    .method(
                            exchange.getRequestMethod(),
                            sent.length == 0
                                    ? HttpRequest.BodyPublishers.noBody()
                                    : HttpRequest.BodyPublishers.ofByteArray(sent));
            for (String header : List.of("Idempotency-Key", "Content-Type", "Accept")) {
                String value = exchange.getRequestHeaders().getFirst(header);
                if (value != null) {
                    request.header(header, value);
                }
            }
            HttpResponse<byte[]> answer = http.send(request.build(), HttpResponse.BodyHandlers.ofByteArray());
            String once = exchange.getRequestHeaders().getFirst("Idempotency-Key");
            calls.add(new Call(
                    exchange.getRequestMethod(),
                    exchange.getRequestURI().getRawPath(),
                    once == null ? "" : once,
                    new String(sent, StandardCharsets.UTF_8),
                    answer.statusCode(),
                    new String(answer.body(), StandardCharsets.UTF_8)));
            answer.headers()
                    .firstValue("Content-Type")
                    .ifPresent(type -> exchange.getResponseHeaders().set("Content-Type", type));
            exchange.sendResponseHeaders(answer.statusCode(), answer.body().length == 0 ? -1 : answer.body().length);
            exchange.getResponseBody().write(answer.body());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    @Override
    public void close() {
        server.stop(0);
    }
}
