package chalkline.server.build;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.ListFiles;
import chalkline.server.RunningSystem;
import java.io.IOException;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Students who come and go after the shells were built, all the way into the groups of a shared shell. */
class AddsAndDropsTest {
    private static final JsonMapper JSON = new JsonMapper();
    private static RunningSystem system;
    private static Client abara;
    private static Client lms;
    private static ListFiles list;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(120, "--standins.earlier-terms=false", "--standins.copy-millis=1");
        abara = system.signedIn("abara");
        lms = Client.anonymous(system.standIns());
        list = ListFiles.of(lms);
        abara.fetchList();
        assertThat(abara.build("27SP").get("failed").asInt()).isZero();
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    /** What differs of shells that stand, by key. */
    private static Map<String, String> changed() {
        String versions = abara.versions("27SP");
        Map<String, String> changed = new HashMap<>();
        abara.get("/api/terms/27SP/proof/rows?limit=5000&versions=" + versions)
                .json()
                .get("rows")
                .forEach(row -> {
                    if (row.get("action").asString().equals("change")) {
                        changed.put(
                                row.get("key").asString(), row.get("changed").toString());
                    }
                });
        return changed;
    }

    private static JsonNode roster(String key) {
        return abara.get("/api/terms/27SP/proof/roster?key=" + key + "&versions=" + abara.versions("27SP"))
                .json();
    }

    private static Set<String> people(String key) {
        Set<String> people = new HashSet<>();
        lms.get("/lms/api/shells/" + key + "/people")
                .json()
                .forEach(one -> people.add(one.get("role").asString() + " "
                        + one.get("user").asString() + " " + one.get("section").asString()));
        return people;
    }

    private static void changePeople(String once, Object change) {
        Client.Answer answer =
                lms.put("/lms/api/people", JSON.writeValueAsString(Map.of("items", List.of(change))), once);
        assertThat(answer.json().at("/answers/0/done").asBoolean())
                .as(answer.text())
                .isTrue();
    }

    private static String studentOf(String enrollments, String section) {
        return Arrays.stream(enrollments.split("\r?\n"))
                .map(line -> line.split(","))
                .filter(row -> row[3].equals(section) && row[6].equals("student"))
                .map(row -> row[5])
                .findFirst()
                .orElseThrow();
    }

    @Test
    void theyReachTheSharedShellAndTheRightGroupAndNobodyElse() throws IOException {
        JsonNode sheet = abara.get("/api/terms/27SP/cross-lists").json();
        JsonNode row = sheet.get("suggested")
                .valueStream()
                .filter(one -> !one.get("coursesDiffer").asBoolean()
                        && !one.get("stopped").asBoolean()
                        && one.get("students").asInt() > 1)
                .findFirst()
                .orElseThrow();
        String lead = row.get("lead").asString();
        String joined = row.get("sections")
                .valueStream()
                .map(JsonNode::asString)
                .filter(id -> !id.equals(lead))
                .findFirst()
                .orElseThrow();
        Map<String, Object> set =
                Map.of("id", "x1", "lead", lead, "joined", List.of(joined), "approved", false, "reason", "");
        Map<String, Object> change = Map.of(
                "basedOn",
                sheet.get("version").asInt(),
                "crossLists",
                Map.of("keep", List.of(set), "split", List.of()));
        Client.Answer kept = abara.post(
                "/api/terms/27SP/cross-lists/versions",
                JSON.writeValueAsString(Map.of("versions", sheet.get("versions"), "change", change, "note", "")));
        assertThat(kept.status()).as(kept.text()).isEqualTo(200);
        assertThat(abara.build("27SP").get("failed").asInt()).isZero();
        assertThat(changed()).as("a build leaves nothing to do").isEmpty();

        // one student of the joined section goes into the leading one, another comes into the joined one
        String enrollments = new String(list.files().get("enrollments.csv"), java.nio.charset.StandardCharsets.UTF_8);
        String goes = studentOf(enrollments, joined);
        String comes = Arrays.stream(enrollments.split("\r?\n"))
                .skip(1)
                .map(line -> line.split(","))
                .filter(one ->
                        one[6].equals("student") && !enrollments.contains("," + joined + "," + one[4] + "," + one[5]))
                .map(one -> one[5])
                .findFirst()
                .orElseThrow();
        byte[] later = list.with(
                "enrollments.csv",
                text -> text.replaceFirst(
                                "(?m)^([^,]+,[^,]*,[^,]*)," + joined + ",([^,]*)," + goes + ",student",
                                "$1," + lead + ",$2," + goes + ",student")
                        + "en-late,active,2027-01-06T00:00:00Z," + joined + ",,"
                        + comes + ",student,,,\r\n");
        Set<String> before = people("s:" + lead);
        JsonNode arrival = abara.read(abara.upload("/api/arrivals", "later.zip", later));
        assertThat(arrival.get("state").asString()).as(arrival.toString()).isEqualTo("KEPT");
        assertThat(changed()).isEqualTo(Map.of("s:" + lead, "[\"people\"]"));
        JsonNode roster = roster("s:" + lead);
        assertThat(roster.get("come").size()).isEqualTo(2);
        assertThat(roster.get("leave").size()).isEqualTo(1);
        assertThat(roster.at("/leave/0/role").asString()).isEqualTo("student");

        JsonNode build = abara.build("27SP");
        assertThat(build.get("failed").asInt()).isZero();
        assertThat(build.get("shells").asInt()).isEqualTo(1);
        Set<String> expected = new HashSet<>(before);
        expected.remove("student " + goes + " " + joined);
        expected.add("student " + goes + " " + lead);
        expected.add("student " + comes + " " + joined);
        assertThat(people("s:" + lead)).isEqualTo(expected);
        assertThat(changed()).isEmpty();
    }

    @Test
    void whoeverIsTakenOutInTheLmsItselfIsSeenAndPutBack() throws IOException {
        Set<String> before = people("s:cl-27SP-100");
        String one = before.stream()
                .filter(who -> who.startsWith("student "))
                .findFirst()
                .orElseThrow();
        Map<String, Object> member = Map.of("user", one.split(" ")[1], "role", "student", "section", one.split(" ")[2]);
        changePeople("by-hand", Map.of("key", "s:cl-27SP-100", "add", List.of(), "remove", List.of(member)));
        abara.refreshHeld();
        assertThat(changed()).containsEntry("s:cl-27SP-100", "[\"people\"]");
        assertThat(roster("s:cl-27SP-100").get("come").size()).isEqualTo(1);
        assertThat(abara.build("27SP", "s:cl-27SP-100").get("failed").asInt()).isZero();
        assertThat(people("s:cl-27SP-100")).isEqualTo(before);
    }
}
