package chalkline.server.lms;

import chalkline.server.ChalkLineSettings;
import chalkline.server.frame.NotFound;
import io.github.resilience4j.circuitbreaker.CallNotPermittedException;
import io.github.resilience4j.circuitbreaker.CircuitBreaker;
import io.github.resilience4j.circuitbreaker.CircuitBreakerConfig;
import io.github.resilience4j.core.IntervalFunction;
import io.github.resilience4j.retry.Retry;
import io.github.resilience4j.retry.RetryConfig;
import java.io.IOException;
import java.net.http.HttpClient;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.IntConsumer;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.core.ParameterizedTypeReference;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpMethod;
import org.springframework.http.MediaType;
import org.springframework.http.client.JdkClientHttpRequestFactory;
import org.springframework.web.client.HttpClientErrorException;
import org.springframework.web.client.HttpServerErrorException;
import org.springframework.web.client.ResourceAccessException;
import org.springframework.web.client.RestClient;
import org.springframework.web.client.RestClientException;
import org.springframework.web.util.UriComponentsBuilder;

/**
 * The LMS over HTTP with JSON (docs/lms-port.md). Keeps to a number of calls a second, tries again with growing pauses
 * where the LMS is busy or does not answer, and leaves it alone for a while when it fails again and again.
 */
class LmsHttp implements Lms {
    private static final ParameterizedTypeReference<Page> PAGE = new ParameterizedTypeReference<>() {};
    private static final ParameterizedTypeReference<Answers> ANSWERS = new ParameterizedTypeReference<>() {};
    private static final ParameterizedTypeReference<List<Member>> MEMBERS = new ParameterizedTypeReference<>() {};
    private static final ParameterizedTypeReference<List<OutlineUnit>> UNITS = new ParameterizedTypeReference<>() {};
    private static final ParameterizedTypeReference<Job> JOB = new ParameterizedTypeReference<>() {};
    private static final int PAGE_SIZE = 200;
    private static final int LONGEST_QUOTE = 300;

    private final Optional<RestClient> http;
    private final LmsPace pace;
    private final Retry again;
    private final CircuitBreaker breaker;

    private record Page(
            List<StandingShell> items,
            @Nullable String next,
            long mark,
            @Nullable List<Long> removed) {}

    private record Batch<T>(List<T> items) {}

    private record Answers(List<Answer> answers) {}

    private record Job(long job, boolean done) {}

