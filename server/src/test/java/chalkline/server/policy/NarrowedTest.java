package chalkline.server.policy;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A scheduler has the whole line, narrowed: rows, counts, searches, builds and what is watched are of own departments. */
class NarrowedTest {
    private static final String TERM = "/api/terms/27SP";
    private static final JsonMapper JSON = new JsonMapper();
    private static RunningSystem system;
    private static Client abara;
    private static Client sorley;
    private static final Set<String> OWN = new HashSet<>();
    private static String foreign;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(240, "--standins.earlier-terms=false", "--standins.copy-millis=1");
        abara = system.signedIn("abara");
        abara.fetchList();
        sorley = system.signedIn("sorley");
        for (JsonNode row : rows(abara)) {
            if (row.get("department").asString().equals("Oceanography")) {
                OWN.add(row.get("key").asString());
            } else {
                foreign = row.get("key").asString();
            }
        }
        assertThat(OWN).hasSizeBetween(3, 100);
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    private static JsonNode rows(Client client) {
        return client.get(TERM + "/proof/rows?versions=" + client.versions("27SP"))
                .json()
                .get("rows");
    }

    private static Set<String> keys(JsonNode rows) {
        return new HashSet<>(rows.findValuesAsString("key"));
    }

    private static int version() {
        return abara.get("/api/conventions").json().get("about").get("number").asInt();
    }

    @Test
    void everySheetAndCountIsOfOwnDepartments() {
        assertThat(keys(rows(sorley))).isEqualTo(OWN);
        assertThat(sorley.get(TERM + "/proof").json().get("shells").asInt()).isEqualTo(OWN.size());
        JsonNode line = sorley.get(TERM + "/line").json();
        assertThat(line.get("shells").asInt()).isEqualTo(OWN.size());
        assertThat(line.get("term").get("sections").asInt()).isEqualTo(OWN.size());
        assertThat(sorley.get("/api/desk")
                        .json()
                        .get("terms")
                        .get(0)
                        .get("sections")
                        .asInt())
                .isEqualTo(OWN.size());
        assertThat(keys(sorley.get(TERM + "/dates/rows?versions=" + sorley.versions("27SP"))
                        .json()
                        .get("rows")))
                .isEqualTo(OWN);
        assertThat(sorley.get(TERM + "/cross-lists/sections?find=001").text())
                .contains("OCEA")
                .doesNotContain("MATH", "NURS");
        assertThat(sorley.get(TERM + "/cross-lists").json().findValuesAsString("department"))
                .allMatch("Oceanography"::equals);
        assertThat(keys(sorley.get(TERM + "/upkeep/shells").json().get("rows"))).isEqualTo(OWN);
        assertThat(sorley.get("/api/arrivals").json())
                .hasSize(1)
                .allSatisfy(list -> assertThat(list.get("sections").asInt()).isEqualTo(OWN.size()));
        assertThat(sorley.get(TERM + "/proof/shell?versions=" + sorley.versions("27SP") + "&key=" + foreign)
                        .status())
                .isEqualTo(403);
    }

    private static Client.Answer keep(String change) {
        return sorley.post("/api/conventions/versions", "{\"change\":" + change + ",\"note\":\"\"}");
    }

    @Test
    void conventionsAreChangedForOwnDepartmentsOnly() {
        String value =
                "{\"basedOn\":%d,\"value\":{\"setting\":\"newsItems\",\"value\":\"7\",\"section\":null,\"department\":\"%s\",\"layer\":0}}";
        assertThat(keep(value.formatted(version(), "OCEA")).status()).isEqualTo(200);
        Client.Answer other = keep(value.formatted(version(), "MATH"));
        assertThat(other.status()).isEqualTo(403);
        assertThat(
                        keep("{\"basedOn\":%d,\"value\":{\"setting\":\"newsItems\",\"value\":\"7\",\"section\":null,\"department\":null,\"layer\":0}}"
                                        .formatted(version()))
                                .status())
                .isEqualTo(403);
        String section = foreign.substring(2);
        assertThat(
                        keep("{\"basedOn\":%d,\"dates\":{\"sections\":[{\"section\":\"%s\",\"opens\":\"term.start\",\"closes\":null,\"open\":null}]}}"
                                        .formatted(version(), section))
                                .status())
                .isEqualTo(403);
        String own = OWN.iterator().next().substring(2);
        assertThat(sorley.post(
                                TERM + "/cross-lists/versions",
                                "{\"versions\":\"%s\",\"note\":\"\",\"change\":{\"basedOn\":%d,\"crossLists\":{\"keep\":[{\"id\":\"x90\",\"lead\":\"%s\",\"joined\":[\"%s\"],\"approved\":true,\"reason\":\"so it is\"}],\"split\":[]}}}"
                                        .formatted(sorley.versions("27SP"), version(), own, section))
                        .status())
                .isEqualTo(403);
        String file =
                abara.get("/api/conventions/versions/" + version() + "/file").text();
        assertThat(keep("{\"basedOn\":%d,\"file\":%s}"
                                .formatted(
                                        version(),
                                        JSON.writeValueAsString(
                                                file.replace("uploadLimitMB: 20", "uploadLimitMB: 99"))))
                        .status())
                .isEqualTo(403);
    }

