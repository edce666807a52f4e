package chalkline.server.outlines;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;

/** New shells start from templates and from earlier shells, all the way into the LMS. */
class StartTest {
    private static final LocalDate SPRING = LocalDate.parse("2027-01-04");
    private static final LocalDate BREAK = LocalDate.parse("2027-02-15");
    private static RunningSystem system;
    private static Client abara;
    private static Client lms;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(240, "--standins.copy-millis=20");
        abara = system.signedIn("abara");
        lms = Client.anonymous(system.standIns());
        abara.fetchList();
        // a template for all sections, and what was there before for those of one department
        String layers = """
                [{"name":"All","when":[],"off":false,"fix":[],"set":{"template":"tpl-lab","code":"{term.code:lower}-{label:slug}",
                  "title":"{label} {title}","category":"{college} / {department}"}},
                 {"name":"Again","when":[{"key":"level","values":["100-199"]}],"off":false,"fix":[],
                  "set":{"template":"previous","copy":"everything"}}]""";
        Client.Answer kept = abara.post(
                "/api/conventions/versions",
                "{\"change\":{\"basedOn\":1,\"stack\":{\"about\":0,\"layers\":" + layers + "}},\"note\":\"\"}");
        assertThat(kept.status()).isEqualTo(200);
        abara.refreshHeld();
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    private static String versions() {
        return abara.versions("27SP");
    }

    private static List<JsonNode> rows() {
        List<JsonNode> rows = new ArrayList<>();
        abara.get("/api/terms/27SP/proof/rows?limit=5000&versions=" + versions())
                .json()
                .get("rows")
                .forEach(rows::add);
        return rows;
    }

    /** Until the LMS answers in the short time that a preview gives it, which a busy machine may miss. */
    private static JsonNode startOf(String key) {
        // the LMS is asked for what the shell starts from: on a busy machine it may be late, which is said as 503
        Client.Answer answer = abara.until(
                () -> abara.get("/api/terms/27SP/start?versions=" + versions() + "&key=" + key),
                one -> one.status() != 503);
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json();
    }

    private static JsonNode outline(String key) {
        return lms.get("/lms/api/shells/" + key + "/outline").json();
    }

    /** Which shells an edit of the laboratory's template would touch. */
    private static JsonNode touched() {
        String ask = "{\"draft\":" + abara.get("/api/templates/tpl-lab").json().get("draft") + ",\"session\":\"\"}";
        return abara.post("/api/terms/27SP/placed", ask).json().get("touched");
    }

    @Test
    void shellsStandInTheLmsWithTheirContentAndDates() {
        Map<String, JsonNode> expected = new HashMap<>();
        String adjusted = "";
        for (JsonNode row : rows()) {
            String key = row.get("key").asString();
            if (!row.get("action").asString().equals("build")) {
                continue;
            }
            JsonNode start = startOf(key);
            expected.put(key, start);
            if (adjusted.isEmpty() && start.get("kind").asString().equals("earlier")) {
                adjusted = key;
            }
        }
        assertThat(expected).hasSizeGreaterThan(200);
        assertThat(expected.values())
                .extracting(start -> start.get("kind").asString())
                .contains("template", "earlier");
        long templated = expected.values().stream()
                .filter(start -> start.get("kind").asString().equals("template"))
                .count();
        assertThat(touched().get("toBuild").asLong()).isEqualTo(templated);
        assertThat(touched().get("standing").asLong()).isZero();
        // one person moves one date of one shell before it is built
        JsonNode before = expected.get(adjusted);
        assertThat(before.get("revision").asInt()).isZero();
        String edit = "{\"versions\":\"" + versions() + "\",\"key\":\"" + adjusted + "\",\"from\":\""
                + before.get("fromKey").asString() + "\",\"basedOn\":0,\"due\":{\""
                + before.at("/units/1/items/1/id").asString() + "\":\"2027-01-10T10:00:00-04:00\"}}";
        // two people at one moment: one edit is kept, the other person is told
        List<Client.Answer> both = Stream.of(edit, edit)
                .map(one -> CompletableFuture.supplyAsync(() -> abara.post("/api/terms/27SP/start", one)))
                .toList()
                .stream()
                .map(CompletableFuture::join)
                .sorted(Comparator.comparing(Client.Answer::status))
                .toList();
        assertThat(both).extracting(Client.Answer::status).containsExactly(200, 409);
        assertThat(both.get(1).text()).contains("kept meanwhile", "Nothing was overwritten");
        Client.Answer kept = both.get(0);
        assertThat(kept.json().get("revision").asInt()).isEqualTo(1);
        assertThat(kept.json().at("/kept/by").asString()).isEqualTo("N. Abara");
        assertThat(kept.json().at("/units/1/items/1/due").asString()).isEqualTo("2027-01-10T10:00:00-04:00");
        // an instructor puts a page before it in the earlier shell: the date stays with its own item
        String earlier = before.get("fromKey").asString();
        JsonNode units = outline(earlier);
        ((ArrayNode) units.at("/1/items")).insertObject(0).put("kind", "page").put("title", "Put before all others");
        lms.put(
                "/lms/api/outlines",
                "{\"items\":[{\"key\":\"" + earlier + "\",\"units\":" + units + "}]}",
                "an-instructor-edits");
        abara.refreshHeld();
        for (Map.Entry<String, JsonNode> start : expected.entrySet()) {
            if (start.getValue().get("fromKey").asString("").equals(earlier)) {
                start.setValue(startOf(start.getKey()));
            }
        }
        assertThat(expected.get(adjusted).at("/units/1/items/2/due").asString()).isEqualTo("2027-01-10T10:00:00-04:00");

        JsonNode build = abara.build("27SP");
        assertThat(build.get("failed").asInt()).isZero();
        expected.forEach((key, start) -> compare(key, start, outline(key)));
        assertThat(touched().get("standing").asLong()).isEqualTo(templated);
        assertThat(touched().get("toBuild").asLong()).isZero();
        assertThat(outline(adjusted).at("/1/items/2/due").asString()).isEqualTo("2027-01-10T10:00:00-04:00");
        assertThat(outline(adjusted).at("/1/items/1/size").isNumber()).isTrue();

        // nothing of people or their work came along, and the template's own area has no dates
        assertThat(lms.get("/lms/shell?key=" + adjusted).text()).contains("gradeScale");
        assertThat(abara.post("/api/terms/27SP/builds", "{\"versions\":\"" + versions() + "\",\"keys\":[]}")
                        .status())
                .isEqualTo(422);
    }

