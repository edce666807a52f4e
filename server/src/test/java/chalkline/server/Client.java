package chalkline.server;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.CookieManager;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.cert.X509Certificate;
import java.time.Duration;
import java.time.Instant;
import java.util.function.Predicate;
import java.util.function.Supplier;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLEngine;
import javax.net.ssl.TrustManager;
import javax.net.ssl.X509ExtendedTrustManager;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** A user of the API: keeps the session's cookies and sends the CSRF token, as the front end does. */
public final class Client {
    private static final JsonMapper JSON = new JsonMapper();
    private static final int TOO_MANY = 429;
    private static final Duration PATIENCE = Duration.ofMinutes(5);

    private final URI server;
    private final CookieManager cookies = new CookieManager();
    private final HttpClient http;

    private Client(URI server) {
        this.server = server;
        HttpClient.Builder builder =
                HttpClient.newBuilder().cookieHandler(cookies).connectTimeout(Duration.ofSeconds(5));
        this.http = ("https".equals(server.getScheme()) ? builder.sslContext(anyCertificate()) : builder).build();
    }

    /** The certificate of a cluster is made on the spot, by nobody that anybody knows. */
    private static SSLContext anyCertificate() {
        X509ExtendedTrustManager any = new X509ExtendedTrustManager() {
            @Override
            public void checkClientTrusted(X509Certificate[] chain, String kind, Socket socket) {}

            @Override
            public void checkServerTrusted(X509Certificate[] chain, String kind, Socket socket) {}

            @Override
            public void checkClientTrusted(X509Certificate[] chain, String kind, SSLEngine engine) {}

            @Override
            public void checkServerTrusted(X509Certificate[] chain, String kind, SSLEngine engine) {}

            @Override
            public void checkClientTrusted(X509Certificate[] chain, String kind) {}

            @Override
            public void checkServerTrusted(X509Certificate[] chain, String kind) {}

            @Override
            public X509Certificate[] getAcceptedIssuers() {
                return new X509Certificate[0];
            }
        };
        try {
            SSLContext context = SSLContext.getInstance("TLS");
            context.init(null, new TrustManager[] {any}, null);
            return context;
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    /** What came back. */
    public record Answer(int status, String text) {
        public JsonNode json() {
            return JSON.readTree(text);
        }
    }

    public static Client anonymous(URI server) {
        return new Client(server);
    }

    public static Client signedIn(URI server, String login) {
        Client client = new Client(server);
        Answer answer = client.signIn(login, "chalk");
        if (answer.status() != 204) {
            throw new IllegalStateException(login + " cannot sign in: " + answer);
        }
        client.get("/api/me");
        return client;
    }

    /** Tries to sign in; 204 where it did. */
    public Answer signIn(String login, String password) {
        get("/readyz");
        return send(
                "POST",
                "/api/sign-in",
                "application/x-www-form-urlencoded",
                ("username=" + login + "&password=" + password).getBytes(StandardCharsets.UTF_8));
    }

    /** Signs in with a first password and chooses another. */
    public static Client firstSignIn(URI server, String login, String first, String next) {
        Client client = new Client(server);
        Answer answer = client.signIn(login, first);
        client.get("/api/me");
        Answer changed = client.post("/api/me/password", "{\"now\":\"" + first + "\",\"next\":\"" + next + "\"}");
        if (answer.status() != 204 || changed.status() != 200) {
            throw new IllegalStateException(login + " cannot sign in: " + answer + changed);
        }
        return client;
    }

    /** How an answer begins that does not end by itself. */
    public Answer begin(String path) {
        try {
            HttpResponse<java.io.InputStream> answer = http.send(
                    HttpRequest.newBuilder(server.resolve(path))
                            .timeout(PATIENCE)
                            .build(),
                    HttpResponse.BodyHandlers.ofInputStream());
            answer.body().close();
            return new Answer(answer.statusCode(), "");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    /** What it speaks with, signed in. */
    public HttpClient http() {
        return http;
    }

    public Answer get(String path) {
        return send("GET", path, null, null);
    }

    /** What a file holds that is served. */
    public byte[] bytes(String path) {
        try {
            return http.send(
                            HttpRequest.newBuilder(server.resolve(path)).build(),
                            HttpResponse.BodyHandlers.ofByteArray())
                    .body();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    public Answer post(String path, String json) {
        return send("POST", path, "application/json", json.getBytes(StandardCharsets.UTF_8));
    }

    public Answer put(String path, String type, byte[] body) {
        return send("PUT", path, type, body);
    }

    /** A call of the LMS port. */
    public Answer put(String path, String json, String once) {
        return sendOnce(
                "PUT", path, "application/json", json.getBytes(StandardCharsets.UTF_8), "Idempotency-Key", once);
    }

    public Answer put(String path, String json) {
        return put(path, "application/json", json.getBytes(StandardCharsets.UTF_8));
    }

    public Answer delete(String path) {
        return send("DELETE", path, null, null);
    }

    /** Sends a file as a form does. */
    public Answer upload(String path, String name, byte[] content) {
        String boundary = "chalk-boundary";
        ByteArrayOutputStream body = new ByteArrayOutputStream();
        body.writeBytes(("--" + boundary + "\r\nContent-Disposition: form-data; name=\"file\"; filename=\"" + name
                        + "\"\r\nContent-Type: application/zip\r\n\r\n")
                .getBytes(StandardCharsets.UTF_8));
        body.writeBytes(content);
        body.writeBytes(("\r\n--" + boundary + "--\r\n").getBytes(StandardCharsets.UTF_8));
        return send("POST", path, "multipart/form-data; boundary=" + boundary, body.toByteArray());
    }

    /** Sends, and again a little later for as long as a rate limit refuses it. */
    public Answer send(String method, String path, String type, byte[] body) {
        Answer answer = sendOnce(method, path, type, body);
        while (answer.status() == TOO_MANY) {
            pause(100);
            answer = sendOnce(method, path, type, body);
        }
        return answer;
    }

    private Answer sendOnce(String method, String path, String type, byte[] body, String... headers) {
        HttpRequest.BodyPublisher publisher =
                body == null ? HttpRequest.BodyPublishers.noBody() : HttpRequest.BodyPublishers.ofByteArray(body);
        HttpRequest.Builder request =
                HttpRequest.newBuilder(server.resolve(path)).timeout(PATIENCE).method(method, publisher);
        if (type != null) {
            request.header("Content-Type", type);
        }
        if (headers.length > 0) {
            request.headers(headers);
        }
        cookies.getCookieStore().getCookies().stream()
                .filter(cookie -> cookie.getName().equals("XSRF-TOKEN"))
                .findFirst()
                .ifPresent(cookie -> request.header("X-XSRF-TOKEN", cookie.getValue()));
        try {
            HttpResponse<String> response = http.send(request.build(), HttpResponse.BodyHandlers.ofString());
            return new Answer(response.statusCode(), response.body());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    /** Asks until the answer is as wanted. */
    public JsonNode until(String path, Predicate<JsonNode> wanted) {
        return until(() -> get(path).json(), wanted);
    }

    /** Asks until the answer is as wanted. */
    public <T> T until(Supplier<T> ask, Predicate<T> wanted) {
        Instant end = Instant.now().plus(PATIENCE);
        T answer = ask.get();
        long pause = 30;
        while (!wanted.test(answer)) {
            if (Instant.now().isAfter(end)) {
                throw new IllegalStateException("still not so: " + answer);
            }
            pause(pause);
            // who asks all the time takes the processor from whom they wait for
            pause = Math.min(300, pause * 3 / 2);
            answer = ask.get();
        }
        return answer;
    }

    private static void pause(long millis) {
        try {
            Thread.sleep(millis);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    /**
     * The stack of layers that holds now with one setting of one layer edited, as a change takes it.
     *
     * @param text null leaves the setting to the layers above
     */
    public String stackWith(int layer, String setting, @Nullable String text) {
        JsonNode layers = get("/api/conventions").json().get("layers");
        ObjectNode set = (ObjectNode) layers.get(layer).get("set");
        if (text == null) {
            set.remove(setting);
        } else {
            set.put(setting, text);
        }
        return JSON.writeValueAsString(java.util.Map.of("layers", layers, "about", layer));
    }

    /** Fetches the registrar's list and waits until it is read; the arrival. */
    public JsonNode fetchList() {
        return read(post("/api/arrivals/fetch", ""));
    }

    /** Waits until an arrival is read. */
    public JsonNode read(Answer answer) {
        long id = answer.json().get("id").asLong();
        return until(
                "/api/arrivals/" + id,
                arrival -> !arrival.get("state").asString().equals("READING"));
    }

    /** The versions of the list, the conventions and the held shells that the proof of a term is of now. */
    public String versions(String term) {
        return get("/api/terms/" + term + "/proof").json().get("versions").asString();
    }

    /** Has the LMS read again and waits until that is done; how it ended. */
    public JsonNode refreshHeld(boolean everything) {
        Answer asked = post("/api/lms/refreshes?everything=" + everything, "");
        if (asked.status() != 202) {
            throw new IllegalStateException("not asked: " + asked);
        }
        long id = asked.json().get("id").asLong();
        return until(
                "/api/lms/refreshes/latest",
                now -> now.get("id").asLong() >= id
                        && !now.get("state").asString().equals("RUNNING"));
    }

    public JsonNode refreshHeld() {
        return refreshHeld(false);
    }

    /** How many of some shells of the proof that holds now would be closed; of all, if none is named. */
    public int closes(String term, String... keys) {
        java.util.Set<String> wanted = java.util.Set.of(keys);
        int closes = 0;
        for (JsonNode row : get("/api/terms/" + term + "/proof/rows?limit=5000&versions=" + versions(term))
                .json()
                .get("rows")) {
            boolean named = wanted.isEmpty() || wanted.contains(row.get("key").asString());
            closes += named && row.get("action").asString().equals("close") ? 1 : 0;
        }
        return closes;
    }

    /** Asks for a build of the proof that holds now, with all of its closings agreed to. */
    public Answer startBuild(String term, String... keys) {
        return post(
                "/api/terms/" + term + "/builds",
                JSON.writeValueAsString(java.util.Map.of(
                        "versions", versions(term), "keys", java.util.List.of(keys), "closes", closes(term, keys))));
    }

    /** Builds shells of the proof that holds now, all that can be if none is named, and waits for the end. */
    public JsonNode build(String term, String... keys) {
        Answer started = startBuild(term, keys);
        if (started.status() != 202) {
            throw new IllegalStateException("not started: " + started);
        }
        return ended(started.json().get("id").asLong());
    }

    /** Goes on with what is left of a build and waits for the end of that. */
    public JsonNode retried(long build) {
        Answer started = post("/api/builds/" + build + "/retry", "{}");
        if (started.status() != 202) {
            throw new IllegalStateException("not tried again: " + started);
        }
        return ended(started.json().get("id").asLong());
    }

    /** Has it planned how a build is taken back, lets that go on and waits for the end of it. */
    public JsonNode takenBack(long build) {
        Answer started = post("/api/builds/" + build + "/take-back", "");
        if (started.status() != 202) {
            throw new IllegalStateException("not taken back: " + started);
        }
        long id = started.json().get("id").asLong();
        JsonNode planned = until(
                "/api/builds/" + id,
                now -> now.get("state").asString().equals("PAUSED")
                        || !now.get("endedAt").isNull());
        if (planned.get("endedAt").isNull()) {
            post("/api/builds/" + id + "/go-on", "");
        }
        return ended(id);
    }

    /** Waits until a build has ended. */
    public JsonNode ended(long build) {
        return until("/api/builds/" + build, now -> !now.get("endedAt").isNull());
    }
}
