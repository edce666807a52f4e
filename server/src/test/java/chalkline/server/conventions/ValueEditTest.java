package chalkline.server.conventions;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A value is changed where it is seen, versions are compared and brought back, and an example is tried. */
class ValueEditTest {
    private static final JsonMapper JSON = new JsonMapper();
    private static RunningSystem system;
    private static Client abara;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(120);
        abara = system.signedIn("abara");
        abara.fetchList();
        abara.refreshHeld();
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    private static int current() {
        return abara.get("/api/conventions").json().at("/about/number").asInt();
    }

    private static String change(String value) {
        return "{\"basedOn\":" + current() + ",\"value\":" + value + "}";
    }

    private static JsonNode effect(String value) {
        return abara.post("/api/terms/27SP/effect", change(value)).json();
    }

    private static Client.Answer keep(String value) {
        return abara.post("/api/conventions/versions", "{\"change\":" + change(value) + ",\"note\":\"\"}");
    }

    private static JsonNode shell(String key) {
        String versions =
                abara.get("/api/terms/27SP/proof").json().get("versions").asString();
        return abara.get("/api/terms/27SP/proof/shell?versions=" + versions + "&key=" + key)
                .json();
    }

    private static String titleOf(JsonNode shell) {
        for (JsonNode value : shell.get("values")) {
            if (value.get("setting").asString().equals("title")) {
                return value.get("text").asString();
            }
        }
        throw new IllegalStateException("no title");
    }

    private static String override(String text) {
        return "{\"setting\":\"title\",\"value\":%s,\"section\":\"cl-27SP-7\",\"department\":null,\"layer\":-1}"
                .formatted(text);
    }

    @Test
    void onlyHereChangesOneShellAndCanBeTakenOut() {
        String before = titleOf(shell("s:cl-27SP-7"));
        JsonNode effect = effect(override("\"Field school\""));
        assertThat(effect.get("shells").asInt()).isEqualTo(1);
        assertThat(effect.at("/samples/0/after").asString()).isEqualTo("Field school");
        assertThat(keep(override("\"Field school\"")).status()).isEqualTo(200);
        assertThat(titleOf(shell("s:cl-27SP-7"))).isEqualTo("Field school");
        int with = current();
        assertThat(keep(override("null")).status()).isEqualTo(200);
        assertThat(titleOf(shell("s:cl-27SP-7"))).isEqualTo(before);
        JsonNode since = abara.get("/api/conventions/versions/" + (with + 1) + "/since/" + with)
                .json();
        assertThat(since.at("/0/where").asString()).isEqualTo("override of cl-27SP-7");
        assertThat(since.at("/0/before").asString()).isEqualTo("title Field school");
        assertThat(since.at("/0/after").asString()).isEmpty();
    }

    @Test
    void forADepartmentALayerOfItsOwnIsMadeOnce() {
        JsonNode one = shell("s:cl-27SP-9");
        String code = one.get("departmentCode").asString();
        String edit =
                "{\"setting\":\"%s\",\"value\":\"%s\",\"section\":null,\"department\":\"" + code + "\",\"layer\":-1}";
        JsonNode effect = effect(edit.formatted("title", "{title}, {label}"));
        assertThat(effect.get("departments")).hasSize(1);
        assertThat(effect.at("/departments/0/department").asString())
                .isEqualTo(one.get("department").asString());
        int layers = abara.get("/api/conventions").json().get("layers").size();
        keep(edit.formatted("title", "{title}, {label}"));
        keep(edit.formatted("newsItems", "7"));
        JsonNode now = abara.get("/api/conventions").json().get("layers");
        assertThat(now.size()).isEqualTo(layers + 1);
        assertThat(now.get(layers).get("name").asString()).isEqualTo("All of " + code);
        assertThat(now.get(layers).at("/set/newsItems").asString()).isEqualTo("7");
        assertThat(titleOf(shell("s:cl-27SP-9"))).endsWith(one.get("label").asString());
    }

