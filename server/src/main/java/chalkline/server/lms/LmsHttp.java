package chalkline.server.lms;

import chalkline.core.naming.Cut;
import chalkline.server.ChalkLineSettings;
import chalkline.server.frame.NotFound;
import io.github.resilience4j.circuitbreaker.CallNotPermittedException;
import io.github.resilience4j.circuitbreaker.CircuitBreaker;
import io.github.resilience4j.circuitbreaker.CircuitBreakerConfig;
import io.github.resilience4j.retry.Retry;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.Timer;
import java.io.IOException;
import java.net.http.HttpClient;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
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
import org.springframework.web.client.HttpStatusCodeException;
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
    private static final ParameterizedTypeReference<Copies> COPIES = new ParameterizedTypeReference<>() {};
    private static final ParameterizedTypeReference<List<Category>> CATEGORIES = new ParameterizedTypeReference<>() {};
    private static final ParameterizedTypeReference<List<List<Member>>> MANY_MEMBERS =
            new ParameterizedTypeReference<>() {};
    private static final int PAGE_SIZE = 200;
    private static final int LONGEST_QUOTE = 300;
    private static final String UNREADABLE = "What the LMS answers cannot be read: is LMS_URL the address of its port?";

    private final Optional<RestClient> http;
    private final LmsPace pace;
    private final Retry again;
    private final CircuitBreaker breaker;
    private final Room room;
    private final MeterRegistry metrics;

    /** Where a call waits until there is room for it. */
    interface Room {
        /** @param turn waits until a call may be made; it does not count as a part of the call */
        <T> T call(String verb, Runnable turn, Supplier<T> request);
    }

    private static final Room ALL_THE_ROOM = new Room() {
        @Override
        public <T> T call(String verb, Runnable turn, Supplier<T> request) {
            turn.run();
            return request.get();
        }
    };

    private record Page(
            @Nullable List<StandingShell> items,
            @Nullable String next,
            long mark,
            @Nullable List<Long> removed) {}

    private record Batch<T>(List<T> items) {}

    private record Answers(List<Answer> answers) {}

    private record Keys(List<String> keys) {}

    LmsHttp(
            ChalkLineSettings.Lms settings,
            LmsPace pace,
            CircuitBreaker breaker,
            Retry again,
            Duration timeout,
            MeterRegistry metrics) {
        this(settings, pace, breaker, again, timeout, metrics, ALL_THE_ROOM);
    }

    /**
     * @param again when a call is tried again
     * @param timeout how long each answer is waited for
     */
    LmsHttp(
            ChalkLineSettings.Lms settings,
            LmsPace pace,
            CircuitBreaker breaker,
            Retry again,
            Duration timeout,
            MeterRegistry metrics,
            Room room) {
        this.metrics = metrics;
        this.room = room;
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
        this.again = again;
        this.breaker = breaker;
    }

    /** @param leftAlone how long the LMS is not asked after it failed again and again */
    static CircuitBreaker breaker(Duration leftAlone) {
        return CircuitBreaker.of(
                "lms",
                CircuitBreakerConfig.custom()
                        .slidingWindowSize(20)
                        .minimumNumberOfCalls(10)
                        .waitDurationInOpenState(leftAlone)
                        .recordExceptions(HttpServerErrorException.class, ResourceAccessException.class)
                        .build());
    }

    @Override
    public boolean isThere() {
        return http.isPresent();
    }

    @Override
    public boolean takesContent() {
        return true;
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
            shells.addAll(Objects.requireNonNull(page.items()));
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
        Page page;
        try {
            page = whole(
                    "/shells",
                    () -> call("shells", () -> http().get().uri(uri).retrieve().body(PAGE)));
        } catch (LmsRefusal e) {
            if (e.getCause() instanceof HttpClientErrorException.Gone) {
                throw new UnknownMark();
            }
            throw e;
        }
        if (page.items() == null) {
            throw new LmsRefusal(UNREADABLE, new IllegalStateException());
        }
        return page;
    }

    @Override
    public List<Member> people(String key) {
        return call(
                "people",
                () -> http().get().uri("/shells/{key}/people", key).retrieve().body(MEMBERS));
    }

    @Override
    public List<List<Member>> people(List<String> keys) {
        List<List<Member>> people = whole(
                "/people/lookups",
                () -> call(
                        "people of many",
                        () -> http().post()
                                .uri("/people/lookups")
                                .contentType(MediaType.APPLICATION_JSON)
                                .body(new Keys(keys))
                                .retrieve()
                                .body(MANY_MEMBERS)));
        if (people.size() != keys.size()) {
            throw tooFew(people.size(), keys.size(), "/people/lookups");
        }
        return people;
    }

    @Override
    public List<OutlineUnit> outline(String key) {
        try {
            return call(
                    "outline",
                    () -> http().get()
                            .uri("/shells/{key}/outline", key)
                            .retrieve()
                            .body(UNITS));
        } catch (HttpClientErrorException.NotFound e) {
            throw new NotFound("The LMS no longer holds the shell " + key + ".");
        }
    }

    @Override
    public List<Category> categories() {
        return call(
                "categories", () -> http().get().uri("/categories").retrieve().body(CATEGORIES));
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
    public List<Answer> close(String idempotencyKey, List<Closing> shells) {
        return send(HttpMethod.PUT, "/closed", idempotencyKey, shells);
    }

    @Override
    public List<Answer> archive(String idempotencyKey, List<Archiving> shells) {
        return send(HttpMethod.PUT, "/archived", idempotencyKey, shells);
    }

    @Override
    public List<Answer> extend(String idempotencyKey, List<Extension> extensions) {
        return send(HttpMethod.PUT, "/extensions", idempotencyKey, extensions);
    }

    @Override
    public List<Answer> putEntryCodes(String idempotencyKey, List<EntryCode> codes) {
        return send(HttpMethod.PUT, "/entry-codes", idempotencyKey, codes);
    }

    @Override
    public List<Answer> remove(String idempotencyKey, List<Removal> shells) {
        return send(HttpMethod.POST, "/removals", idempotencyKey, shells);
    }

    @Override
    public List<Answer> removeCategories(String idempotencyKey, List<CategoryPut> categories) {
        return send(HttpMethod.POST, "/categories/removals", idempotencyKey, categories);
    }

    @Override
    public List<Answer> copyTemplates(String idempotencyKey, List<Copy> copies) {
        return send(HttpMethod.POST, "/copies", idempotencyKey, copies);
    }

    @Override
    public Copies copies(List<Long> jobs) {
        String uri = UriComponentsBuilder.fromPath("/copies")
                .queryParam("job", jobs.toArray())
                .toUriString();
        Copies copies = whole(
                "/copies",
                () -> call("copies", () -> http().get().uri(uri).retrieve().body(COPIES)));
        if (copies.jobs() == null) {
            throw new LmsRefusal(UNREADABLE, new IllegalStateException());
        }
        return copies;
    }

    private <T> List<Answer> send(HttpMethod method, String uri, String idempotencyKey, List<T> items) {
        List<Answer> answers = whole(
                uri,
                () -> call(
                                uri,
                                () -> http().method(method)
                                        .uri(uri)
                                        .header("Idempotency-Key", idempotencyKey)
                                        .contentType(MediaType.APPLICATION_JSON)
                                        .body(new Batch<>(items))
                                        .retrieve()
                                        .body(ANSWERS))
                        .answers());
        if (answers == null || answers.size() != items.size()) {
            throw tooFew(answers == null ? 0 : answers.size(), items.size(), uri);
        }
        return answers;
    }

    private static <T> T whole(String uri, Supplier<T> call) {
        try {
            return call.get();
        } catch (HttpClientErrorException e) {
            throw new LmsRefusal(
                    "The LMS refused the whole call to " + uri + " ("
                            + e.getStatusCode().value() + "): " + shortened(e.getResponseBodyAsString()),
                    e);
        }
    }

    private static LmsRefusal tooFew(int answers, int items, String uri) {
        return new LmsRefusal(
                "The LMS answered for " + answers + " of " + items + " items sent to " + uri
                        + ", so nobody knows what it did.",
                new IllegalStateException());
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
        return Cut.to(plain, LONGEST_QUOTE);
    }

    private <T> T call(String verb, Supplier<@Nullable T> request) {
        return Retry.decorateSupplier(again, () -> room.call(verb, pace::waitForTurn, () -> timed(verb, request)))
                .get();
    }

    /** How long each answer took, and what it was. */
    private <T> T timed(String verb, Supplier<@Nullable T> request) {
        Timer.Sample sample = Timer.start(metrics);
        String outcome = "answered";
        try {
            return answer(request);
        } catch (LmsLeftAlone e) {
            outcome = "left alone";
            throw e;
        } catch (LmsTooMany e) {
            outcome = "too many";
            throw e;
        } catch (LmsRefusal | HttpClientErrorException e) {
            outcome = "refused";
            throw e;
        } catch (LmsUnavailable e) {
            outcome = "no answer";
            throw e;
        } finally {
            sample.stop(Timer.builder("chalkline.lms.calls")
                    .description("Calls to the LMS by what they asked for and what came of them")
                    .tags("verb", verb, "outcome", outcome)
                    .publishPercentileHistogram()
                    .register(metrics));
        }
    }

    private <T> T answer(Supplier<@Nullable T> request) {
        try {
            T answer = CircuitBreaker.decorateSupplier(breaker, request).get();
            if (answer == null) {
                throw new LmsUnavailable("The LMS answered nothing.", new IllegalStateException());
            }
            return answer;
        } catch (HttpServerErrorException | HttpClientErrorException.TooManyRequests e) {
            String words = "The LMS answered " + e.getStatusCode().value() + ".";
            Duration after = retryAfter(e);
            throw after != null && e instanceof HttpClientErrorException.TooManyRequests
                    ? new LmsTooMany(words, e, after)
                    : new LmsUnavailable(words, e, after);
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
            throw new LmsRefusal(UNREADABLE, e);
        } catch (CallNotPermittedException e) {
            throw new LmsLeftAlone("The LMS failed again and again; it is left alone for a while.", e);
        }
    }

    /** Seconds, as RFC 9110 has it (10.2.3); its other form, a date, is not waited for. */
    private static @Nullable Duration retryAfter(HttpStatusCodeException e) {
        HttpHeaders headers = e.getResponseHeaders();
        String after = headers == null ? null : headers.getFirst(HttpHeaders.RETRY_AFTER);
        return after != null && after.matches("[0-9]{1,5}") ? Duration.ofSeconds(Long.parseLong(after)) : null;
    }
}
