package chalkline.server.upkeep;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** People change 60 of 240 shells by hand, in every way that there is: all of it is found, and nothing else. */
class DriftTest {
    private static final int SECTIONS = 240;
    private static final int DRIFTED = 60;
    private static final Map<String, String> KINDS = Map.ofEntries(
            Map.entry("title", "RENAMED"),
            Map.entry("code", "RENAMED"),
            Map.entry("category", "MOVED"),
            Map.entry("opens", "DATES"),
            Map.entry("closes", "DATES"),
            Map.entry("closed", "CLOSED"),
            Map.entry("deleted", "DELETED"),
            Map.entry("setting", "SETTINGS"),
            Map.entry("person in", "PEOPLE_IN"),
            Map.entry("person out", "PEOPLE"));

    private static RunningSystem system;
    private static Client abara;
    private static Client lms;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(SECTIONS, "--standins.copy-millis=5", "--standins.calls-per-second=1000");
        abara = system.signedIn("abara");
        lms = Client.anonymous(system.standIns());
        abara.fetchList();
        abara.build("27SP");
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    /** What was changed by hand, by shell. */
    private static Map<String, String> meddle(long seed) {
        JsonNode done = lms.put("/lms/api/trouble/drift?term=27SP&count=" + DRIFTED + "&seed=" + seed, "")
                .json();
        Map<String, String> ways = new TreeMap<>();
        done.forEach(one -> ways.put(one.get("key").asString(), one.get("what").asString()));
        assertThat(ways).as("seed %d", seed).hasSize(DRIFTED);
        return ways;
    }

    private static JsonNode drift() {
        abara.refreshHeld();
        return abara.get("/api/terms/27SP/upkeep/drift").json();
    }

    private static Map<String, String> kinds(JsonNode sheet) {
        Map<String, String> kinds = new TreeMap<>();
        sheet.get("rows")
                .forEach(row ->
                        kinds.merge(row.get("key").asString(), row.get("kind").asString(), (a, b) -> a + " " + b));
        return kinds;
    }

    private static Map<String, String> expected(Map<String, String> ways, Set<String> openBefore) {
        Map<String, String> expected = new TreeMap<>();
        ways.forEach((key, way) -> expected.put(
                key, way.equals("open") ? (openBefore.contains(key) ? "CLOSED" : "OPENED") : KINDS.get(way)));
        return expected;
    }