    @Test
    void whatIsWrongIsToldAtTheValue() {
        for (String wrong : new String[] {
            override("\"{titel}\""),
            "{\"setting\":\"nothing\",\"value\":\"x\",\"section\":null,\"department\":null,\"layer\":0}",
            "{\"setting\":\"title\",\"value\":\"x\",\"section\":null,\"department\":null,\"layer\":99}"
        }) {
            Client.Answer answer = keep(wrong);
            assertThat(answer.status()).as(wrong).isEqualTo(422);
            assertThat(answer.json().get("errors")).hasSize(1);
        }
        assertThat(keep(override("\"{titel}\"")).json().at("/errors/0/column").asInt())
                .isEqualTo(2);
    }

    @Test
    void anEarlierVersionComesBackAsANewOne() {
        int first = current();
        String yaml = abara.get("/api/conventions/versions/" + first + "/file").text();
        keep(override("\"For a while\""));
        String back = "{\"change\":{\"basedOn\":%d,\"file\":%s},\"note\":\"Back\"}"
                .formatted(first + 1, JSON.writeValueAsString(yaml));
        assertThat(abara.post("/api/conventions/versions", back).status()).isEqualTo(200);
        assertThat(abara.get("/api/conventions/versions/" + (first + 2) + "/since/" + first)
                        .json())
                .isEmpty();
    }

    @Test
    void anExampleShowsWhatASectionWouldGet() {
        String facts = """
                {"example":{"course":"OCEA 510","title":"Deep Water","section":"001","department":"OCEA","part":"%s",
                 "delivery":"online","campus":"","tags":"lab","instructor":"%s"}}""";
        JsonNode seminar = abara.post("/api/terms/27SP/example", facts.formatted("Second half", ""))
                .json();
        assertThat(titleOf(seminar.get("shell"))).isEqualTo("OCEA 510-001 Deep Water (Spring 2027)");
        // graduate seminars stand below laboratories in the stack
        assertThat(seminar.at("/start/message").asString()).contains("Seminar with readings");
        assertThat(seminar.at("/start/to/first").asString()).isEqualTo("2027-03-01");
        assertThat(seminar.at("/shell/snags/0/snag").asString()).isEqualTo("no-instructor");
        Client.Answer nobody = abara.post("/api/terms/27SP/example", facts.formatted("", "u-nobody"));
        assertThat(nobody.status()).isEqualTo(422);
        assertThat(nobody.json().get("detail").asString()).contains("nobody with the id");
        assertThat(abara.post("/api/terms/27SP/example", facts.formatted("Third half", ""))
                        .status())
                .isEqualTo(422);
    }

    @Test
    void aTemplateIsLaidOutOverTheTermAndItsParts() {
        JsonNode lab = abara.get("/api/templates/tpl-lab").json().get("draft");
        String ask = "{\"draft\":" + lab + ",\"session\":\"%s\"}";
        JsonNode term = abara.post("/api/terms/27SP/placed", ask.formatted("")).json();
        assertThat(term.at("/ruler/weeks").size()).isEqualTo(15);
        assertThat(term.get("units").size()).isEqualTo(16);
        assertThat(term.at("/units/7/first").asString()).isEqualTo("2027-02-22");
        assertThat(term.at("/units/7/items/1/due").asString()).isEqualTo("2027-02-26T23:59:00-04:00");
        JsonNode half =
                abara.post("/api/terms/27SP/placed", ask.formatted("27SP-B")).json();
        assertThat(half.at("/units/1/first").asString()).isEqualTo("2027-03-01");
        // common practice: 52 weekly units from 2022-10-10 end on 2023-10-09
        assertThat(abara.get("/api/weeks?first=2022-10-10&units=52")
                        .json()
                        .get("end")
                        .asString())
                .isEqualTo("2023-10-09");
        assertThat(abara.get("/api/weeks?first=2022-10-10&end=2023-10-09")
                        .json()
                        .get("units")
                        .asInt())
                .isEqualTo(52);
        assertThat(abara.get("/api/weeks?first=2022-10-10").status()).isEqualTo(422);
    }
}
