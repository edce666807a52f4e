package chalkline.server.dates;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import java.io.StringReader;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.Supplier;
import net.fortuna.ical4j.data.CalendarBuilder;
import net.fortuna.ical4j.model.component.VEvent;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Calendars as files and at addresses, read back by ical4j. */
class CalendarsTest {
    private static RunningSystem system;
    private static Client abara;
    private static JsonNode row;
    private static String key;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(48, "--standins.earlier-terms=false");
        abara = system.signedIn("abara");
        abara.fetchList();
        row = abara.get("/api/terms/27SP/dates/rows?versions=" + abara.versions("27SP"))
                .json()
                .get("rows")
                .valueStream()
                .filter(one -> one.get("part").asString().isEmpty())
                .findFirst()
                .orElseThrow();
        key = row.get("key").asString();
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    private static String file(String kind, String of) {
        Client.Answer answer = abara.get(
                "/api/terms/27SP/calendar?kind=" + kind + "&key=" + URLEncoder.encode(of, StandardCharsets.UTF_8));
        assertThat(answer.status()).isEqualTo(200);
        return answer.text();
    }

    private static Map<String, VEvent> events(String text) throws Exception {
        Map<String, VEvent> events = new LinkedHashMap<>();
        for (VEvent event : new CalendarBuilder().build(new StringReader(text)).<VEvent>getComponents("VEVENT")) {
            events.put(event.getUid().orElseThrow().getValue(), event);
        }
        return events;
    }

    private static VEvent starting(Map<String, VEvent> events, String what) {
        return events.entrySet().stream()
                .filter(event -> event.getKey().startsWith(what + "/"))
                .findFirst()
                .orElseThrow()
                .getValue();
    }

    @Test
    void aChangeKeepsTheUidAndCarriesAHigherSequence() throws Exception {
        Map<String, VEvent> before = events(file("SHELL", key));
        assertThat(Instant.from(starting(before, "opens").getDateTimeStart().getDate()))
                .isEqualTo(OffsetDateTime.parse(row.get("opens").asString()).toInstant());
        assertThat(Instant.from(starting(before, "closes").getDateTimeStart().getDate()))
                .isEqualTo(OffsetDateTime.parse(row.get("closes").asString()).toInstant());
        JsonNode weeks = abara.get("/api/terms/27SP/dates").json().at("/term/weeks");
        assertThat(starting(before, "week1").getDateTimeStart().getDate())
                .isEqualTo(LocalDate.parse(weeks.at("/0/first").asString()));
        assertThat(events(file("SHELL", key)).values())
                .as("asked again, nothing is newer")
                .allSatisfy(
                        event -> assertThat(event.getSequence().getSequenceNo()).isZero());

        int version = abara.get("/api/conventions").json().at("/about/number").asInt();
        Client.Answer kept = abara.post(
                "/api/conventions/versions",
                "{\"change\":{\"basedOn\":" + version + ",\"dates\":{\"sections\":[{\"section\":\""
                        + row.get("lead").asString() + "\",\"opens\":\"2026-12-20 09:00\"}]}},\"note\":\"\"}");
        assertThat(kept.status()).isEqualTo(200);
        Map<String, VEvent> after = events(file("SHELL", key));
        assertThat(after.keySet()).isEqualTo(before.keySet());
        assertThat(Instant.from(starting(after, "opens").getDateTimeStart().getDate()))
                .isEqualTo(Instant.parse("2026-12-20T13:00:00Z"));
        assertThat(starting(after, "opens").getSequence().getSequenceNo()).isEqualTo(1);
        assertThat(starting(after, "closes").getSequence().getSequenceNo()).isZero();
    }

    @Test
    void anAddressIsReadByItsSecretAloneUntilItIsRenewed() throws Exception {
        JsonNode calendars = abara.get("/api/terms/27SP/calendars?shell=" + key).json();
        JsonNode department = calendars.get(calendars.size() - 1);
        assertThat(department.get("kind").asString()).isEqualTo("DEPARTMENT");
        assertThat(department.get("madeBy").isNull()).isTrue();
        String which =
                "{\"kind\":\"DEPARTMENT\",\"key\":\"" + department.get("key").asString() + "\"}";
        String first = abara.post("/api/terms/27SP/calendars", which)
                .json()
                .get("path")
                .asString();
        Client nobody = Client.anonymous(system.address());
        Map<String, VEvent> shared = events(nobody.get(first).text());
        assertThat(shared)
                .containsOnlyKeys(
                        events(file("DEPARTMENT", department.get("key").asString()))
                                .keySet());
        String second = abara.post("/api/terms/27SP/calendars", which)
                .json()
                .get("path")
                .asString();
        assertThat(second).isNotEqualTo(first);
        assertThat(nobody.get(first).status()).isEqualTo(404);
        assertThat(nobody.get(second).status()).isEqualTo(200);
        JsonNode about = abara.get("/api/terms/27SP/calendars?shell=" + key).json();
        assertThat(about.get(about.size() - 1).get("madeBy").asString()).isEqualTo("N. Abara");
        assertThat(abara.post("/api/terms/27SP/calendars", "{\"kind\":\"SHELL\",\"key\":\"s:none\"}")
                        .status())
                .isEqualTo(404);
    }

    private static List<Client.Answer> atOnce(int times, Supplier<Client.Answer> ask) {
        List<CompletableFuture<Client.Answer>> all = new ArrayList<>();
        ExecutorService threads = Executors.newFixedThreadPool(times);
        try {
            for (int i = 0; i < times; i++) {
                all.add(CompletableFuture.supplyAsync(ask, threads));
            }
            return all.stream().map(CompletableFuture::join).toList();
        } finally {
            threads.shutdown();
        }
    }

    @Test
    void readersAndMakersAtOnceDoNotRefuseEachOther() throws Exception {
        JsonNode instructor = abara.get("/api/terms/27SP/calendars?shell=" + key)
                .json()
                .valueStream()
                .filter(one -> one.get("kind").asString().equals("INSTRUCTOR"))
                .findFirst()
                .orElseThrow();
        String of = URLEncoder.encode(instructor.get("key").asString(), StandardCharsets.UTF_8);
        List<Client.Answer> read = atOnce(8, () -> abara.get("/api/terms/27SP/calendar?kind=INSTRUCTOR&key=" + of));
        assertThat(read).allSatisfy(answer -> assertThat(answer.status()).isEqualTo(200));
        assertThat(read).extracting(Client.Answer::text).allMatch(text -> text.contains("SEQUENCE:0"));
        String which =
                "{\"kind\":\"INSTRUCTOR\",\"key\":\"" + instructor.get("key").asString() + "\"}";
        List<Client.Answer> made = atOnce(8, () -> abara.post("/api/terms/27SP/calendars", which));
        assertThat(made).allSatisfy(answer -> assertThat(answer.status()).isEqualTo(200));
        Client nobody = Client.anonymous(system.address());
        List<String> addresses = made.stream()
                .map(answer -> answer.json().get("path").asString())
                .toList();
        assertThat(addresses.stream().filter(path -> nobody.get(path).status() == 200))
                .as("the last that was made is the one that holds")
                .hasSize(1);
        String withdraw = "/api/terms/27SP/calendars?kind=INSTRUCTOR&key=" + of;
        assertThat(abara.delete(withdraw).status()).isEqualTo(204);
        assertThat(addresses)
                .allSatisfy(path -> assertThat(nobody.get(path).status()).isEqualTo(404));
        assertThat(abara.delete(withdraw).status()).isEqualTo(404);
    }
}
