package chalkline.server.arrivals;

import chalkline.core.Bounds;
import chalkline.formats.BoundedStream;
import chalkline.formats.Fault;
import chalkline.formats.FaultyFileException;
import java.io.IOException;
import java.io.InputStream;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Fetches the registrar's list, unless it is the one that is known (conditional requests, RFC 9110, section 13). */
@Component
class RegistrarHttp {
    private static final Duration PATIENCE = Duration.ofMinutes(2);
    private static final int OK = 200;
    private static final int NOT_MODIFIED = 304;

    private final ListSources sources;
    private final HttpClient http =
            HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(10)).build();

    RegistrarHttp(ListSources sources) {
        this.sources = sources;
    }

    /**
     * What the registrar says a list by, to know it again.
     *
     * @param etag empty where nothing is said
     * @param lastModified likewise
     */
    record Tags(String etag, String lastModified) {
        static final Tags NONE = new Tags("", "");

        boolean isEmpty() {
            return etag.isEmpty() && lastModified.isEmpty();
        }
    }

    /**
     * Writes the list to a file.
     *
     * @param known the tags of a list that need not be sent again
     * @return the tags of what was sent; nothing where it is the known one, and then nothing is written
     */
    Optional<Tags> fetch(String source, String name, Tags known, Path to) throws IOException, FaultyFileException {
        ListSources.ListSource from = sources.named(source);
        HttpRequest.Builder asking =
                HttpRequest.newBuilder(from.address().orElseThrow()).timeout(PATIENCE);
        from.authorization().ifPresent(value -> asking.header("Authorization", value));
        if (!known.etag().isEmpty()) {
            asking.header("If-None-Match", known.etag());
        }
        if (!known.lastModified().isEmpty()) {
            asking.header("If-Modified-Since", known.lastModified());
        }
        try {
            HttpResponse<InputStream> response = http.send(asking.build(), HttpResponse.BodyHandlers.ofInputStream());
            try (InputStream body = new BoundedStream(response.body(), Bounds.LIST_BYTES)) {
                if (response.statusCode() == NOT_MODIFIED && !known.isEmpty()) {
                    return Optional.empty();
                }
                Files.copy(body, to, StandardCopyOption.REPLACE_EXISTING);
            }
            if (response.statusCode() != OK) {
                throw new FaultyFileException(List.of(
                        Fault.ofFile(name, "the registrar answered " + response.statusCode() + " instead of a list")));
            }
            return Optional.of(new Tags(header(response, "ETag"), header(response, "Last-Modified")));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException("the program is ending", e);
        }
    }

    private static String header(HttpResponse<?> response, String name) {
        return response.headers()
                .firstValue(name)
                .filter(value -> value.length() <= Bounds.HEADER)
                .orElse("");
    }
}