    /** Everything that the LMS holds of the term but for its own numbers and marks, by what it is about. */
    private static Map<String, List<String>> everything() {
        Map<String, List<String>> all = new TreeMap<>();
        try (Connection connection = DriverManager.getConnection(system.lmsDatabaseUrl(), "chalkline", "chalkline");
                Statement statement = connection.createStatement()) {
            try (ResultSet shells = statement.executeQuery(
                    "select shell_key, code, title, category, opens, closes, open, open_by_hand, closed, lead, sections,"
                            + " settings, windows, rosters from shell where term = '27SP'")) {
                while (shells.next()) {
                    List<String> fields = new ArrayList<>();
                    for (int i = 2; i <= shells.getMetaData().getColumnCount(); i++) {
                        fields.add(shells.getMetaData().getColumnName(i) + ": " + shells.getString(i));
                    }
                    all.put(shells.getString(1), fields);
                }
            }
            try (ResultSet people = statement.executeQuery(
                    "select s.shell_key, m.user_id, m.role, m.section from member m join shell s on s.id = m.shell_id"
                            + " where s.term = '27SP' order by m.user_id, m.role, m.section")) {
                while (people.next()) {
                    all.get(people.getString(1))
                            .add(people.getString(2) + " " + people.getString(3) + " " + people.getString(4));
                }
            }
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
        return all;
    }

    private static Set<String> open(Map<String, List<String>> all) {
        return all.entrySet().stream()
                .filter(one -> one.getValue().contains("open: 1"))
                .map(Map.Entry::getKey)
                .collect(Collectors.toCollection(TreeSet::new));
    }

    private static void putBack(JsonNode sheet) {
        Set<String> keys = new TreeSet<>(kinds(sheet).keySet());
        Client.Answer begun = abara.post("/api/terms/27SP/upkeep/drift/put-back", """
                {"versions":"%s","keys":[%s],"closes":0}""".formatted(
                        sheet.get("versions").asString(), quoted(keys)));
        assertThat(begun.status()).as(begun.text()).isEqualTo(200);
        assertThat(abara.ended(begun.json().get("build").asLong()).get("state").asString())
                .isEqualTo("DONE");
    }

    private static String quoted(Set<String> texts) {
        return texts.stream().map(text -> "\"" + text + "\"").collect(Collectors.joining(","));
    }

    private static String chosen(JsonNode sheet) {
        List<String> chosen = new ArrayList<>();
        sheet.get("rows")
                .forEach(row -> chosen.add("{\"key\":" + row.get("key") + ",\"field\":" + row.get("field") + "}"));
        return String.join(",", chosen);
    }

    private static JsonNode kept(JsonNode sheet, String what) {
        Client.Answer kept = abara.post("/api/terms/27SP/upkeep/drift/" + what, """
                {"versions":"%s","chosen":[%s],"reason":"the departments asked for it"}""".formatted(
                        sheet.get("versions").asString(), chosen(sheet)));
        assertThat(kept.status()).as(kept.text()).isEqualTo(200);
        return kept.json();
    }

    @Test
    void allThatDriftedIsFoundPutBackOrKeptAndNothingElse() {
        Map<String, List<String>> built = everything();
        assertThat(drift().get("rows")).as("nothing drifted yet").isEmpty();

        Map<String, String> ways = meddle(1);
        JsonNode sheet = drift();
        assertThat(kinds(sheet)).isEqualTo(expected(ways, open(built)));
        sheet.get("rows").forEach(row -> {
            assertThat(row.get("times").asInt()).isEqualTo(1);
            assertThat(row.get("build").asLong()).isPositive();
        });
        putBack(sheet);
        assertThat(drift().get("rows")).as("all is put back").isEmpty();
        assertThat(everything()).isEqualTo(built);

        // the same again, to be kept this time
        ways = meddle(3);
        Map<String, List<String>> theirs = everything();
        sheet = drift();
        assertThat(kinds(sheet)).isEqualTo(expected(ways, open(built)));
        JsonNode look = kept(sheet, "keeping");
        assertThat(look.get("not")).as(look.toString()).isEmpty();
        assertThat(look.get("shells").asInt()).isEqualTo(DRIFTED);
        assertThat(drift().get("rows")).as("looking keeps nothing").hasSameSizeAs(sheet.get("rows"));
        JsonNode done = kept(drift(), "kept");
        assertThat(done.get("version").asInt()).isPositive();
        assertThat(drift().get("rows")).as("all is kept").isEmpty();
        assertThat(everything()).isEqualTo(theirs);

        // three builds that change every shell
        for (int round = 1; round <= 3; round++) {
            int version =
                    abara.get("/api/conventions").json().at("/about/number").asInt();
            Client.Answer edited = abara.post(
                    "/api/conventions/versions",
                    "{\"note\":\"\",\"change\":{\"basedOn\":" + version + ",\"stack\":"
                            + abara.stackWith(0, "footer", "Round " + round) + "}}");
            assertThat(edited.status()).as(edited.text()).isEqualTo(200);
            assertThat(abara.build("27SP").get("done").asInt()).isGreaterThan(SECTIONS - DRIFTED);
            assertThat(drift().get("rows")).as("after build %d", round).isEmpty();
            assertThat(touched(everything(), ways)).isEqualTo(touched(theirs, ways));
        }
    }

    /** What people touched of each shell, and who is in it; what hangs on it, as a folder on a category, follows. */
    private static Map<String, String> touched(Map<String, List<String>> all, Map<String, String> ways) {
        Map<String, String> touched = new TreeMap<>();
        ways.forEach((key, way) -> touched.put(
                key,
                switch (way) {
                    case "deleted" -> all.containsKey(key) ? "there" : "gone";
                    case "person in", "person out" ->
                        all.get(key).stream()
                                .filter(field -> !field.contains(": "))
                                .collect(Collectors.joining(", "));
                    case "setting" ->
                        field(all.get(key), "settings").replaceAll(".*(\"newsItems\":\"[0-9]+\").*", "$1");
                    case "opens", "closes" ->
                        OffsetDateTime.parse(field(all.get(key), way))
                                .toInstant()
                                .toString();
                    default -> field(all.get(key), way);
                }));
        return touched;
    }

    private static String field(List<String> fields, String name) {
        return fields.stream()
                .filter(field -> field.startsWith(name + ": "))
                .map(field -> field.substring(name.length() + 2))
                .findFirst()
                .orElseThrow();
    }
}
