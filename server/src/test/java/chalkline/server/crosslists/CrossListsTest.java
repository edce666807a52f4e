package chalkline.server.crosslists;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.arrivals.Sections;
import chalkline.formats.oneroster.OneRosterReader;
import chalkline.server.Client;
import chalkline.server.RunningSystem;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Sections are put together, opened early and taken apart again, all the way into the LMS. */
class CrossListsTest {
    private static final JsonMapper JSON = new JsonMapper();
    private static RunningSystem system;
    private static Client abara;
    private static Client lms;
    private static Map<String, Section> sections;

    @BeforeAll
    static void start() throws Exception {
        system = RunningSystem.withSections(150, "--standins.earlier-terms=false", "--standins.copy-millis=1");
        abara = system.signedIn("abara");
        lms = Client.anonymous(system.standIns());
        abara.fetchList();
        Path file = Files.createTempFile("chalkline", ".zip");
        Files.write(file, lms.bytes("/registrar/list"));
        RegistrarList list = OneRosterReader.read(file);
        sections = Sections.ofTerm(list, list.term("27SP").orElseThrow()).stream()
                .collect(Collectors.toMap(Section::id, section -> section, (a, b) -> a, LinkedHashMap::new));
        assertThat(abara.build("27SP").get("failed").asInt()).isZero();
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    private static JsonNode sheet() {
        return abara.get("/api/terms/27SP/cross-lists").json();
    }

    private static Client.Answer keep(String kind, Object edit) {
        int version = sheet().get("version").asInt();
        return abara.post(
                "/api/conventions/versions",
                JSON.writeValueAsString(Map.of("change", Map.of("basedOn", version, kind, edit), "note", "")));
    }

    private static Client.Answer keepTogether(List<Map<String, Object>> sets, List<String> split) {
        return keepTogether(sheet(), sets, split);
    }

    /** Keeps what was chosen on a sheet that was read before. */
    private static Client.Answer keepTogether(JsonNode sheet, List<Map<String, Object>> sets, List<String> split) {
        Map<String, Object> edit = Map.of("keep", sets, "split", split);
        Map<String, Object> change = Map.of("basedOn", sheet.get("version"), "crossLists", edit);
        return abara.post(
                "/api/terms/27SP/cross-lists/versions",
                JSON.writeValueAsString(Map.of("versions", sheet.get("versions"), "change", change, "note", "")));
    }

    private static Map<String, Object> set(String id, String lead, List<String> joined, String reason) {
        return Map.of("id", id, "lead", lead, "joined", joined, "approved", !reason.isEmpty(), "reason", reason);
    }

    private static JsonNode joining(Map<String, Object> set) {
        Map<String, Object> edit = Map.of("keep", List.of(set), "split", List.of());
        Map<String, Object> change = Map.of("basedOn", sheet().get("version").asInt(), "crossLists", edit);
        Client.Answer answer = abara.post("/api/terms/27SP/cross-lists/effect", JSON.writeValueAsString(change));
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json();
    }

    private static List<String> texts(JsonNode array) {
        List<String> texts = new ArrayList<>();
        array.forEach(one -> texts.add(one.asString()));
        return texts;
    }

    private static List<String> snags(JsonNode joining) {
        return joining.get("snags")
                .valueStream()
                .map(snag -> snag.get("snag").asString())
                .toList();
    }

    /** All shells of the term in the LMS that are not closed, by key, with who is in them. */
    private static Map<String, String> standing() {
        Map<String, String> shells = new TreeMap<>();
        String after = "";
        do {
            JsonNode page = lms.get("/lms/api/shells?limit=200" + after).json();
            page.get("items").forEach(item -> {
                ObjectNode shell = (ObjectNode) item.deepCopy();
                if (!shell.get("closed").asBoolean()) {
                    shell.remove(List.of("mark", "id", "activity"));
                    shells.put(
                            shell.get("key").asString(),
                            shell + " " + people(shell.get("key").asString()));
                }
            });
            after = !page.hasNonNull("next") ? "" : "&after=" + page.get("next").asString();
        } while (!after.isEmpty());
        return shells;
    }

    private static Set<String> people(String key) {
        Set<String> people = new HashSet<>();
        lms.get("/lms/api/shells/" + key + "/people").json().forEach(one -> people.add(one.toString()));
        return people;
    }

    private static Set<String> expectedPeople(List<String> ids) {
        Set<String> people = new HashSet<>();
        for (String id : ids) {
            sections.get(id).instructors().forEach(person -> people.add(person.id() + " instructor " + id));
            sections.get(id).students().forEach(person -> people.add(person.id() + " student " + id));
        }
        return people;
    }

    private static void assertPeople(String key, List<String> ids) {
        Set<String> people = new HashSet<>();
        lms.get("/lms/api/shells/" + key + "/people")
                .json()
                .forEach(one -> people.add(one.get("user").asString() + " "
                        + one.get("role").asString() + " " + one.get("section").asString()));
        assertThat(people).isEqualTo(expectedPeople(ids));
    }

    /**
     * The first suggestion of one course that has no snag which stops it. Sections whose codes had to be told apart are
     * left out: a shell that stands keeps its code, so after a split they may be told apart otherwise.
     */
    private static JsonNode plain(JsonNode sheet) {
        Set<String> toldApart = new HashSet<>();
        abara.get("/api/terms/27SP/proof/rows?limit=5000&versions=" + abara.versions("27SP"))
                .json()
                .get("rows")
                .forEach(row -> {
                    if (row.get("snags").toString().contains("code-")) {
                        toldApart.addAll(texts(row.get("sections")));
                    }
                });
        return sheet.get("suggested")
                .valueStream()
                .filter(row -> !row.get("coursesDiffer").asBoolean()
                        && !row.get("stopped").asBoolean()
                        && row.get("students").asInt() > 0
                        && texts(row.get("sections")).stream().noneMatch(toldApart::contains))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void sectionsAreJoinedOpenedEarlyAndSplitWithoutLoss() {
        Map<String, String> before = standing();
        JsonNode row = plain(sheet());
        String lead = row.get("lead").asString();
        List<String> all = texts(row.get("sections"));
        List<String> joined = all.stream().filter(id -> !id.equals(lead)).toList();

        // what it would become, with the shells that stand already
        JsonNode joining = joining(set("x1", lead, joined, ""));
        assertThat(joining.get("students").asInt())
                .isEqualTo(expectedPeople(all).stream()
                        .filter(one -> one.contains(" student "))
                        .map(one -> one.split(" ")[0])
                        .distinct()
                        .count());
        assertThat(joining.get("members").size()).isEqualTo(all.size());
        joining.get("members")
                .forEach(member -> assertThat(member.get("own").isNull())
                        .isEqualTo(member.get("id").asString().equals(lead)));
        assertThat(snags(joining)).doesNotContain("xl-activity");

        // a student hands something in: asked again, the LMS says so, and only a person may let it stand
        lms.put("/lms/api/trouble/work/s:" + joined.get(0), "");
        assertThat(snags(joining(set("x1", lead, joined, "")))).contains("xl-activity");
        assertThat(keepTogether(
                                List.of(Map.of(
                                        "id", "x1", "lead", lead, "joined", joined, "approved", true, "reason", " ")),
                                List.of())
                        .status())
                .isEqualTo(422);
        assertThat(snags(joining(set("x1", lead, joined, "the draft can be handed in again"))))
                .doesNotContain("xl-activity");
        assertThat(keepTogether(List.of(set("x1", lead, joined, "the draft can be handed in again")), List.of())
                        .status())
                .isEqualTo(200);
        assertThat(abara.build("27SP").get("failed").asInt()).isZero();
        assertPeople("s:" + lead, all);
        joined.forEach(id -> assertThat(standing()).doesNotContainKey("s:" + id));
        assertThat(sheet().at("/kept/0/reason").asString()).isEqualTo("the draft can be handed in again");

        opensEarlyForAllSections(lead, joined);

        // apart again: everything stands as it stood, and its people are where they were
        assertThat(keepTogether(List.of(), List.of("x1")).status()).isEqualTo(200);
        assertThat(keep("dates", Map.of("sections", List.of(Map.of("section", lead, "opens", ""))))
                        .status())
                .isEqualTo(200);
        assertThat(abara.build("27SP").get("failed").asInt()).isZero();
        Map<String, String> after = standing();
        assertThat(after.keySet()).isEqualTo(before.keySet());
        after.forEach((key, shell) -> assertThat(shell).as(key).isEqualTo(before.get(key)));
    }

    /** Suggestions are kept many at once, of which nobody looks at each one. */
    @Test
    void workThatCameSinceTheSheetWasReadKeepsItFromBeingKeptUnseen() {
        JsonNode seen = sheet();
        JsonNode row = plain(seen);
        String lead = row.get("lead").asString();
        List<String> joined = texts(row.get("sections")).stream()
                .filter(id -> !id.equals(lead))
                .toList();
        lms.put("/lms/api/trouble/work/s:" + joined.get(0), "");
        // somebody else's look tells the application, but not whoever has the older sheet
        abara.refreshHeld();
        Client.Answer refused = keepTogether(seen, List.of(set("x50", lead, joined, "")), List.of());
        assertThat(refused.status()).isEqualTo(409);
        assertThat(refused.text()).contains(row.get("label").asString()).contains("Nothing was kept");
        assertThat(sheet().get("version").asInt()).isEqualTo(seen.get("version").asInt());
        // nor does a sheet from before the LMS was ever looked at, where no shell stood, let it through
        ObjectNode oldest = (ObjectNode) seen.deepCopy();
        oldest.put("versions", seen.get("versions").asString().replaceFirst("[0-9]+$", "0"));
        assertThat(keepTogether(oldest, List.of(set("x50", lead, joined, "")), List.of())
                        .status())
                .isEqualTo(409);
        assertThat(plain(sheet()).get("lead").asString())
                .as("it is stopped now, and not for the taking")
                .isNotEqualTo(lead);

        // now it has been seen: it may be kept, and waits as a stop
        assertThat(keepTogether(List.of(set("x50", lead, joined, "")), List.of())
                        .status())
                .isEqualTo(200);
        assertThat(texts(sheet().at("/kept/0/snags"))).contains("xl-activity");
        assertThat(keepTogether(List.of(), List.of("x50")).status()).isEqualTo(200);
    }

    /** A section with dates of its own stays out of a shell that opens early, until they are cleared. */
    private static void opensEarlyForAllSections(String lead, List<String> joined) {
        String late = joined.get(0);
        assertThat(keep("dates", Map.of("sections", List.of(Map.of("section", late, "opens", "term.start 08:00"))))
                        .status())
                .isEqualTo(200);
        JsonNode kept = availability(lead, late);
        assertThat(kept.get("keptOut").asBoolean()).isTrue();
        assertThat(abara.build("27SP").get("failed").asInt()).isZero();
        OffsetDateTime start = OffsetDateTime.parse("2027-01-04T08:00:00-04:00");
        assertThat(entry(late, "s:" + lead)).isEqualTo(start);
        assertThat(entry(lead, "s:" + lead)).isEqualTo(start.minusDays(7));

        JsonNode moved = abara.post(
                        "/api/terms/27SP/dates/moved",
                        JSON.writeValueAsString(Map.of(
                                "versions",
                                abara.versions("27SP"),
                                "sections",
                                List.of(lead),
                                "opensBy",
                                -10,
                                "closesBy",
                                0)))
                .json();
        assertThat(moved.at("/0/opens").asString()).isEqualTo("term.start - 17d 08:00");
        JsonNode looked = abara.post(
                        "/api/terms/27SP/dates/effect",
                        JSON.writeValueAsString(Map.of(
                                "change",
                                Map.of(
                                        "basedOn",
                                        sheet().get("version").asInt(),
                                        "dates",
                                        Map.of(
                                                "sections",
                                                List.of(moved.get(0), Map.of("section", late, "opens", "")))),
                                "keys",
                                List.of("s:" + lead))))
                .json();
        assertThat(looked.at("/0/keptOut").asInt()).isZero();
        assertThat(keep("dates", Map.of("sections", List.of(moved.get(0), Map.of("section", late, "opens", ""))))
                        .status())
                .isEqualTo(200);
        assertThat(abara.build("27SP").get("failed").asInt()).isZero();
        for (String id : joined) {
            assertThat(entry(id, "s:" + lead)).isEqualTo(start.minusDays(17));
        }
        assertThat(entry(lead, "s:" + lead)).isEqualTo(start.minusDays(17));
    }

    private static JsonNode availability(String lead, String section) {
        return abara.get("/api/terms/27SP/dates/rows?limit=5000&versions=" + abara.versions("27SP"))
                .json()
                .get("rows")
                .valueStream()
                .filter(row -> row.get("lead").asString().equals(lead))
                .flatMap(row -> row.get("sections").valueStream())
                .filter(one -> one.get("id").asString().equals(section))
                .findFirst()
                .orElseThrow();
    }

    /** From when on a student of a section can enter a shell, as the LMS says. */
    private static OffsetDateTime entry(String section, String key) {
        String student = sections.get(section).students().get(0).id();
        return lms.get("/lms/api/people/" + student + "/shells")
                .json()
                .valueStream()
                .filter(one -> one.get("key").asString().equals(key)
                        && one.get("section").asString().equals(section))
                .map(one -> OffsetDateTime.parse(one.get("opens").asString()))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void sectionsOfDifferentCoursesAreQuestionedAndFound() {
        List<Section> all = List.copyOf(sections.values());
        Section first = all.get(0);
        Section other = all.stream()
                .filter(one -> !one.course().id().equals(first.course().id())
                        && !one.department().equals(first.department()))
                .findFirst()
                .orElseThrow();
        JsonNode joining = joining(set("x77", first.id(), List.of(other.id()), ""));
        assertThat(joining.get("question").asString()).startsWith("One shell for 2 courses, ");
        assertThat(snags(joining)).contains("xl-courses-differ");
        assertThat(snags(joining(set("x77", first.id(), List.of(other.id()), "one stage"))))
                .doesNotContain("xl-courses-differ");

        JsonNode found = abara.get("/api/terms/27SP/cross-lists/sections?find=" + first.reference())
                .json();
        assertThat(found.valueStream().map(one -> one.get("id").asString())).contains(first.id());
        assertThat(abara.post("/api/terms/27SP/cross-lists/effect", "{\"basedOn\":1}")
                        .status())
                .isEqualTo(422);
        assertThat(keepTogether(List.of(), List.of("x99")).status()).isEqualTo(422);
        assertThat(keepTogether(List.of(set("x1", first.id(), List.of(), "")), List.of())
                        .status())
                .isEqualTo(422);
    }

    @Test
    void aShellThatShutsWhileOneOfItsSectionsIsStillTaughtIsPointedOut() {
        Section half = sections.values().stream()
                .filter(one -> one.part().isPresent()
                        && one.days().last().orElseThrow().isBefore(java.time.LocalDate.parse("2027-03-15")))
                .findFirst()
                .orElseThrow();
        Section whole = sections.values().stream()
                .filter(one -> one.part().isEmpty())
                .findFirst()
                .orElseThrow();
        assertThat(texts(joining(set("x78", half.id(), List.of(whole.id()), "")).get("shutWhileTaught")))
                .singleElement()
                .asString()
                .endsWith("-" + whole.label());
        assertThat(joining(set("x78", whole.id(), List.of(half.id()), "")).get("shutWhileTaught"))
                .isEmpty();
    }

    @Test
    void whoCanEnterIsCountedForAnyDay() {
        String versions = abara.versions("27SP");
        String path = "/api/terms/27SP/dates/day?versions=" + versions + "&day=";
        assertThat(abara.get(path + "2026-11-01").json().get("within").asInt()).isZero();
        JsonNode day = abara.get(path + "2027-02-01").json();
        int expected = 0;
        for (JsonNode row : abara.get("/api/terms/27SP/dates/rows?limit=5000&versions=" + versions)
                .json()
                .get("rows")) {
            OffsetDateTime noon = OffsetDateTime.parse("2027-02-01T12:00:00-04:00");
            boolean within = !row.get("opens").asString().isEmpty()
                    && !OffsetDateTime.parse(row.get("opens").asString()).isAfter(noon)
                    && OffsetDateTime.parse(row.get("closes").asString()).isAfter(noon);
            expected += within ? 1 : 0;
        }
        assertThat(day.get("within").asInt()).isPositive().isEqualTo(expected);
        assertThat(day.get("open").asInt()).as("nobody opened one yet").isZero();
        JsonNode frame = abara.get("/api/terms/27SP/dates").json();
        // source: the JDK's time zone rules; clocks in America/Halifax go forward on 14 March 2027 at 02:00
        assertThat(frame.at("/clocks/0/at").asString()).startsWith("2027-03-14T02:00");
        assertThat(frame.at("/clocks/0/minutes").asInt()).isEqualTo(60);
    }
}
