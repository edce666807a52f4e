package chalkline.server.lms;

import chalkline.server.ChalkLineSettings;
import chalkline.server.frame.Time;
import io.github.resilience4j.circuitbreaker.CircuitBreaker;
import io.micrometer.core.instrument.MeterRegistry;
import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Primary;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Ways to ask the same LMS: patiently in the background, in builds, and at once where somebody waits for an answer. One that
 * only takes uploads is never asked, so its ways are one.
 */
@Configuration
class LmsClients {
    private static final Duration SOON = Duration.ofSeconds(6);

    private final CircuitBreaker breaker;
    private final FileBooks books;

    LmsClients(ChalkLineSettings settings, FileBooks books) {
        this.books = books;
        this.breaker = LmsHttp.breaker(settings.lms().leftAlone());
    }

    @Bean
    static LmsPace pace(JdbcClient db, ChalkLineSettings settings, Time time) {
        return new LmsPace(db, settings.lms().callsPerSecond(), time);
    }

    @Bean
    @Primary
    Lms lms(ChalkLineSettings settings, LmsPace pace, MeterRegistry metrics) {
        if (settings.lms().kind() == ChalkLineSettings.LmsKind.FILES) {
            return new LmsFiles(books);
        }
        return new LmsHttp(
                settings.lms(),
                pace,
                breaker,
                Patience.patient(),
                settings.lms().timeout(),
                metrics);
    }

    @Bean
    @InBuilds
    Lms lmsInBuilds(ChalkLineSettings settings, LmsPace pace, MeterRegistry metrics, CallsAtOnce calls) {
        if (settings.lms().kind() == ChalkLineSettings.LmsKind.FILES) {
            return new LmsFiles(books);
        }
        return new LmsHttp(
                settings.lms(), pace, breaker, Patience.once(), settings.lms().timeout(), metrics, calls);
    }

    @Bean
    @AtOnce
    Lms lmsAtOnce(ChalkLineSettings settings, LmsPace pace, MeterRegistry metrics) {
        if (settings.lms().kind() == ChalkLineSettings.LmsKind.FILES) {
            return new LmsFiles(books);
        }
        return new LmsHttp(settings.lms(), pace, breaker, Patience.atOnce(), SOON, metrics);
    }
}
