package chalkline.cli.conform;

import java.io.IOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The adapter's side of the LMS port, called over HTTP. The last call and its answer are kept, to be shown. */
final class Port {
    private static final Duration PATIENCE = Duration.ofSeconds(60);
    private static final int MOST_WAITS = 20;
    private static final int TOO_MANY = 429;
    private static final int OK = 200;
    private static final int NOT_FOUND = 404;
    private static final int NOT_ALLOWED = 405;
    private static final int NOT_IMPLEMENTED = 501;
    private static final int LONGEST = 600;

    private final URI address;
    private final Optional<String> authorization;
    private final HttpClient http =
            HttpClient.newBuilder().connectTimeout(PATIENCE).build();
    private final JsonMapper json = new JsonMapper();
    private String lastCall = "";

    /** What was answered. */
    record Answer(int status, String text, JsonNode body) {}

    Port(URI address, Optional<String> authorization) {
        this.address = address;
        this.authorization = authorization;
    }

    String lastCall() {
        return lastCall;
    }

    /** @throws Lacking where nothing is there */
    JsonNode get(String path) {
        Answer answer = answer("GET", path, Optional.empty(), null);
        requireOffered(answer, "GET " + path.replaceAll("\\?.*", ""));
        Broken.unless(answer.status() == OK, "It answered " + answer.status() + ".");
        return answer.body();
    }

    Answer asked(String path) {
        return answer("GET", path, Optional.empty(), null);
    }

    /** Sends a batch under a key of its own; an answer for each item. */
    List<JsonNode> send(String method, String path, List<?> items) {
        return send(method, path, UUID.randomUUID().toString(), items);
    }

    List<JsonNode> send(String method, String path, String key, List<?> items) {
        Answer answer = answer(method, path, Optional.of(key), Map.of("items", items));
        requireOffered(answer, method + " " + path);
        Broken.unless(answer.status() == OK, "It answered " + answer.status() + ".");
        List<JsonNode> answers = new ArrayList<>();
        answer.body().path("answers").forEach(answers::add);
        Broken.unless(
                answers.size() == items.size(),
                "It answered for " + answers.size() + " of " + items.size() + " items.");
        return answers;
    }

    /** Who is in some shells. */
    JsonNode lookup(List<String> keys) {
        Answer answer = answer("POST", "/people/lookups", Optional.empty(), Map.of("keys", keys));
        requireOffered(answer, "POST /people/lookups");
        Broken.unless(answer.status() == OK, "It answered " + answer.status() + ".");
        return answer.body();
    }

    /** The same of one item. */
    JsonNode send(String method, String path, Object item) {
        return send(method, path, List.of(item)).get(0);
    }

    /** The same of one item, which must be done. */
    JsonNode done(String method, String path, Object item) {
        JsonNode answer = send(method, path, item);
        Broken.unless(answer.path("done").asBoolean(false), "It was not done.");
        return answer;
    }

    /** @throws Broken unless an item was refused with this word, and a sentence for people */
    static void refused(JsonNode answer, String word) {
        Broken.unless(!answer.path("done").asBoolean(true), "It was done; it is to be refused as " + word + ".");
        Broken.unless(
                answer.path("refused").asString("").equals(word),
                "It was refused as “" + answer.path("refused").asString("") + "”, not as " + word + ".");
        Broken.unless(!answer.path("message").asString("").isBlank(), "The refusal has no sentence for people.");
    }

    static String encoded(String part) {
        return URLEncoder.encode(part, StandardCharsets.UTF_8).replace("+", "%20");
    }

    private static void requireOffered(Answer answer, String verb) {
        if (answer.status() == NOT_FOUND || answer.status() == NOT_ALLOWED || answer.status() == NOT_IMPLEMENTED) {
            throw new Lacking(verb + " is not there (" + answer.status() + ").");
        }
    }

    private Answer answer(String method, String path, Optional<String> key, Object body) {
        String sent = body == null ? "" : json.writeValueAsString(body);
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(address + path))
                .timeout(PATIENCE)
                .method(
                        method,
                        body == null
                                ? HttpRequest.BodyPublishers.noBody()
                                : HttpRequest.BodyPublishers.ofString(sent, StandardCharsets.UTF_8));
        authorization.ifPresent(value -> request.header("Authorization", value));
        key.ifPresent(value -> request.header("Idempotency-Key", value));
        if (body != null) {
            request.header("Content-Type", "application/json");
        }
        for (int wait = 0; ; wait++) {
            HttpResponse<String> response = exchanged(request.build());
            lastCall = method + " " + path + (sent.isEmpty() ? "" : " " + shortened(sent)) + " -> "
                    + response.statusCode() + " " + shortened(response.body());
            if (response.statusCode() == TOO_MANY && wait < MOST_WAITS) {
                pause(response);
                continue;
            }
            return new Answer(response.statusCode(), response.body(), read(response));
        }
    }

    private HttpResponse<String> exchanged(HttpRequest request) {
        try {
            return http.send(request, HttpResponse.BodyHandlers.ofString(StandardCharsets.UTF_8));
        } catch (IOException e) {
            lastCall = request.method() + " " + request.uri() + " -> no answer";
            throw new Broken("It does not answer: " + e + ".");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new Broken("Interrupted.");
        }
    }

    private static void pause(HttpResponse<String> response) {
        String after = response.headers().firstValue("Retry-After").orElse("");
        Broken.unless(after.matches("[0-9]{1,3}"), "It answered 429 without Retry-After in seconds.");
        sleep(Duration.ofSeconds(Math.max(1, Long.parseLong(after))));
    }

    static void sleep(Duration time) {
        try {
            Thread.sleep(time.toMillis());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new Broken("Interrupted.");
        }
    }

    private JsonNode read(HttpResponse<String> response) {
        try {
            return response.body().isBlank() ? json.createObjectNode() : json.readTree(response.body());
        } catch (JacksonException e) {
            if (response.statusCode() == OK) {
                throw new Broken("Its answer is no JSON.");
            }
            return json.createObjectNode();
        }
    }

    private static String shortened(String text) {
        String plain = text.replaceAll("\\s+", " ").strip();
        return plain.length() <= LONGEST ? plain : plain.substring(0, LONGEST) + "…";
    }
}
