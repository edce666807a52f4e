package chalkline.server.arrivals;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** Lists that come by themselves, night after night. */
class NightsTest {
    private static RunningSystem system;
    private static Client abara;
    private static Client registrar;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(400, "--standins.earlier-terms=false");
        abara = system.signedIn("abara");
        registrar = Client.anonymous(system.standIns());
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    @BeforeEach
    void firstDay() {
        form("1.1", false);
        day(0);
        JsonNode first = abara.fetchList();
        if (first.get("state").asString().equals("HELD")) {
            decide(first, "use");
        }
    }

    private static void day(int day) {
        assertThat(registrar.put("/registrar/api/day", "{\"day\":" + day + "}").status())
                .isEqualTo(200);
    }

    private static void night(String how) {
        assertThat(registrar
                        .put("/registrar/api/night", "{\"night\":\"" + how + "\"}")
                        .status())
                .isEqualTo(200);
    }

    private static void form(String version, boolean delta) {
        registrar.put("/registrar/api/form", "{\"version\":\"" + version + "\",\"delta\":" + delta + "}");
    }

    private static int sent() {
        return registrar.get("/registrar/api/day").json().get("sent").asInt();
    }

    private static JsonNode last() {
        return abara.get("/api/arrivals").json().get(0);
    }

    private static JsonNode decide(JsonNode arrival, String how) {
        Client.Answer decided =
                abara.post("/api/arrivals/" + arrival.get("id") + "/" + how, "{\"reason\":\"looked at\"}");
        assertThat(decided.status()).as(decided.text()).isEqualTo(200);
        return decided.json();
    }

    /** The time of the schedule comes; what it brought. */
    private static JsonNode atNight() throws SQLException {
        long before = last().get("id").asLong();
        assertThat(abara.put("/api/arrivals/sources/registrar/schedule", "{\"active\":true,\"at\":\"00:00\"}")
                        .status())
                .isEqualTo(200);
        try (Connection connection = DriverManager.getConnection(system.databaseUrl(), "chalkline", "chalkline");
                Statement statement = connection.createStatement()) {
            statement.executeUpdate("update list_schedule set last_day = '2000-01-01'");
        }
        return abara.until(
                        "/api/arrivals",
                        all -> all.get(0).get("id").asLong() > before
                                && !all.get(0).get("state").asString().equals("READING"))
                .get(0);
    }

    private static void assertState(JsonNode arrival, String state) {
        assertThat(arrival.get("state").asString())
                .as(arrival.get("faults").toString())
                .isEqualTo(state);
    }

    @Test
    void aListThatIsTheSameIsNotSentAgain() {
        long inUse = last().get("sameAs").isNull()
                ? last().get("id").asLong()
                : last().get("sameAs").asLong();
        int before = sent();
        JsonNode again = abara.fetchList();
        assertState(again, "SAME");
        assertThat(again.get("sameAs").asLong()).isEqualTo(inUse);
        assertThat(again.get("sections").asInt()).isEqualTo(400);
        assertThat(sent()).as("it was only said to be the same").isEqualTo(before);
    }

    @Test
    void theScheduleSaysWhenItIsNext() {
        JsonNode set = abara.put("/api/arrivals/sources/registrar/schedule", "{\"active\":true,\"at\":\"03:15\"}")
                .json();
        assertThat(set.get("zone").asString()).isEqualTo("America/Halifax");
        ZonedDateTime next = Instant.parse(set.get("next").asString()).atZone(ZoneId.of("America/Halifax"));
        assertThat(next.toLocalTime()).hasToString("03:15");
        assertThat(next.toInstant()).isBetween(Instant.now(), Instant.now().plusSeconds(26 * 3600));
        JsonNode off = abara.put("/api/arrivals/sources/registrar/schedule", "{\"active\":false,\"at\":\"03:15\"}")
                .json();
        assertThat(off.get("next").isNull()).isTrue();
        assertThat(abara.get("/api/arrivals/sources").json()).containsExactly(off);
        Client.Answer wrong =
                abara.put("/api/arrivals/sources/registrar/schedule", "{\"active\":true,\"at\":\"25:00\"}");
        assertThat(wrong.status()).isEqualTo(400);
    }

