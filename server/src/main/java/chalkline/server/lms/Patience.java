package chalkline.server.lms;

import io.github.resilience4j.core.IntervalFunction;
import io.github.resilience4j.core.functions.Either;
import io.github.resilience4j.retry.Retry;
import io.github.resilience4j.retry.RetryConfig;
import java.time.Duration;
import java.util.function.Predicate;
import org.springframework.web.client.HttpClientErrorException;

/**
 * How often a call is tried, and after what pause: a growing one, drawn at random so that not all come at once, and never
 * a shorter one than the LMS asks for (Retry-After, RFC 9110 10.2.3).
 */
final class Patience {
    private static final IntervalFunction GROWING = IntervalFunction.ofExponentialRandomBackoff(300, 2);
    private static final Duration LONGEST_ASKED_FOR = Duration.ofSeconds(60);
    private static final Duration SOON = Duration.ofSeconds(2);

    private Patience() {}

    /** In the background: whatever may pass is waited for. */
    static Retry patient() {
        return retry(5, e -> !(e instanceof LmsRefusal) && !(e instanceof LmsLeftAlone));
    }

    /** A build waits by itself, with what it has recorded. */
    static Retry once() {
        return retry(1, e -> false);
    }

    /** Where somebody waits: only a call that the LMS turned away unread, and soon lets in. */
    static Retry atOnce() {
        return retry(
                3,
                e -> e.getCause() instanceof HttpClientErrorException.TooManyRequests
                        && e.after().orElse(SOON).compareTo(SOON) <= 0);
    }

    private static Retry retry(int attempts, Predicate<LmsUnavailable> passes) {
        return Retry.of(
                "lms",
                RetryConfig.custom()
                        .maxAttempts(attempts)
                        .intervalBiFunction((attempt, outcome) -> pause(attempt, outcome))
                        .retryOnException(e -> e instanceof LmsUnavailable away && passes.test(away))
                        .build());
    }

    private static long pause(int attempt, Either<Throwable, Object> outcome) {
        long asked = outcome.isLeft() && outcome.getLeft() instanceof LmsUnavailable away
                ? Math.min(away.after().orElse(Duration.ZERO).toMillis(), LONGEST_ASKED_FOR.toMillis())
                : 0;
        return asked + GROWING.apply(attempt);
    }
}