    private static void compare(String key, JsonNode start, JsonNode standing) {
        JsonNode units = start.get("units");
        assertThat(standing.size()).as(key).isEqualTo(units.size());
        for (int i = 0; i < units.size(); i++) {
            for (String field : List.of("title", "first", "last")) {
                assertThat(text(standing.get(i), field))
                        .as("%s %d %s", key, i, field)
                        .isEqualTo(text(units.get(i), field));
            }
            JsonNode items = units.get(i).get("items");
            assertThat(standing.get(i).get("items").size()).isEqualTo(items.size());
            for (int j = 0; j < items.size(); j++) {
                JsonNode stands = standing.get(i).get("items").get(j);
                for (String field : List.of("kind", "title", "due")) {
                    assertThat(text(stands, field))
                            .as("%s %d.%d %s", key, i, j, field)
                            .isEqualTo(text(items.get(j), field));
                }
            }
        }
    }

    private static String text(JsonNode of, String field) {
        return of.path(field).asString("");
    }

    @Test
    void datesOfAnEarlierShellKeepTheirWeekdaysAroundBothBreaks() {
        JsonNode start = rows().stream()
                .map(row -> row.get("key").asString())
                .map(StartTest::startOf)
                .filter(one -> one.get("kind").asString().equals("earlier"))
                .filter(one -> one.at("/to/code").asString().equals("27SP"))
                .findFirst()
                .orElseThrow();
        assertThat(start.get("evidence").get(0).asString()).contains("names");
        assertThat(start.at("/from/weeks").size()).isEqualTo(14);
        assertThat(start.at("/to/weeks").size()).isEqualTo(15);
        int moved = 0;
        for (JsonNode unit : start.get("units")) {
            for (JsonNode item : unit.get("items")) {
                if (item.get("was").isNull()) {
                    assertThat(item.get("due").isNull()).isTrue();
                    continue;
                }
                OffsetDateTime was = OffsetDateTime.parse(item.get("was").asString());
                OffsetDateTime due = OffsetDateTime.parse(item.get("due").asString());
                assertThat(due.toLocalTime()).isEqualTo(was.toLocalTime());
                assertThat(due.toLocalDate()).isAfterOrEqualTo(SPRING);
                if (item.get("notes").isEmpty()) {
                    assertThat(due.getDayOfWeek()).isEqualTo(was.getDayOfWeek());
                    assertThat(due.getDayOfWeek()).isNotEqualTo(DayOfWeek.SATURDAY);
                    boolean inBreak = !due.toLocalDate().isBefore(BREAK)
                            && due.toLocalDate().isBefore(BREAK.plusDays(5));
                    assertThat(inBreak).isFalse();
                }
                moved++;
            }
        }
        assertThat(moved).isGreaterThan(14);
    }

    @Test
    void aTemplateThatNobodyKeptIsToldBeforeAnythingIsBuilt() {
        Client.Answer kept = abara.post(
                "/api/conventions/versions",
                "{\"change\":{\"basedOn\":2,\"stack\":{\"about\":0,\"layers\":[{\"name\":\"All\",\"when\":[],\"off\":false,"
                        + "\"fix\":[],\"set\":{\"template\":\"tpl-none\",\"code\":\"z-{label:slug}-{term.code}\"}}]}},\"note\":\"\"}");
        try {
            assertThat(kept.status()).isEqualTo(200);
            String key = rows().get(0).get("key").asString();
            assertThat(startOf(key).get("kind").asString()).isEqualTo("missing");
        } finally {
            String yaml = abara.get("/api/conventions/versions/2/file").text();
            abara.post(
                    "/api/conventions/versions",
                    "{\"change\":{\"basedOn\":3,\"file\":"
                            + new tools.jackson.databind.json.JsonMapper().writeValueAsString(yaml)
                            + "},\"note\":\"back\"}");
        }
    }
}
