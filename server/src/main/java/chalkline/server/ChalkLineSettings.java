package chalkline.server;

import java.net.URI;
import java.time.Duration;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * Settings of the application under {@code chalkline.} in its configuration.
 *
 * @param node the name of this process among several on one database
 * @param demo whether an empty database gets the demo's conventions and accounts
 * @param registrarUrl where the current registrar's list is fetched
 */
@ConfigurationProperties("chalkline")
public record ChalkLineSettings(String node, boolean demo, URI registrarUrl, Lms lms) {

    /**
     * The LMS that is built in.
     *
     * @param callsPerSecond how many calls a second this process makes at most
     * @param timeout how long an answer is waited for
     */
    public record Lms(URI url, int callsPerSecond, Duration timeout) {}
}
