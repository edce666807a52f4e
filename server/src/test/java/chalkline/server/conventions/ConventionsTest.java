package chalkline.server.conventions;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.formats.conventions.ConventionsReader;
import chalkline.server.Client;
import chalkline.server.RunningSystem;
import chalkline.server.Statements;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Conventions, their effect and the proof, through the API. */
class ConventionsTest {
    private static final JsonMapper JSON = new JsonMapper();
    private static RunningSystem system;
    private static Client abara;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(240, "--standins.earlier-terms=false");
        abara = system.signedIn("abara");
        abara.fetchList();
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    private static int current() {
        return abara.get("/api/conventions").json().get("about").get("number").asInt();
    }

    private static String edit(int layer, String setting, String text) {
        return abara.stackWith(layer, setting, text);
    }

    private static Client.Answer effect(int basedOn, String stack) {
        return abara.post("/api/terms/27SP/effect", "{\"basedOn\":" + basedOn + ",\"stack\":" + stack + "}");
    }

    private static Client.Answer keep(int basedOn, String stack) {
        return abara.post(
                "/api/conventions/versions",
                "{\"change\":{\"basedOn\":" + basedOn + ",\"stack\":" + stack + "},\"note\":\"tried\"}");
    }

    @Test
    void anEffectIsWhatKeepingThenDoes() {
        int before = current();
        String edit = edit(0, "title", "{label} {title}, {term.name}");
        JsonNode effect = effect(before, edit).json();
        int shells = effect.get("shells").asInt();
        assertThat(shells).isBetween(150, 240);
        assertThat(effect.get("fields")).hasSize(1);
        assertThat(effect.get("fields").get(0).get("field").asString()).isEqualTo("title");
        assertThat(effect.get("samples").get(0).get("after").asString()).endsWith(", Spring 2027");
        assertThat(current()).isEqualTo(before);

        JsonNode kept = keep(before, edit).json();
        assertThat(kept.get("number").asInt()).isEqualTo(before + 1);
        assertThat(kept.get("keptBy").asString()).isEqualTo("N. Abara");
        String versions =
                abara.get("/api/terms/27SP/proof").json().get("versions").asString();
        long changed = 0;
        for (JsonNode row : abara.get("/api/terms/27SP/proof/rows?limit=5000&versions=" + versions)
                .json()
                .get("rows")) {
            changed += row.get("title").asString().endsWith(", Spring 2027") ? 1 : 0;
        }
        assertThat(changed).isEqualTo(shells);
        assertThat(keep(before + 1, edit(0, "title", "{label} {title} ({term.name})"))
                        .status())
                .isEqualTo(200);
    }