    @Test
    void coursesAreMovedAmongOwnDepartmentsOnly() {
        Client medway = system.signedIn("medway");
        JsonNode sheet = medway.get(TERM + "/upkeep/moves").json();
        assertThat(sheet.get("departments").findValuesAsString("code")).containsExactlyInAnyOrder("HIST", "MUSC");
        String course = sheet.get("courses").get(0).get("code").asString();
        String from = sheet.get("courses").get(0).get("department").asString();
        String to = from.equals("HIST") ? "MUSC" : "HIST";
        assertThat(moved(medway, course, "OCEA").status()).isEqualTo(403);
        assertThat(moved(sorley, course, "OCEA").status()).isEqualTo(403);
        assertThat(moved(medway, course, to).status()).isEqualTo(200);
    }

    private static Client.Answer moved(Client client, String course, String to) {
        return client.post(
                "/api/conventions/versions",
                JSON.writeValueAsString(Map.of(
                        "change",
                        Map.of(
                                "basedOn",
                                version(),
                                "moves",
                                Map.of(
                                        "add",
                                        List.of(Map.of("condition", "course", "values", List.of(course), "to", to)),
                                        "takeOut",
                                        List.of())),
                        "note",
                        "")));
    }

    @Test
    void buildsAreOfOwnShellsAndWatchedAsFarAsTheyAre() {
        Client.Answer foreignBuild = sorley.post(
                TERM + "/builds",
                JSON.writeValueAsString(Map.of("versions", sorley.versions("27SP"), "keys", List.of(foreign))));
        assertThat(foreignBuild.status()).isEqualTo(403);
        JsonNode built = sorley.build("27SP");
        assertThat(built.get("shells").asInt()).isEqualTo(OWN.size());
        assertThat(Client.anonymous(system.standIns())
                        .get("/lms/shell?key=" + foreign)
                        .status())
                .isEqualTo(404);

        JsonNode all = abara.build("27SP");
        long id = all.get("id").asLong();
        assertThat(all.get("shells").asInt()).isGreaterThan(OWN.size());
        JsonNode seen = sorley.get("/api/builds/" + id).json();
        assertThat(seen.get("shells").asInt()).isZero();
        assertThat(seen.get("departments")).isEmpty();
        assertThat(sorley.post("/api/builds/" + id + "/take-back", "").status()).isEqualTo(403);
        assertThat(sorley.get("/api/builds/" + id + "/shells?department=Mathematics")
                        .status())
                .isEqualTo(403);
        assertThat(sorley.get("/api/builds/" + id + "/progress").text())
                .contains("\"departments\":[]")
                .doesNotContain("Mathematics");
    }

    @Test
    void whatIsTakenFromSomebodyIsGoneWithTheNextCall() {
        Client medway = system.signedIn("medway");
        assertThat(medway.get(TERM + "/proof").status()).isEqualTo(200);
        assertThat(abara.put(
                                "/api/people/medway",
                                "{\"name\":\"P. Medway\",\"email\":\"\",\"roles\":[],\"departments\":[],\"person\":null}")
                        .status())
                .isEqualTo(200);
        assertThat(medway.get(TERM + "/proof").status()).isEqualTo(403);
        assertThat(medway.get("/api/me").json().get("rights")).isEmpty();
    }
}