    /** What is wrong is told once, not every night anew; what is right again is taken. */
    @Test
    void brokenHalvedAndDoubledNightsChangeNothing() throws SQLException {
        JsonNode same = atNight();
        assertState(same, "SAME");
        assertThat(same.get("way").asString()).isEqualTo("SCHEDULED");
        assertThat(same.get("receivedBy").asString()).isEqualTo("the schedule");
        for (String how : new String[] {"BROKEN", "HALVED", "DOUBLED"}) {
            String versions = abara.versions("27SP");
            night(how);
            JsonNode wrong = atNight();
            assertState(wrong, how.equals("HALVED") ? "HELD" : "REFUSED");
            JsonNode again = atNight();
            assertState(again, "SAME");
            assertThat(again.get("sameAs").asLong()).isEqualTo(wrong.get("id").asLong());
            assertThat(abara.versions("27SP").replaceAll("\\D[0-9]+$", ""))
                    .isEqualTo(versions.replaceAll("\\D[0-9]+$", ""));
            assertThat(abara.get("/api/desk").json().get("refusedList").isNull())
                    .as("the desk tells of what was refused")
                    .isEqualTo(how.equals("HALVED"));
            if (how.equals("HALVED")) {
                decide(wrong, "turn-away");
                assertState(atNight(), "SAME");
                assertState(abara.fetchList(), "HELD");
                decide(last(), "turn-away");
            }
        }
        day(1);
        JsonNode next = atNight();
        assertState(next, "KEPT");
        assertThat(next.get("inUse").asBoolean()).isTrue();
    }

    /** Whoever is told of the nights hears once of a list that is held or refused, though the mail server is busy at first. */
    @Test
    void wrongNightsAreToldByMailOnce() throws SQLException {
        assertState(atNight(), "SAME");
        assertThat(registrar.put("/mail/api/refuse?next=3", "").status()).isEqualTo(200);
        night("HALVED");
        JsonNode wrong = atNight();
        assertState(wrong, "HELD");
        assertState(atNight(), "SAME");
        List<JsonNode> mails = registrar.until(() -> mails(wrong.get("id").asLong()), all -> all.size() == 2);
        assertThat(mails)
                .extracting(mail -> mail.get("recipient").asString())
                .containsExactlyInAnyOrder("abara@skerrow.example", "night@skerrow.example");
        assertThat(mails).allSatisfy(mail -> {
            assertThat(mail.get("subject").asString()).isEqualTo("The registrar's list is held");
            assertThat(mail.get("plain").asString())
                    .contains(
                            "200 of 400 sections of the whole campus are gone in 27SP.",
                            "/-/arrivals?id=" + wrong.get("id"));
            assertThat(mail.get("html").asString()).contains("<p>200 of 400 sections", "<a href=\"http://");
            assertThat(mail.get("times").asInt()).as("sent once").isEqualTo(1);
        });
        decide(wrong, "turn-away");
        JsonNode asked = abara.fetchList();
        assertState(asked, "HELD");
        assertThat(mails(asked.get("id").asLong())).as("whoever asked sees it").isEmpty();
        decide(asked, "turn-away");
    }

    private static List<JsonNode> mails(long arrival) {
        List<JsonNode> mails = new ArrayList<>();
        registrar.get("/mail/api/messages").json().forEach(mail -> {
            if (mail.get("messageId").asString().startsWith("<arrival-" + arrival + ".")) {
                mails.add(mail);
            }
        });
        return mails;
    }

    /** The cancellations of a department are left out of every list until that is lifted; the others go as they came. */
    @Test
    void cancellationsOfADepartmentAreLeftOutUntilThatIsLifted() throws SQLException {
        night("HALVED");
        JsonNode held = abara.fetchList();
        assertState(held, "HELD");
        Map<String, Integer> out = out(held);
        JsonNode effect =
                abara.get("/api/arrivals/" + held.get("id") + "/effect").json().get(0);
        assertThat(effect.get("sectionsThen").asInt()).isEqualTo(200);
        assertThat(effect.get("studentsOut").asInt())
                .as("everybody of two hundred sections, each once")
                .isBetween(1000, 1600);
        assertThat(abara.get("/api/arrivals/" + held.get("id") + "/changes/sections?term=27SP&department=OCEA")
                        .json())
                .filteredOn(section -> section.get("kind").asString().equals("out"))
                .as("nothing stands, so nothing would be closed")
                .allSatisfy(
                        section -> assertThat(section.get("action").isNull()).isTrue());
        for (String department : out.keySet()) {
            assertThat(leaveOut(department).status()).isEqualTo(200);
        }
        assertThat(leaveOut("OCEA").status()).as("once").isEqualTo(409);
        decide(held, "turn-away");
        JsonNode kept = atNight();
        assertState(kept, "KEPT");
        assertThat(kept.get("sections").asInt()).isEqualTo(400);
        Map<String, Integer> told = new HashMap<>();
        kept.get("leftOut")
                .forEach(part -> told.put(
                        part.get("department").asString(), part.get("sections").asInt()));
        assertThat(told).isEqualTo(out);
        assertState(atNight(), "SAME");
        for (JsonNode part : abara.get("/api/arrivals/left-out").json()) {
            assertThat(part.get("madeBy").asString()).isEqualTo("N. Abara");
            assertThat(abara.delete("/api/arrivals/left-out/" + part.get("id")).status())
                    .isEqualTo(204);
        }
        assertState(atNight(), "HELD");
        decide(last(), "turn-away");
    }

