package chalkline.server.upkeep;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import tools.jackson.databind.JsonNode;

/** A built term is kept true: its first day, moves, opening and shutting, samples, its report, and terms that are over. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class UpkeepTest {
    private static final int SECTIONS = 240;
    private static final String UPKEEP = "/api/terms/27SP/upkeep";

    private static RunningSystem system;
    private static Client abara;
    private static Client standIns;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(
                SECTIONS,
                "--standins.copy-millis=5",
                "--standins.calls-per-second=1000",
                "--standins.earlier-terms=true");
        abara = system.signedIn("abara");
        standIns = Client.anonymous(system.standIns());
        abara.fetchList();
        abara.refreshHeld();
        abara.build("27SP");
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    private static JsonNode get(String path) {
        Client.Answer answer = abara.get(path);
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json();
    }

    private static JsonNode post(String path, String body) {
        Client.Answer answer = abara.post(path, body);
        assertThat(answer.status()).as(answer.text()).isIn(200, 202);
        return answer.json();
    }

    private static void lms(String what) {
        Client.Answer answer = standIns.put("/lms/api/trouble/" + what, "");
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
    }

    private static Map<String, Integer> causes(JsonNode check) {
        Map<String, Integer> causes = new TreeMap<>();
        check.get("causes")
                .forEach(one -> causes.put(
                        one.get("cause").asString(), one.get("shells").asInt()));
        return causes;
    }

    private static Set<String> keysOf(JsonNode rows, String field, String value) {
        Set<String> keys = new TreeSet<>();
        rows.forEach(row -> {
            if (row.get(field).asString().equals(value)) {
                keys.add(row.get("key").asString());
            }
        });
        return keys;
    }

    private static String quoted(Iterable<String> texts) {
        List<String> quoted = new ArrayList<>();
        texts.forEach(text -> quoted.add("\"" + text + "\""));
        return String.join(",", quoted);
    }

    private static JsonNode ended(JsonNode begun) {
        JsonNode ended = abara.ended(begun.get("build").asLong());
        assertThat(ended.get("state").asString()).as(ended.toString()).isEqualTo("DONE");
        return ended;
    }

    @Test
    @Order(1)
    void theFirstDayIsCheckedAndWhatIsNotOpenIsOpenedForAllAtOnce() {
        lms("prepared?term=27SP");
        abara.refreshHeld();
        JsonNode check = get(UPKEEP + "/first-day");
        Map<String, Integer> causes = causes(check);
        assertThat(causes).doesNotContainKeys("NOT_BUILT", "NAME_OFF", "DOUBLED", "NO_CONTENT", "NEVER_IN");
        assertThat(causes.get("NOT_OPEN")).isGreaterThan(SECTIONS / 2);
        assertThat(check.get("shells").asInt() + check.get("later").asInt()).isEqualTo(SECTIONS);

        // a few more things go wrong
        Set<String> open = new TreeSet<>(keysOf(check.get("rows"), "cause", "NOT_OPEN"));
        String renamed = open.iterator().next();
        lms("title/" + renamed + "?title=Ours");
        abara.refreshHeld();
        check = get(UPKEEP + "/first-day");
        assertThat(keysOf(check.get("rows"), "cause", "NAME_OFF")).containsExactly(renamed);

        JsonNode begun =
                post(UPKEEP + "/opening", """
                {"versions":"%s","keys":[%s],"open":true,"by":"2027-01-04","opens":null,"closes":null,"reason":"not open"}""".formatted(check.get("versions").asString(), quoted(open)));
        ended(begun);
        assertThat(begun.get("version").asInt()).isGreaterThan(1);
        assertThat(causes(get(UPKEEP + "/first-day"))).doesNotContainKeys("NOT_OPEN", "NAME_OFF");
        assertThat(get(UPKEEP + "/shells").get("rows"))
                .as("what opened before the day still does")
                .anyMatch(row -> open.contains(row.get("key").asString())
                        && row.get("opens").asString().startsWith("2026-12-"));
        // what the check says and what a student can enter are the same
        String shell = open.iterator().next();
        JsonNode people = standIns.get("/lms/api/shells/" + shell + "/people").json();
        String student = "";
        for (JsonNode person : people) {
            student = person.get("role").asString().equals("student")
                    ? person.get("user").asString()
                    : student;
        }
        assertThat(standIns.get("/lms/api/people/" + student + "/shells").json())
                .anySatisfy(entry -> {
                    assertThat(entry.get("key").asString()).isEqualTo(shell);
                    assertThat(entry.get("open").asBoolean()).isTrue();
                });
        // a department gets its own list by mail
        JsonNode row = get(UPKEEP + "/first-day").get("touched").get(0);
        JsonNode sent = post(
                UPKEEP + "/first-day/mail", """
                {"day":"2027-01-04","department":"%s","to":"chair@skerrow.example"}""".formatted(row.get("department").asString()));
        assertThat(sent.get("shells").asInt()).isPositive();
        assertThat(abara.post(UPKEEP + "/first-day/mail", """
                {"day":"2027-01-04","department":"%s","to":"no address"}""".formatted(
                                        row.get("department").asString()))
                        .status())
                .isEqualTo(400);
    }

    private static Map<String, Integer> byCategory() {
        Map<String, Integer> counts = new TreeMap<>();
        get(UPKEEP + "/shells")
                .get("rows")
                .forEach(row -> counts.merge(row.get("category").asString(), 1, Integer::sum));
        return counts;
    }

    @Test
    @Order(2)
    void fortyCoursesAndAWholeDepartmentMoveAndComeBackToTheLastCategory() {
        Map<String, Integer> before = byCategory();
        JsonNode sheet = get(UPKEEP + "/moves");
        List<String> courses = new ArrayList<>();
        sheet.get("courses").forEach(course -> {
            if (courses.size() < 40 && !course.get("department").asString().equals("OCEA")) {
                courses.add(course.get("code").asString());
            }
        });
        String merged = sheet.get("courses")
                .get(sheet.get("courses").size() - 1)
                .get("department")
                .asString();
        String change = """
                {"basedOn":%d,"moves":{"takeOut":[],"add":[
                 {"condition":"course","values":[%s],"to":"OCEA","name":null,"college":null,"since":"27SP"},
                 {"condition":"department","values":["%s"],"to":"NEWD","name":"New Studies","college":null,"since":null}]}}""".formatted(sheet.get("version").asInt(), quoted(courses), merged);
        JsonNode effect = post(UPKEEP + "/moves/effect", change);
        assertThat(effect.get("unmatched")).isEmpty();
        assertThat(effect.get("before").asInt()).isEqualTo(SECTIONS);
        assertThat(effect.get("after").asInt()).isEqualTo(SECTIONS);
        int out = 0;
        int in = 0;
        for (JsonNode category : effect.get("categories")) {
            int more = category.get("after").asInt() - category.get("before").asInt();
            out += Math.max(0, -more);
            in += Math.max(0, more);
        }
        assertThat(out).isEqualTo(in).isEqualTo(effect.get("shells").asInt());

        post("/api/conventions/versions", "{\"note\":\"moved\",\"change\":" + change + "}");
        List<String> keys = new ArrayList<>();
        effect.get("keys").forEach(key -> keys.add(key.asString()));
        abara.build("27SP", keys.toArray(String[]::new));
        Map<String, Integer> after = byCategory();
        assertThat(after.keySet()).anyMatch(path -> path.contains("New Studies"));
        assertThat(after.values().stream().mapToInt(count -> count).sum()).isEqualTo(SECTIONS);
        assertThat(get(UPKEEP + "/drift").get("rows")).isEmpty();

        // what is empty now can go, and come again; a hidden one is not among them
        List<String> empty = new ArrayList<>();
        get(UPKEEP + "/categories").forEach(one -> {
            if (one.get("shells").asInt()
                                    + one.get("below").asInt()
                                    + one.get("wanted").asInt()
                            == 0
                    && !one.get("hidden").asBoolean()) {
                empty.add(one.get("path").asString());
            }
        });
        assertThat(empty).isNotEmpty().doesNotContain("Templates");
        String paths = "{\"paths\":[" + quoted(empty) + "]}";
        assertThat(post(UPKEEP + "/categories/removal", paths))
                .allMatch(one -> one.get("done").asBoolean());
        assertThat(post(UPKEEP + "/categories/return", paths))
                .allMatch(one -> one.get("done").asBoolean());
        JsonNode kept = post(
                UPKEEP + "/categories/removal",
                "{\"paths\":[" + quoted(List.of(after.keySet().iterator().next())) + "]}");
        assertThat(kept.get(0).get("done").asBoolean())
                .as("one that is not empty stays")
                .isFalse();

        // back: the moves are taken out, and all is where it was
        JsonNode now = get(UPKEEP + "/moves");
        assertThat(now.get("moves")).hasSize(2);
        post("/api/conventions/versions", """
                {"note":"back","change":{"basedOn":%d,"moves":{"add":[],"takeOut":[0,1]}}}""".formatted(now.get("version").asInt()));
        abara.build("27SP", keys.toArray(String[]::new));
        assertThat(byCategory()).isEqualTo(before);

        Client.Answer nowhere = abara.post(
                "/api/conventions/versions", """
                {"note":"","change":{"basedOn":%d,"moves":{"takeOut":[],"add":[
                 {"condition":"course","values":["%s"],"to":"NOWHERE","name":null,"college":null,"since":null}]}}}""".formatted(now.get("version").asInt() + 1, courses.get(0)));
        assertThat(nowhere.status())
                .as("a department that is not there needs a name")
                .isEqualTo(422);
    }

    @Test
    @Order(3)
    void aStudentIsLetInLongerAndThenNoLonger() {
        JsonNode shells = get(UPKEEP + "/shells").get("rows");
        String key = "";
        for (JsonNode row : shells) {
            key = row.get("students").asInt() > 0 ? row.get("key").asString() : key;
        }
        String shell = key;
        String student = get(UPKEEP + "/shells/" + shell + "/students")
                .get(0)
                .get("user")
                .asString();
        JsonNode given = post(UPKEEP + "/extensions", """
                {"key":"%s","user":"%s","until":"2027-08-31","reason":"an incomplete"}""".formatted(shell, student));
        assertThat(given).hasSize(1);
        assertThat(given.get(0).get("reason").asString()).isEqualTo("an incomplete");
        assertThat(until(shell, student)).startsWith("2027-08-31");
        Client.Answer nobody = abara.post(UPKEEP + "/extensions", """
                {"key":"%s","user":"nobody","until":"2027-08-31","reason":"an incomplete"}""".formatted(shell));
        assertThat(nobody.status()).isEqualTo(422);
        assertThat(nobody.text()).contains("That person is not in the shell");
        assertThat(abara.delete(UPKEEP + "/extensions/" + given.get(0).get("id"))
                        .status())
                .isEqualTo(200);
        assertThat(get(UPKEEP + "/extensions")).isEmpty();
        assertThat(until(shell, student)).doesNotStartWith("2027-08-31");
    }

    private static String until(String shell, String student) {
        for (JsonNode entry :
                standIns.get("/lms/api/people/" + student + "/shells").json()) {
            if (entry.get("key").asString().equals(shell)) {
                return entry.get("closes").asString();
            }
        }
        return "";
    }

    @Test
    @Order(4)
    void aSampleIsDrawnLookedAtAndSaysWhatFollows() {
        JsonNode sizes = get(UPKEEP + "/samples/sizes?share=0.05&confidence=0.95");
        JsonNode standing = sizes.get(1);
        assertThat(standing.get("of").asString()).isEqualTo("STANDING");
        assertThat(standing.get("size").asInt()).isBetween(50, 59);
        String draw = "{\"of\":\"STANDING\",\"share\":0.05,\"confidence\":0.95,\"seed\":42}";
        JsonNode sample = post(UPKEEP + "/samples", draw);
        assertThat(sample.get("rows")).hasSize(standing.get("size").asInt());
        assertThat(post(UPKEEP + "/samples", draw).get("rows")).isEqualTo(sample.get("rows"));
        sample = get(UPKEEP + "/samples").get(0);
        String id = sample.get("id").toString();
        for (JsonNode row : sample.get("rows")) {
            sample = tick(id, row.get("key").asString(), "true");
        }
        assertThat(sample.get("says").asString())
                .isEqualTo("None is faulty: with 95 % confidence fewer than 5 % of all are.");
        sample = tick(id, sample.get("rows").get(0).get("key").asString(), "false");
        assertThat(sample.get("faulty").asInt()).isEqualTo(1);
        assertThat(sample.get("says").asString())
                .startsWith("1 of " + sample.get("rows").size() + " faulty");
        assertThat(abara.put(UPKEEP + "/samples/" + id, "{\"key\":\"s:none\",\"sound\":true,\"found\":\"\"}")
                        .status())
                .isEqualTo(422);
    }

    private static JsonNode tick(String id, String key, String sound) {
        Client.Answer answer = abara.put(
                UPKEEP + "/samples/" + id, "{\"key\":\"" + key + "\",\"sound\":" + sound + ",\"found\":\"odd\"}");
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json();
    }

    @Test
    @Order(5)
    void theReportAddsUp() {
        JsonNode report = get(UPKEEP + "/report");
        int shells = 0;
        int standing = 0;
        for (JsonNode department : report.get("departments")) {
            shells += department.get("shells").asInt();
            standing += department.get("standing").asInt();
        }
        assertThat(shells).isEqualTo(report.at("/totals/shells").asInt()).isEqualTo(SECTIONS);
        assertThat(standing).isEqualTo(report.at("/totals/standing").asInt()).isEqualTo(SECTIONS);
        int from = 0;
        for (JsonNode template : report.get("templates")) {
            from += template.get("shells").asInt();
        }
        assertThat(from).isEqualTo(SECTIONS);
        assertThat(report.get("builds").size()).isGreaterThan(2);
        assertThat(report.get("before").get(0).get("term").asString()).isEqualTo("27SP");
        assertThat(report.get("before").size()).isGreaterThan(1);
        assertThat(report.get("late")).isEmpty();
    }

    @Test
    @Order(6)
    void aTermThatIsOverIsArchivedAndTakenBack() {
        Map<String, Boolean> before = archived();
        JsonNode over = get("/api/upkeep/archive").get("terms");
        JsonNode term = over.get(0);
        String code = term.get("term").asString();
        int shells = term.get("standing").asInt();
        assertThat(shells).isEqualTo(SECTIONS);
        assertThat(term.get("isDue").asBoolean()).isTrue();
        Client.Answer wrong = abara.post(
                "/api/terms/" + code + "/upkeep/archive", "{\"away\":\"ARCHIVE\",\"shells\":" + (shells - 1) + "}");
        assertThat(wrong.status()).as("nobody was told of so many").isEqualTo(409);
        assertThat(abara.post("/api/terms/27SP/upkeep/archive", "{\"away\":\"ARCHIVE\",\"shells\":1}")
                        .status())
                .as("a term that is not over")
                .isEqualTo(422);

        JsonNode begun =
                post("/api/terms/" + code + "/upkeep/archive", "{\"away\":\"ARCHIVE\",\"shells\":" + shells + "}");
        ended(begun);
        assertThat(archived().values())
                .as("all of that term")
                .filteredOn(one -> one)
                .hasSize(shells);
        assertThat(get("/api/upkeep/archive")
                        .get("terms")
                        .get(0)
                        .get("archived")
                        .asInt())
                .isEqualTo(shells);
        assertThat(abara.post(
                                "/api/terms/" + code + "/upkeep/archive",
                                "{\"away\":\"DELETE\",\"shells\":" + shells + "}")
                        .status())
                .as("the rule keeps them")
                .isEqualTo(422);

        JsonNode asked = post("/api/builds/" + begun.get("build") + "/take-back", "");
        long id = asked.get("id").asLong();
        abara.until("/api/builds/" + id, now -> now.get("state").asString().equals("PAUSED"));
        post("/api/builds/" + id + "/go-on", "");
        assertThat(abara.ended(id).get("state").asString()).isEqualTo("DONE");
        assertThat(archived()).isEqualTo(before);

        // the rule leaves alone what a person took out again
        assertThat(abara.put("/api/upkeep/archive/rule", "{\"afterDays\":0,\"keepTerms\":6,\"byItself\":true}")
                        .json()
                        .get("terms")
                        .get(0)
                        .get("returned")
                        .asBoolean())
                .isTrue();
        system.bean(ArchiveService.class).atNight();
        assertThat(archived()).isEqualTo(before);
        assertThat(get("/api/terms/" + code + "/builds").get(0).get("id").asLong())
                .isEqualTo(id);
    }

    /** Shells of terms before, whether they are archived. */
    private static Map<String, Boolean> archived() {
        Map<String, Boolean> archived = new TreeMap<>();
        String next = "0";
        while (next != null) {
            JsonNode page =
                    standIns.get("/lms/api/shells?limit=200&after=" + next).json();
            page.get("items").forEach(shell -> {
                if (!shell.get("term").asString().equals("27SP")) {
                    archived.put(
                            shell.get("key").asString(),
                            shell.at("/facts/archived").asBoolean());
                }
            });
            next = page.hasNonNull("next") ? page.get("next").asString() : null;
        }
        return archived;
    }
}
