package chalkline.server.lms;

import chalkline.server.ChalkLineSettings;
import io.github.resilience4j.circuitbreaker.CircuitBreaker;
import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Primary;

/** Two ways to ask the same LMS: patiently in the background, and at once where somebody waits for an answer. */
@Configuration
class LmsClients {
    private static final Duration SOON = Duration.ofSeconds(6);

    private final CircuitBreaker breaker;

    LmsClients(ChalkLineSettings settings) {
        this.breaker = LmsHttp.breaker(settings.lms().leftAlone());
    }

    @Bean
    @Primary
    Lms lms(ChalkLineSettings settings, LmsPace pace) {
        return new LmsHttp(
                settings.lms(),
                pace,
                breaker,
                Patience.patient(),
                settings.lms().timeout());
    }

    @Bean
    @InBuilds
    Lms lmsInBuilds(ChalkLineSettings settings, LmsPace pace, CallsAtOnce calls) {
        return new LmsHttp(
                settings.lms(), pace, breaker, Patience.once(), settings.lms().timeout(), calls);
    }

    @Bean
    @AtOnce
    Lms lmsAtOnce(ChalkLineSettings settings, LmsPace pace) {
        return new LmsHttp(settings.lms(), pace, breaker, Patience.atOnce(), SOON);
    }
}