    /** Sections would stand under the department that they have left, so that nothing is built until it is mended. */
    @Test
    void aMoveToWhatTheListDoesNotHaveIsToldAndNothingIsBuilt() {
        int before = current();
        String file = abara.get("/api/conventions/versions/" + before + "/file").text();
        assertThat(abara.get("/api/terms/27SP/proof").json().get("blockers")).isEmpty();
        String moved =
                file.replace("layers:", "moves:\n  - {when: {subject: OCEA}, to: NOWHERE, since: 99XX}\nlayers:");
        String change = "{\"basedOn\":" + before + ",\"file\":" + JSON.writeValueAsString(moved) + "}";
        JsonNode told = abara.post("/api/terms/27SP/effect", change).json().get("blockers");
        assertThat(told).hasSize(2);
        assertThat(told.get(0).asString()).contains("move 1", "NOWHERE");
        assertThat(told.get(1).asString()).contains("move 1", "99XX");

        Client.Answer refused =
                abara.post("/api/conventions/versions", "{\"change\":" + change + ",\"note\":\"moved\"}");
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.text()).contains("NOWHERE", "99XX");
        assertThat(current()).isEqualTo(before);
    }

    @Test
    void leavingASettingToTheLayersAboveTakesItOut() {
        int before = current();
        JsonNode kept = keep(before, edit(3, "category", null)).json();
        JsonNode layer = abara.get("/api/conventions").json().get("layers").get(3);
        assertThat(layer.get("set").has("category")).isFalse();
        assertThat(layer.get("set").has("layout")).isTrue();
        assertThat(kept.get("basedOn").asInt()).isEqualTo(before);
    }

    @Test
    void wrongValuesAreRefusedWithTheirField() {
        int before = current();
        JsonNode problem = effect(before, edit(0, "title", "{label} {titel}")).json();
        assertThat(problem.get("status").asInt()).isEqualTo(422);
        JsonNode error = problem.get("errors").get(0);
        assertThat(error.get("field").asString()).isEqualTo("layers.0.set.title");
        assertThat(error.get("column").asInt()).isEqualTo(10);
        assertThat(keep(before, edit(0, "opens", "one day")).status()).isEqualTo(422);
        assertThat(keep(before, edit(0, "no such setting", "x")).status()).isEqualTo(422);
        assertThat(current()).isEqualTo(before);
    }

    private static Map<String, Object> layer(String name, String condition, String value, Map<String, String> set) {
        return Map.of(
                "name",
                name,
                "when",
                condition.isEmpty()
                        ? List.of()
                        : List.of(Map.of("key", condition, "values", List.of(value.split("\\|")))),
                "set",
                set,
                "fix",
                List.of(),
                "off",
                false);
    }

    private static String stack(int about, Object... layers) {
        return JSON.writeValueAsString(Map.of("layers", List.of(layers), "about", about));
    }

    @Test
    @SuppressWarnings("unchecked")
    void layersAreAddedMovedSwitchedOffAndTakenOut() {
        int before = current();
        Object all = layer("All", "", "", Map.of("code", "{term.code:lower}-{label:slug}", "title", "{label} one"));
        Object labs = layer("Labs", "tag", "LAB", Map.of("title", "{label} two"));
        assertThat(keep(before, stack(0, all, labs)).status()).isEqualTo(200);
        JsonNode kept = abara.get("/api/conventions").json().get("layers");
        assertThat(kept).extracting(layer -> layer.get("name").asString()).containsExactly("All", "Labs");
        int labCount = abara.get("/api/terms/27SP/layers").json().get(1).asInt();
        assertThat(labCount).isBetween(5, 100);

        JsonNode moved = effect(before + 1, stack(1, labs, all)).json();
        assertThat(moved.get("shells").asInt())
                .as("the lowest that matches wins")
                .isEqualTo(labCount);
        assertThat(moved.get("matches")).extracting(JsonNode::asInt).containsExactly(labCount, 240);
        assertThat(moved.get("samples").get(0).get("after").asString()).endsWith("one");

        Map<String, Object> off = new java.util.HashMap<>((Map<String, Object>) labs);
        off.put("off", true);
        JsonNode switchedOff = effect(before + 1, stack(1, all, off)).json();
        assertThat(switchedOff.get("shells").asInt()).isEqualTo(labCount);
        assertThat(switchedOff.get("matches").get(1).asInt()).isZero();
        assertThat(effect(before + 1, stack(0, all)).json().get("shells").asInt())
                .isEqualTo(labCount);
        assertThat(effect(before + 1, stack(0, all, labs)).json().get("shells").asInt())
                .isZero();

        String first = abara.get("/api/conventions/versions/1/file").text();
        String back = JSON.writeValueAsString(Map.of("basedOn", before + 1, "file", first));
        assertThat(abara.post("/api/conventions/versions", "{\"change\":" + back + ",\"note\":\"as at first\"}")
                        .status())
                .isEqualTo(200);
    }

    @Test
    void aWrongStackIsToldAtItsPlace() {
        int before = current();
        Object all = layer("All", "", "", Map.of());
        assertThat(field(effect(before, stack(0, all, layer("x", "weather", "fair", Map.of())))))
                .isEqualTo("layers.1.when.weather");
        assertThat(field(effect(before, stack(0, all, layer("x", "level", "many", Map.of())))))
                .isEqualTo("layers.1.when.level");
        assertThat(field(effect(before, stack(0, layer("x", "", "", Map.of("layout", "grid"))))))
                .isEqualTo("layers.0.set.layout");
        assertThat(field(effect(before, stack(0, layer("x", "", "", Map.of("nothing", "1"))))))
                .isEqualTo("layers.0.set.nothing");
        assertThat(keep(before, stack(0, layer("x", "", "", Map.of("layout", "grid"))))
                        .status())
                .isEqualTo(422);
        assertThat(current()).isEqualTo(before);
    }

    private static String field(Client.Answer refused) {
        assertThat(refused.status()).isEqualTo(422);
        return refused.json().get("errors").get(0).get("field").asString();
    }

    @Test
    void conditionsArePickedFromWhatTheSectionsAre() {
        JsonNode facts = abara.get("/api/terms/27SP/facts").json();
        Map<String, Integer> sums = new java.util.HashMap<>();
        facts.forEach(fact -> {
            int sum = 0;
            for (JsonNode value : fact.get("values")) {
                assertThat(value.get("sections").asInt()).isBetween(1, 240);
                sum += value.get("sections").asInt();
            }
            sums.put(fact.get("condition").asString(), sum);
        });
        assertThat(sums).containsKeys("college", "part", "tag", "instructor", "delivery", "campus");
        assertThat(sums.get("subject")).isEqualTo(240);
        assertThat(sums.get("section")).isEqualTo(240);
        assertThat(sums.get("department")).as("by code and by name").isEqualTo(480);
        assertThat(sums.get("level")).isBetween(200, 240);
    }

    @Test
    void ofTwoWhoKeepAtOnceOneIsToldSo() throws Exception {
        int before = current();
        ExecutorService two = Executors.newFixedThreadPool(2);
        CountDownLatch start = new CountDownLatch(1);
        try {
            Future<Client.Answer> one = two.submit(() -> {
                start.await();
                return keep(before, edit(0, "newsItems", "7"));
            });
            Client other = system.signedIn("abara");
            Future<Client.Answer> second = two.submit(() -> {
                start.await();
                return other.post(
                        "/api/conventions/versions",
                        "{\"change\":{\"basedOn\":" + before + ",\"stack\":" + edit(0, "newsItems", "8")
                                + "},\"note\":\"\"}");
            });
            start.countDown();
            assertThat(java.util.List.of(one.get().status(), second.get().status()))
                    .containsExactlyInAnyOrder(200, 409);
        } finally {
            two.shutdown();
        }
        assertThat(current()).isEqualTo(before + 1);
        assertThat(keep(before, edit(0, "newsItems", "9")).json().get("detail").asString())
                .contains("nothing was overwritten");
    }

    @Test
    void aVersionComesBackAsAFileThatReads() throws Exception {
        String yaml = abara.get("/api/conventions/versions/1/file").text();
        assertThat(ConventionsReader.read("version-1.yaml", yaml).layers()).hasSize(10);
    }

    @Test
    void aFileBringsShellsPerCourseCrossListsAndOverrides() {
        String yaml = """
                chalkline: 1
                zone: America/Halifax
                layers:
                  - {set: {code: "{term.code:lower}-{label:slug}"}}
                  - {when: {department: MUSC}, set: {shellPer: course}}
                overrides:
                  - {section: cl-27SP-1, set: {title: By hand}}
                crossLists:
                  - {id: x1, lead: cl-27SP-2, joined: [cl-27SP-1], approved: yes}
                  - {id: x2, lead: cl-27SP-3, joined: [cl-27SP-240]}
                """;
        int before = current();
        String change = JSON.writeValueAsString(Map.of("basedOn", before, "file", yaml));
        JsonNode effect = abara.post("/api/terms/27SP/effect", change).json();
        assertThat(effect.get("snags"))
                .extracting(snag -> snag.get("snag").asString())
                .contains("xl-courses-differ");
        assertThat(abara.post("/api/conventions/versions", "{\"change\":" + change + ",\"note\":\"a file\"}")
                        .status())
                .isEqualTo(200);
        JsonNode proof = abara.get("/api/terms/27SP/proof").json();
        assertThat(proof.get("shells").asInt()).isLessThan(238);
        String shell =
                "/api/terms/27SP/proof/shell?versions=" + proof.get("versions").asString() + "&key=s:cl-27SP-";
        assertThat(abara.get(shell + "2").json().get("sections")).hasSize(2);
        assertThat(abara.get(shell + "3").json().get("action").asString()).isEqualTo("stop");
        JsonNode snag = abara.get(shell + "3").json().get("snags").get(0);
        assertThat(snag.get("toDo").asString()).isNotBlank();
        // back to where it was
        String first = abara.get("/api/conventions/versions/1/file").text();
        String back = JSON.writeValueAsString(Map.of("basedOn", before + 1, "file", first));
        assertThat(abara.post("/api/conventions/versions", "{\"change\":" + back + ",\"note\":\"\"}")
                        .status())
                .isEqualTo(200);
        JsonNode wrong = abara.post("/api/terms/27SP/effect", "{\"basedOn\":1,\"file\":\"chalkline: 1\\nzone: x\"}")
                .json();
        assertThat(wrong.get("errors").get(0).get("detail").asString()).startsWith("conventions.yaml:2:7:");
    }

    @Test
    void everyValueOfAShellSaysWhereItComesFrom() {
        String versions =
                abara.get("/api/terms/27SP/proof").json().get("versions").asString();
        JsonNode row = abara.get("/api/terms/27SP/proof/rows?limit=1&versions=" + versions)
                .json()
                .get("rows")
                .get(0);
        JsonNode shell = abara.get("/api/terms/27SP/proof/shell?versions=" + versions + "&key="
                        + row.get("key").asString())
                .json();
        assertThat(shell.get("values")).hasSize(37);
        for (JsonNode value : shell.get("values")) {
            assertThat(value.get("why").get(0).get("origin").asString()).isEqualTo("DEFAULT");
        }
        JsonNode code = shell.get("values").get(1);
        assertThat(code.get("text").asString()).isEqualTo(row.get("code").asString());
        assertThat(code.get("facts"))
                .extracting(fact -> fact.get("token").asString())
                .containsExactly("label", "term.code");
        assertThat(abara.get("/api/terms/27SP/proof/shell?versions=" + versions + "&key=s:nobody")
                        .status())
                .isEqualTo(404);
    }

    @Test
    void rowsComePageByPageWithoutLossOrDoubles() {
        String versions =
                abara.get("/api/terms/27SP/proof").json().get("versions").asString();
        java.util.List<String> keys = new java.util.ArrayList<>();
        String after = "";
        while (after != null) {
            JsonNode page = abara.get("/api/terms/27SP/proof/rows?limit=50&after=" + after + "&versions=" + versions)
                    .json();
            page.get("rows").forEach(row -> keys.add(row.get("key").asString()));
            after = page.get("next").isNull() ? null : page.get("next").asString();
        }
        assertThat(keys).hasSize(240).doesNotHaveDuplicates().isSorted();
        assertThat(abara.get("/api/terms/27SP/proof/rows?limit=9999&versions=" + versions)
                        .status())
                .isEqualTo(400);
        assertThat(abara.get("/api/terms/99XX/proof").status()).isEqualTo(404);
    }

    /** No screen asks once for each row that it shows. */
    @Test
    void mainScreensAskTheDatabaseFewQuestions() {
        // enough of everything that a question for each would be seen
        for (int i = 0; i < 25; i++) {
            abara.read(abara.upload("/api/arrivals", "none " + i + ".zip", new byte[] {1}));
        }
        for (int i = 1; i <= 10; i++) {
            abara.build("27SP", "s:cl-27SP-" + i);
        }
        for (String path : new String[] {
            "/api/desk", "/api/terms/27SP/line", "/api/terms/27SP/proof", "/api/arrivals", "/api/terms/27SP/builds"
        }) {
            abara.get(path);
            long asked =
                    Statements.during(() -> assertThat(abara.get(path).status()).isEqualTo(200));
            assertThat(asked).as(path).isPositive().isLessThan(20);
        }
    }
}
