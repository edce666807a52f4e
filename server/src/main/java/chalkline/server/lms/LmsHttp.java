package chalkline.server.lms;

import chalkline.server.ChalkLineSettings;
import chalkline.server.frame.NotFound;
import io.github.resilience4j.circuitbreaker.CallNotPermittedException;
import io.github.resilience4j.circuitbreaker.CircuitBreaker;
import io.github.resilience4j.circuitbreaker.CircuitBreakerConfig;
import io.github.resilience4j.core.IntervalFunction;
import io.github.resilience4j.ratelimiter.RateLimiter;
import io.github.resilience4j.ratelimiter.RateLimiterConfig;
import io.github.resilience4j.retry.Retry;
import io.github.resilience4j.retry.RetryConfig;
import java.net.http.HttpClient;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.core.ParameterizedTypeReference;
import org.springframework.http.HttpMethod;
import org.springframework.http.MediaType;
import org.springframework.http.client.JdkClientHttpRequestFactory;
import org.springframework.stereotype.Component;
import org.springframework.web.client.HttpClientErrorException;
import org.springframework.web.client.HttpServerErrorException;
import org.springframework.web.client.ResourceAccessException;
import org.springframework.web.client.RestClient;
import org.springframework.web.util.UriComponentsBuilder;

/**
 * The LMS over HTTP with JSON (docs/lms-port.md). Keeps to a number of calls a second, tries again with growing pauses
 * where the LMS is busy or does not answer, and leaves it alone for a while when it fails again and again.
 */
@Component
class LmsHttp implements Lms {
    private static final ParameterizedTypeReference<Page> PAGE = new ParameterizedTypeReference<>() {};
    private static final ParameterizedTypeReference<Answers> ANSWERS = new ParameterizedTypeReference<>() {};
    private static final ParameterizedTypeReference<List<Member>> MEMBERS = new ParameterizedTypeReference<>() {};
    private static final ParameterizedTypeReference<List<OutlineUnit>> UNITS = new ParameterizedTypeReference<>() {};
    private static final ParameterizedTypeReference<Job> JOB = new ParameterizedTypeReference<>() {};
    private static final int PAGE_SIZE = 200;
    private static final int ATTEMPTS = 5;

    private final RestClient http;
    private final RateLimiter pace;
    private final Retry again;
    private final CircuitBreaker breaker;

    private record Page(List<StandingShell> items, @Nullable String next, long mark) {}

    private record Batch<T>(List<T> items) {}

    private record Answers(List<Answer> answers) {}

    private record Job(long job, boolean done) {}