    /**
     * @param attempts how often a call is tried, at least once
     * @param timeout how long each answer is waited for
     */
    LmsHttp(ChalkLineSettings.Lms settings, LmsPace pace, CircuitBreaker breaker, int attempts, Duration timeout) {
        HttpClient client =
                HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(5)).build();
        JdkClientHttpRequestFactory requests = new JdkClientHttpRequestFactory(client);
        requests.setReadTimeout(timeout);
        this.http = settings.address().map(url -> {
            RestClient.Builder builder =
                    RestClient.builder().baseUrl(url.toString()).requestFactory(requests);
            settings.credentials()
                    .authorization()
                    .ifPresent(value -> builder.defaultHeader(HttpHeaders.AUTHORIZATION, value));
            return builder.build();
        });
        this.pace = pace;
        this.again = Retry.of(
                "lms",
                RetryConfig.custom()
                        .maxAttempts(attempts)
                        .intervalFunction(IntervalFunction.ofExponentialRandomBackoff(300, 2))
                        .retryExceptions(
                                HttpServerErrorException.class,
                                HttpClientErrorException.TooManyRequests.class,
                                ResourceAccessException.class)
                        .build());
        this.breaker = breaker;
    }

    static CircuitBreaker breaker() {
        return CircuitBreaker.of(
                "lms",
                CircuitBreakerConfig.custom()
                        .slidingWindowSize(20)
                        .minimumNumberOfCalls(10)
                        .waitDurationInOpenState(Duration.ofSeconds(10))
                        .recordExceptions(HttpServerErrorException.class, ResourceAccessException.class)
                        .build());
    }

    @Override
    public boolean isThere() {
        return http.isPresent();
    }

    private RestClient http() {
        return http.orElseThrow(() -> new LmsUnavailable("No LMS is set (LMS_URL).", new IllegalStateException()));
    }

    @Override
    public Changes changedSince(long mark, IntConsumer read) {
        List<StandingShell> shells = new ArrayList<>();
        Set<Long> removed = new HashSet<>();
        String after = "0";
        long newMark = mark;
        boolean first = true;
        while (after != null) {
            String uri = UriComponentsBuilder.fromPath("/shells")
                    .queryParam("since", mark)
                    .queryParam("after", after)
                    .queryParam("limit", PAGE_SIZE)
                    .toUriString();
            Page page = page(uri);
            shells.addAll(page.items());
            removed.addAll(page.removed() == null ? List.of() : page.removed());
            // what changes while the pages are read is asked for again the next time
            newMark = first ? page.mark() : newMark;
            first = false;
            after = page.next();
            read.accept(shells.size());
        }
        return new Changes(shells, removed, newMark);
    }

    private Page page(String uri) {
        try {
            return call(() -> http().get().uri(uri).retrieve().body(PAGE));
        } catch (HttpClientErrorException.Gone e) {
            throw new UnknownMark();
        }
    }

    @Override
    public List<Member> people(String key) {
        return call(
                () -> http().get().uri("/shells/{key}/people", key).retrieve().body(MEMBERS));
    }

    @Override
    public List<OutlineUnit> outline(String key) {
        try {
            return call(() ->
                    http().get().uri("/shells/{key}/outline", key).retrieve().body(UNITS));
        } catch (HttpClientErrorException.NotFound e) {
            throw new NotFound("The LMS no longer holds the shell " + key + ".");
        }
    }

    @Override
    public List<Answer> putTemplates(String idempotencyKey, List<TemplatePut> templates) {
        return send(HttpMethod.PUT, "/templates", idempotencyKey, templates);
    }

    @Override
    public List<Answer> putOutlines(String idempotencyKey, List<OutlinePut> outlines) {
        return send(HttpMethod.PUT, "/outlines", idempotencyKey, outlines);
    }

    @Override
    public List<Answer> putCategories(String idempotencyKey, List<CategoryPut> categories) {
        return send(HttpMethod.PUT, "/categories", idempotencyKey, categories);
    }

    @Override
    public List<Answer> putShells(String idempotencyKey, List<ShellPut> shells) {
        return send(HttpMethod.PUT, "/shells", idempotencyKey, shells);
    }

    @Override
    public List<Answer> rename(String idempotencyKey, List<Rename> renames) {
        return send(HttpMethod.PUT, "/names", idempotencyKey, renames);
    }

    @Override
    public List<Answer> changePeople(String idempotencyKey, List<PeopleChange> changes) {
        return send(HttpMethod.PUT, "/people", idempotencyKey, changes);
    }

    @Override
    public List<Answer> close(String idempotencyKey, List<Key> shells) {
        return send(HttpMethod.PUT, "/closed", idempotencyKey, shells);
    }

    @Override
    public List<Answer> copyTemplates(String idempotencyKey, List<Copy> copies) {
        return send(HttpMethod.POST, "/copies", idempotencyKey, copies);
    }

    @Override
    public boolean isCopied(long job) {
        try {
            return call(() -> http().get().uri("/copies/{job}", job).retrieve().body(JOB))
                    .done();
        } catch (HttpClientErrorException.NotFound e) {
            throw new NotFound("The LMS knows nothing of this copy any more.");
        }
    }

    private <T> List<Answer> send(HttpMethod method, String uri, String idempotencyKey, List<T> items) {
        List<Answer> answers;
        try {
            answers = call(() -> http().method(method)
                            .uri(uri)
                            .header("Idempotency-Key", idempotencyKey)
                            .contentType(MediaType.APPLICATION_JSON)
                            .body(new Batch<>(items))
                            .retrieve()
                            .body(ANSWERS))
                    .answers();
        } catch (HttpClientErrorException e) {
            throw new LmsRefusal(
                    "The LMS refused the whole call to " + uri + " ("
                            + e.getStatusCode().value() + "): " + shortened(e.getResponseBodyAsString()),
                    e);
        }
        if (answers == null || answers.size() != items.size()) {
            throw new LmsRefusal(
                    "The LMS answered for " + (answers == null ? 0 : answers.size()) + " of " + items.size()
                            + " items sent to " + uri + ", so nobody knows what it did.",
                    new IllegalStateException());
        }
        return answers;
    }

    /** Whether an answer ended in the middle, which is no fault of what it says. */
    private static boolean isCutOff(RestClientException e) {
        for (Throwable cause = e; cause != null; cause = cause.getCause()) {
            if (cause instanceof IOException) {
                return true;
            }
        }
        return false;
    }

    private static String shortened(String body) {
        String plain = body.replaceAll("[\\p{Cc}\\s]+", " ").strip();
        return plain.length() <= LONGEST_QUOTE ? plain : plain.substring(0, LONGEST_QUOTE - 1) + "…";
    }

    private <T> T call(Supplier<@Nullable T> request) {
        try {
            T answer = Retry.decorateSupplier(again, () -> {
                        pace.waitForTurn();
                        return CircuitBreaker.decorateSupplier(breaker, request).get();
                    })
                    .get();
            if (answer == null) {
                throw new LmsUnavailable("The LMS answered nothing.", new IllegalStateException());
            }
            return answer;
        } catch (HttpServerErrorException | HttpClientErrorException.TooManyRequests e) {
            throw new LmsUnavailable("The LMS answered " + e.getStatusCode().value() + ".", e);
        } catch (HttpClientErrorException.Unauthorized | HttpClientErrorException.Forbidden e) {
            throw new LmsRefusal(
                    "The LMS does not let Chalk Line in (" + e.getStatusCode().value()
                            + "): look at its token or password.",
                    e);
        } catch (ResourceAccessException e) {
            throw new LmsUnavailable("The LMS does not answer.", e);
        } catch (HttpClientErrorException e) {
            throw e;
        } catch (RestClientException e) {
            if (isCutOff(e)) {
                throw new LmsUnavailable("The LMS did not end its answer.", e);
            }
            throw new LmsRefusal("What the LMS answers cannot be read: is LMS_URL the address of its port?", e);
        } catch (CallNotPermittedException e) {
            throw new LmsUnavailable("The LMS failed again and again; it is left alone for a while.", e);
        }
    }
}
