package chalkline.server;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalDate;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * Settings of the application under {@code chalkline.} in its configuration. An address that nobody set is not there.
 *
 * @param node the name of this process among several on one database
 * @param demo whether an empty database gets the demo's conventions and accounts
 * @param today the day that it is taken to be; null for the machine's own
 * @param proxy the address of the web server with TLS that stands before this one; null where none does
 * @param retryPause how long work in the background that failed waits until it is tried again the first time
 * @param firstPassword the file that the first administrator's password is written to
 * @param openid where people sign in who have accounts elsewhere
 * @param sources further registrars, by the short name that their ids begin with
 */
@ConfigurationProperties("chalkline")
public record ChalkLineSettings(
        String node,
        boolean demo,
        @Nullable LocalDate today,
        @Nullable String proxy,
        Path firstPassword,
        Duration retryPause,
        Registrar registrar,
        @Nullable Map<String, FurtherRegistrar> sources,
        Mail mail,
        OpenId openid,
        Keep keep,
        Looks looks,
        Builds builds,
        Lms lms) {

    /** Further registrars, by the short name that their ids begin with. */
    public Map<String, FurtherRegistrar> furtherRegistrars() {
        return sources == null ? Map.of() : sources;
    }

    /** Who is believed about where a request came from, if anybody is. */
    public Optional<String> proxyAddress() {
        return Optional.ofNullable(proxy).filter(address -> !address.isBlank());
    }

    /**
     * Where the current registrar's list is fetched.
     *
     * @param lookEvery how often it is looked whether the time has come at which it is fetched by itself
     */
    public record Registrar(@Nullable URI url, Duration lookEvery, Credentials credentials) {
        public Optional<URI> address() {
            return given(url);
        }
    }

    /**
     * Where the list of a registrar beside the first is fetched.
     *
     * @param name what people call it; null where its short name will do
     */
    public record FurtherRegistrar(
            @Nullable String name,
            @Nullable URI url,
            @Nullable Credentials credentials) {
        public Optional<URI> address() {
            return given(url);
        }
    }

    /**
     * Who is told by mail of what goes on at night.
     *
     * @param links what addresses in mail begin with: where people reach this program
     * @param every how often it is looked whether there is mail to send
     */
    public record Mail(String from, List<String> to, String links, Duration every) {}

    /**
     * How many days things are kept; 0 for ever.
     *
     * @param at when what was kept long enough is taken out, as a cron expression of six fields
     * @param lists rows of lists that nothing needs any more
     * @param held earlier states of shells
     * @param builds steps of builds, counted from the last build of their term
     * @param mail that was sent
     * @param exports rows of exports
     * @param notes jobs that were given up
     */
    public record Keep(String at, int lists, int held, int builds, int mail, int exports, int notes) {}

    /**
     * How often it is looked for work in the background.
     *
     * @param requests for requests that were approved
     * @param access for people whose time in a shell is over, and codes of entry
     * @param teaching for people of a list that has come
     * @param ledger for entries of the ledger that are not sealed
     */
    public record Looks(Duration requests, Duration access, Duration teaching, Duration ledger) {}

    /**
     * How builds wait.
     *
     * @param lease how long a lot is one worker's without being renewed
     * @param renewEvery how often the leases of what is in hand are renewed
     * @param lookEvery how often it is looked for lots that are due
     * @param firstPause how long a call that came to nothing waits at most until it is tried again the first time; then doubled
     * @param longestPause how long it ever waits
     * @param answersOthers within what time the LMS must have answered another call for one that comes to nothing to be at fault
     * @param silent after how long without any answer a build says that it waits for the LMS
     * @param afterOther how long a build whose time has come waits where another one of its term is under way
     */
    public record Builds(
            Duration lease,
            Duration renewEvery,
            Duration lookEvery,
            Duration firstPause,
            Duration longestPause,
            Duration answersOthers,
            Duration silent,
            Duration afterOther) {}

    /** How an LMS is reached: over HTTP, or by files that somebody uploads. */
    public enum LmsKind {
        HTTP,
        FILES
    }

    /**
     * The LMS that is built in.
     *
     * @param callsPerSecond how many calls a second all processes together make at most
     * @param callsAtOnce how many calls of builds all processes together have in flight at most
     * @param batch how many items of a build go into one call
     * @param timeout how long an answer is waited for in the background
     * @param leftAlone how long it is not asked after it failed again and again
     * @param longestCopy after how long a copy that does not end has failed
     * @param compareAt when everything that the LMS holds is compared, as a cron expression of six fields
     */
    public record Lms(
            LmsKind kind,
            @Nullable URI url,
            Credentials credentials,
            int callsPerSecond,
            int callsAtOnce,
            int batch,
            Duration timeout,
            Duration leftAlone,
            Duration longestCopy,
            String compareAt) {
        public Optional<URI> address() {
            return given(url);
        }
    }

    /**
     * A provider of OpenID Connect with which people sign in.
     *
     * @param issuer its address, as it calls itself; null where there is none
     * @param name what people call it
     * @param client what this program is called there
     * @param loginClaim the claim that has the name under which somebody signs in
     * @param rolesClaim the claim that has somebody's roles; empty where those are given in Chalk Line
     * @param roles which of its values is which role, as {@code value=ROLE} parted by commas
     */
    public record OpenId(
            @Nullable URI issuer,
            String name,
            @Nullable String client,
            @Nullable String secret,
            @Nullable Path secretFile,
            String loginClaim,
            String rolesClaim,
            String roles) {
        public Optional<URI> address() {
            return given(issuer);
        }

        /** What this program proves to the provider that it is; empty where it proves nothing. */
        public Optional<String> password() {
            return Credentials.secret(secret, secretFile);
        }
    }

    private static Optional<URI> given(@Nullable URI url) {
        return Optional.ofNullable(url).filter(uri -> !uri.toString().isBlank());
    }

    /**
     * What is sent with every call: a bearer token (RFC 6750) or, without one, a name and password (Basic, RFC 7617). Each
     * secret may stand in a file instead, of which the first line counts.
     */
    public record Credentials(
            @Nullable String token,
            @Nullable Path tokenFile,
            @Nullable String user,
            @Nullable String password,
            @Nullable Path passwordFile) {

        /** The value of the header {@code Authorization}; empty where nothing is set. */
        public Optional<String> authorization() {
            Optional<String> bearer = secret(token, tokenFile);
            if (bearer.isPresent()) {
                return bearer.map(text -> "Bearer " + text);
            }
            if (user == null || user.isBlank()) {
                return Optional.empty();
            }
            String pair = user + ":" + secret(password, passwordFile).orElse("");
            return Optional.of("Basic " + Base64.getEncoder().encodeToString(pair.getBytes(StandardCharsets.UTF_8)));
        }

        private static Optional<String> secret(@Nullable String text, @Nullable Path file) {
            if (text != null && !text.isBlank()) {
                return Optional.of(text);
            }
            if (file == null || file.toString().isBlank()) {
                return Optional.empty();
            }
            try {
                return Files.readAllLines(file).stream().findFirst().map(String::strip);
            } catch (IOException e) {
                throw new UncheckedIOException("The secret in " + file + " cannot be read.", e);
            }
        }
    }
}
