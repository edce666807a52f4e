package chalkline.standins;

import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * How the stand-ins behave.
 *
 * @param seed what the campus is made from
 * @param sections how many sections the term being prepared has; 1,200 is the demo
 * @param earlierTerms whether two terms before already stand in the LMS
 * @param callsPerSecond what the LMS takes before it answers 429
 * @param largestBatch how many items it takes in a call
 * @param latencyMillis no call is answered sooner
 * @param copyMillis how long a template copy takes
 * @param codeLimit longest code of a shell, in code points
 * @param titleLimit longest title of a shell, in code points
 * @param mailPort where mail is taken, on loopback; nowhere where it is 0
 * @param token the bearer token that LMS and registrar ask for; empty where they let everybody in
 */
@ConfigurationProperties("standins")
public record StandInSettings(
        @DefaultValue("1907") long seed,
        @DefaultValue("1200") int sections,
        @DefaultValue("true") boolean earlierTerms,
        @DefaultValue("60") int callsPerSecond,
        @DefaultValue("50") int largestBatch,
        @DefaultValue("0") int latencyMillis,
        @DefaultValue("400") long copyMillis,
        @DefaultValue("64") int codeLimit,
        @DefaultValue("120") int titleLimit,
        @DefaultValue("0") int mailPort,
        @DefaultValue("") String token) {

    /** Whether an Authorization header lets its caller in. */
    public boolean letsIn(@Nullable String authorization) {
        return token.isEmpty() || ("Bearer " + token).equals(authorization);
    }
}
