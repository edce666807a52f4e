package chalkline.cli;

import java.io.IOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Map;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The running application, spoken to as its own screens do: with a session cookie and the token against forgery. */
final class RunningApplication {
    private static final JsonMapper JSON = new JsonMapper();
    private static final String TOKEN = "XSRF-TOKEN";
    private static final Duration PATIENCE = Duration.ofMinutes(2);

    private final URI server;
    private final CookieManager cookies = new CookieManager();
    private final HttpClient http =
            HttpClient.newBuilder().cookieHandler(cookies).build();

    /** An answer that is no success, in the words of the application. */
    static final class Refused extends Exception {
        private static final long serialVersionUID = 1L;

        Refused(String message) {
            super(message);
        }
    }

    private RunningApplication(URI server) {
        this.server = server;
    }

    static RunningApplication signedIn(URI server, String user, String password) throws Refused, IOException {
        RunningApplication application = new RunningApplication(server);
        application.send("GET", "/actuator/health", "", "");
        String form = "username=" + encoded(user) + "&password=" + encoded(password);
        try {
            application.send("POST", "/api/sign-in", "application/x-www-form-urlencoded", form);
        } catch (Refused e) {
            throw new Refused("Nobody has the name " + user + " with this password at " + server + ".");
        }
        // the token changes with the sign-in
        application.send("GET", "/api/me", "", "");
        return application;
    }

    private static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8);
    }

    /** The conventions that hold, as a file. */
    String conventions() throws Refused, IOException {
        return send("GET", "/api/conventions/versions/" + current() + "/file", "", "");
    }

    private int current() throws Refused, IOException {
        return read(send("GET", "/api/conventions", "", "")).at("/about/number").asInt();
    }

    /** Keeps a file as a new version; what was kept, in words. */
    String keep(String yaml, String note) throws Refused, IOException {
        Map<String, Object> change = Map.of("basedOn", current(), "file", yaml);
        String body = JSON.writeValueAsString(Map.of("change", change, "note", note));
        JsonNode kept = read(send("POST", "/api/conventions/versions", "application/json", body));
        return "Version " + kept.get("number").asInt() + " is kept.";
    }

    private static JsonNode read(String text) throws Refused {
        try {
            return JSON.readTree(text);
        } catch (JacksonException e) {
            throw new Refused("What answers there is not Chalk Line.");
        }
    }

    private String send(String method, String path, String type, String body) throws Refused, IOException {
        HttpRequest.Builder request = HttpRequest.newBuilder(server.resolve(path))
                .timeout(PATIENCE)
                .method(method, HttpRequest.BodyPublishers.ofString(body));
        if (!type.isEmpty()) {
            request.header("Content-Type", type);
        }
        cookies.getCookieStore().getCookies().stream()
                .filter(cookie -> cookie.getName().equals(TOKEN))
                .map(HttpCookie::getValue)
                .forEach(token -> request.header("X-" + TOKEN, token));
        try {
            HttpResponse<String> response = http.send(request.build(), HttpResponse.BodyHandlers.ofString());
            if (response.statusCode() >= 400) {
                throw new Refused(reason(response));
            }
            return response.body();
        } catch (IOException e) {
            throw new IOException("Nothing answers at " + server + "; start it with ./chalkline start or demo.", e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException("The program is ending.", e);
        }
    }

    private static String reason(HttpResponse<String> response) {
        try {
            return JSON.readTree(response.body())
                    .path("detail")
                    .asString("The application answered " + response.statusCode() + ".");
        } catch (JacksonException e) {
            return "The application answered " + response.statusCode() + ".";
        }
    }
}