    private static Client.Answer leaveOut(String department) {
        return abara.post(
                "/api/arrivals/left-out",
                "{\"kind\":\"CANCELLATIONS\",\"term\":\"27SP\",\"department\":\"" + department
                        + "\",\"reason\":\"it is taught\"}");
    }

    /** Sections that are gone, by department. */
    private static Map<String, Integer> out(JsonNode arrival) {
        Map<String, Integer> out = new HashMap<>();
        for (JsonNode department : abara.get("/api/arrivals/" + arrival.get("id") + "/changes")
                .json()
                .at("/0/departments")) {
            if (department.get("sectionsOut").asInt() > 0) {
                out.put(
                        department.get("code").asString(),
                        department.get("sectionsOut").asInt());
            }
        }
        return out;
    }

    /** Days of changes bring the same list as a day in bulk. */
    @ParameterizedTest
    @ValueSource(strings = {"1.1", "1.2"})
    void changesAreAppliedToTheListInUse(String version) {
        form(version, true);
        for (int day = 1; day <= 4; day++) {
            day(day);
            assertState(abara.fetchList(), "KEPT");
        }
        JsonNode applied = last();
        JsonNode shells = rows();
        form(version, false);
        JsonNode whole = abara.fetchList();
        assertState(whole, "KEPT");
        for (String count : new String[] {"sections", "courses", "people", "enrollments"}) {
            assertThat(whole.get(count)).as(count).isEqualTo(applied.get(count));
        }
        assertThat(rows()).isEqualTo(shells);
        assertThat(abara.get("/api/arrivals/" + whole.get("id") + "/departments")
                        .json())
                .allSatisfy(row -> {
                    for (String count : new String[] {"cameIn", "wentOut", "otherwise", "adds", "drops"}) {
                        assertThat(row.get(count).asInt()).as(count).isZero();
                    }
                });
    }

    /** What the days brought, told by department and by section, with what it does to shells. */
    @Test
    void whatChangedIsToldWithItsEffect() {
        day(2);
        JsonNode kept = abara.fetchList();
        assertState(kept, "KEPT");
        String path = "/api/arrivals/" + kept.get("id") + "/changes";
        JsonNode changes = abara.get(path).json();
        assertThat(changes).hasSize(1);
        assertThat(changes.get(0).get("term").asString()).isEqualTo("27SP");
        Map<String, Integer> told = new HashMap<>();
        Set<String> kinds = new HashSet<>();
        for (JsonNode department : changes.get(0).get("departments")) {
            JsonNode sections = abara.get(path + "/sections?term=27SP&department="
                            + department.get("code").asString())
                    .json();
            for (JsonNode section : sections) {
                kinds.add(section.get("kind").asString());
                section.get("people")
                        .forEach(mover -> told.merge(mover.get("what").asString(), 1, Integer::sum));
                if (section.get("kind").asString().equals("in")) {
                    assertThat(section.get("action").asString()).isEqualTo("build");
                    assertThat(section.get("studentsBefore").asInt()).isZero();
                }
                section.get("facts").forEach(fact -> {
                    if (fact.get("what").asString().equals("title")) {
                        assertThat(section.get("values"))
                                .extracting(value -> value.get("field").asString())
                                .contains("title");
                    }
                });
            }
            assertThat(sections)
                    .filteredOn(section -> !section.get("kind").asString().equals("changed")
                            || !section.get("facts").isEmpty()
                            || !section.get("people").isEmpty())
                    .hasSize(department.get("sectionsIn").asInt()
                            + department.get("sectionsOut").asInt()
                            + department.get("changed").asInt());
        }
        assertThat(kinds).containsExactlyInAnyOrder("in", "out", "changed");
        int adds = 0;
        int drops = 0;
        for (JsonNode department : changes.get(0).get("departments")) {
            adds += department.get("adds").asInt();
            drops += department.get("drops").asInt();
        }
        assertThat(told).containsEntry("add", adds).containsEntry("drop", drops);
        JsonNode nights = abara.get("/api/arrivals/nights").json();
        JsonNode latest = nights.get(nights.size() - 1);
        assertThat(latest.get("id")).isEqualTo(kept.get("id"));
        assertThat(latest.get("cameIn").asInt()).isPositive();
        assertThat(latest.get("drops").asInt())
                .as("those of sections that went out are in the picture too")
                .isGreaterThanOrEqualTo(drops);
        assertThat(latest.get("inUse").asBoolean()).isTrue();
    }

    private static JsonNode rows() {
        return abara.get("/api/terms/27SP/proof/rows?limit=5000&versions=" + abara.versions("27SP"))
                .json()
                .get("rows");
    }
}