    LmsHttp(ChalkLineSettings settings) {
        HttpClient client =
                HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(5)).build();
        JdkClientHttpRequestFactory requests = new JdkClientHttpRequestFactory(client);
        requests.setReadTimeout(settings.lms().timeout());
        this.http = RestClient.builder()
                .baseUrl(settings.lms().url().toString())
                .requestFactory(requests)
                .build();
        this.pace = RateLimiter.of(
                "lms",
                RateLimiterConfig.custom()
                        .limitForPeriod(settings.lms().callsPerSecond())
                        .limitRefreshPeriod(Duration.ofSeconds(1))
                        .timeoutDuration(Duration.ofSeconds(30))
                        .build());
        this.again = Retry.of(
                "lms",
                RetryConfig.custom()
                        .maxAttempts(ATTEMPTS)
                        .intervalFunction(IntervalFunction.ofExponentialRandomBackoff(300, 2))
                        .retryExceptions(
                                HttpServerErrorException.class,
                                HttpClientErrorException.TooManyRequests.class,
                                ResourceAccessException.class)
                        .build());
        this.breaker = CircuitBreaker.of(
                "lms",
                CircuitBreakerConfig.custom()
                        .slidingWindowSize(20)
                        .minimumNumberOfCalls(10)
                        .waitDurationInOpenState(Duration.ofSeconds(10))
                        .recordExceptions(HttpServerErrorException.class, ResourceAccessException.class)
                        .build());
    }

    @Override
    public Changes changedSince(long mark) {
        List<StandingShell> shells = new ArrayList<>();
        String after = "0";
        long newMark = mark;
        boolean first = true;
        while (after != null) {
            String uri = UriComponentsBuilder.fromPath("/shells")
                    .queryParam("since", mark)
                    .queryParam("after", after)
                    .queryParam("limit", PAGE_SIZE)
                    .toUriString();
            Page page = call(() -> http.get().uri(uri).retrieve().body(PAGE));
            shells.addAll(page.items());
            // what changes while the pages are read is asked for again the next time
            newMark = first ? page.mark() : newMark;
            first = false;
            after = page.next();
        }
        return new Changes(shells, newMark);
    }

    @Override
    public List<Member> people(String key) {
        return call(() -> http.get().uri("/shells/{key}/people", key).retrieve().body(MEMBERS));
    }

    @Override
    public List<OutlineUnit> outline(String key) {
        try {
            return call(() ->
                    http.get().uri("/shells/{key}/outline", key).retrieve().body(UNITS));
        } catch (HttpClientErrorException.NotFound e) {
            throw new NotFound("The LMS no longer holds the shell " + key + ".");
        }
    }

    @Override
    public List<Answer> putTemplates(String once, List<TemplatePut> templates) {
        return send(HttpMethod.PUT, "/templates", once, templates);
    }

    @Override
    public List<Answer> putOutlines(String once, List<OutlinePut> outlines) {
        return send(HttpMethod.PUT, "/outlines", once, outlines);
    }

    @Override
    public List<Answer> putCategories(String once, List<CategoryPut> categories) {
        return send(HttpMethod.PUT, "/categories", once, categories);
    }

    @Override
    public List<Answer> putShells(String once, List<ShellPut> shells) {
        return send(HttpMethod.PUT, "/shells", once, shells);
    }

    @Override
    public List<Answer> rename(String once, List<Rename> renames) {
        return send(HttpMethod.PUT, "/names", once, renames);
    }

    @Override
    public List<Answer> changePeople(String once, List<PeopleChange> changes) {
        return send(HttpMethod.PUT, "/people", once, changes);
    }

    @Override
    public List<Answer> close(String once, List<Key> shells) {
        return send(HttpMethod.PUT, "/closed", once, shells);
    }

    @Override
    public List<Answer> copyTemplates(String once, List<Copy> copies) {
        return send(HttpMethod.POST, "/copies", once, copies);
    }

    @Override
    public boolean isCopied(long job) {
        return call(() -> http.get().uri("/copies/{job}", job).retrieve().body(JOB))
                .done();
    }

    private <T> List<Answer> send(HttpMethod method, String uri, String once, List<T> items) {
        return call(() -> http.method(method)
                        .uri(uri)
                        .header("Idempotency-Key", once)
                        .contentType(MediaType.APPLICATION_JSON)
                        .body(new Batch<>(items))
                        .retrieve()
                        .body(ANSWERS))
                .answers();
    }

    private <T> T call(Supplier<@Nullable T> request) {
        try {
            T answer = Retry.decorateSupplier(
                            again,
                            RateLimiter.decorateSupplier(pace, CircuitBreaker.decorateSupplier(breaker, request)))
                    .get();
            if (answer == null) {
                throw new LmsUnavailable("The LMS answered nothing.", new IllegalStateException());
            }
            return answer;
        } catch (HttpServerErrorException | HttpClientErrorException.TooManyRequests e) {
            throw new LmsUnavailable("The LMS answered " + e.getStatusCode().value() + " " + ATTEMPTS + " times.", e);
        } catch (ResourceAccessException e) {
            throw new LmsUnavailable("The LMS does not answer.", e);
        } catch (CallNotPermittedException e) {
            throw new LmsUnavailable("The LMS failed again and again; it is left alone for a while.", e);
        }
    }
}
