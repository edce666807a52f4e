package chalkline.server.lms;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.Machine;
import chalkline.server.RunningSystem;
import chalkline.server.Wiretap;
import com.networknt.schema.InputFormat;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SchemaRegistryConfig;
import com.networknt.schema.SpecificationVersion;
import java.io.IOException;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.snakeyaml.engine.v2.api.Load;
import org.snakeyaml.engine.v2.api.LoadSettings;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * Whoever connects an LMS has only the description to go by: all that goes over the wire, while a term is built, joined,
 * opened and taken apart again, is held against docs/lms-port.yaml by a validator of JSON Schema 2020-12, of which OpenAPI
 * 3.1 is a superset (com.networknt:json-schema-validator).
 */
class LmsPortTest {
    private static final JsonMapper JSON = new JsonMapper();
    private static final SchemaRegistry SCHEMAS = SchemaRegistry.withDefaultDialect(
            SpecificationVersion.DRAFT_2020_12,
            // a format is only a remark to a validator that is not told otherwise (JSON Schema 2020-12, validation,
            // 7.2)
            registry -> registry.schemaRegistryConfig(
                    SchemaRegistryConfig.builder().formatAssertionsEnabled(true).build()));
    private static ObjectNode description;
    private static List<Wiretap.Call> calls;

    @BeforeAll
    static void listen() throws IOException {
        String yaml = Files.readString(Machine.root().resolve("docs/lms-port.yaml"));
        description = JSON.valueToTree(new Load(LoadSettings.builder().build()).loadFromString(yaml));
        description.get("components").get("schemas").forEach(schema -> {
            if (schema.has("properties") && !schema.has("additionalProperties")) {
                ((ObjectNode) schema).put("unevaluatedProperties", false);
            }
        });
        // it is a part of Shell too, which has more
        ((ObjectNode) description.at("/components/schemas/ShellPut")).remove("unevaluatedProperties");
        try (RunningSystem system =
                        RunningSystem.tapped(60, "--standins.copy-millis=1", "--standins.earlier-terms=true");
                Wiretap tap = system.tap()) {
            work(system.signedIn("abara"), Client.anonymous(system.standIns()));
            calls = tap.calls();
        }
    }

    @AfterAll
    static void forget() {
        calls = List.of();
    }

    /** A term is built, one shell of which somebody made by hand before; two sections are joined, one with dates of its own. */
    private static void work(Client abara, Client lms) {
        lms.put("/lms/api/trouble/shell", """
                {"key":"by-hand","term":"27SP","code":"by-hand","title":"By hand","category":["Other"],
                 "opens":"2027-01-04T00:00:00Z","closes":"2027-01-05T00:00:00Z","open":false,
                 "lead":"cl-27SP-5","sections":["cl-27SP-5"],"settings":{}}""");
        abara.fetchList();
        abara.refreshHeld();
        JsonNode first = abara.build("27SP");
        assertThat(first.get("failed").asInt()).isZero();
        JsonNode sheet = abara.get("/api/terms/27SP/cross-lists").json();
        Map<String, Object> set = Map.of(
                "id",
                "x1",
                "lead",
                "cl-27SP-1",
                "joined",
                List.of("cl-27SP-2"),
                "approved",
                true,
                "reason",
                "one stage");
        Map<String, Object> edit = Map.of("keep", List.of(set), "split", List.of());
        keep(abara, "/api/terms/27SP/cross-lists/versions", sheet.get("version").asInt(), "crossLists", edit);
        keep(
                abara,
                "/api/conventions/versions",
                sheet.get("version").asInt() + 1,
                "dates",
                Map.of("sections", List.of(Map.of("section", "cl-27SP-2", "opens", "term.start + 3d 08:00"))));
        JsonNode joined = abara.build("27SP");
        assertThat(joined.get("failed").asInt()).isZero();
        String versions = abara.versions("27SP");
        assertThat(abara.get("/api/terms/27SP/proof/roster?key=s:cl-27SP-1&versions=" + versions)
                        .status())
                .isEqualTo(200);
        assertThat(abara.get("/api/templates/from-shell?key=s:cl-27SP-3&versions=" + versions)
                        .status())
                .isEqualTo(200);
        upkeep(abara, lms);
        entryCode(abara);
        assertThat(abara.takenBack(joined.get("id").asLong()).get("failed").asInt())
                .isZero();
        assertThat(abara.takenBack(first.get("id").asLong()).get("failed").asInt())
                .isZero();
    }

    /** A shell that somebody closed stays so, its title is put back; a student is let in longer; a term that is over is archived. */
    private static void upkeep(Client abara, Client lms) {
        String key = "s:cl-27SP-7";
        String upkeep = "/api/terms/27SP/upkeep";
        lms.put("/lms/api/trouble/closed/" + key + "?closed=true", "");
        abara.refreshHeld();
        String versions = abara.versions("27SP");
        Client.Answer kept = abara.post(upkeep + "/drift/kept", """
                {"versions":"%s","chosen":[{"key":"%s","field":"closed"}],"reason":"the chair asked"}""".formatted(versions, key));
        assertThat(kept.status()).as(kept.text()).isEqualTo(200);
        lms.put("/lms/api/trouble/title/" + key + "?title=Ours", "");
        abara.refreshHeld();
        Client.Answer back = abara.post(upkeep + "/drift/put-back", """
                {"versions":"%s","keys":["%s"],"closes":0}""".formatted(abara.versions("27SP"), key));
        assertThat(back.status()).as(back.text()).isEqualTo(200);
        assertThat(abara.ended(back.json().get("build").asLong()).get("failed").asInt())
                .isZero();
        JsonNode student = null;
        String shell = "";
        for (int i = 10; student == null; i++) {
            shell = "s:cl-27SP-" + i;
            student =
                    abara.get(upkeep + "/shells/" + shell + "/students").json().get(0);
        }
        Client.Answer longer = abara.post(upkeep + "/extensions", """
                {"key":"%s","user":%s,"until":"2027-08-31","reason":"an incomplete"}""".formatted(shell, student.get("user")));
        assertThat(longer.status()).as(longer.text()).isEqualTo(200);
        assertThat(abara.get(upkeep + "/categories").status()).isEqualTo(200);
        JsonNode over = abara.get("/api/upkeep/archive").json().get("terms").get(0);
        Client.Answer away = abara.post(
                "/api/terms/" + over.get("term").asString() + "/upkeep/archive",
                "{\"away\":\"ARCHIVE\",\"shells\":" + over.get("standing") + "}");
        assertThat(away.status()).as(away.text()).isEqualTo(200);
        assertThat(abara.ended(away.json().get("build").asLong()).get("failed").asInt())
                .isZero();
    }

    private static void entryCode(Client abara) {
        String key = "s:cl-27SP-9";
        int version =
                abara.get("/api/conventions").json().get("about").get("number").asInt();
        Client.Answer allowed = abara.post("/api/conventions/versions", """
                {"change":{"basedOn":%d,"value":{"setting":"entry","value":"roster code","section":"cl-27SP-9",
                 "department":null,"layer":0}},"note":""}""".formatted(version));
        assertThat(allowed.status()).as(allowed.text()).isEqualTo(200);
        assertThat(abara.build("27SP", key).get("failed").asInt()).isZero();
        for (String until : List.of("\"2027-02-01\"", "null")) {
            Client.Answer made =
                    abara.post("/api/terms/27SP/shells/" + key + "/entry-code", "{\"until\":" + until + "}");
            assertThat(made.status()).as(made.text()).isEqualTo(200);
        }
        assertThat(abara.delete("/api/terms/27SP/shells/" + key + "/entry-code").status())
                .isEqualTo(200);
    }

    private static void keep(Client abara, String path, int basedOn, String kind, Object edit) {
        Client.Answer answer = abara.post(
                path,
                JSON.writeValueAsString(Map.of(
                        "versions",
                        abara.versions("27SP"),
                        "change",
                        Map.of("basedOn", basedOn, kind, edit),
                        "note",
                        "")));
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
    }

    /** The path of the description that a call is of. */
    private static String pathOf(Wiretap.Call call) {
        String path = call.path().substring("/lms/api".length());
        return new ArrayList<>(description.get("paths").propertyNames())
                .stream()
                        .filter(known -> path.matches(known.replaceAll("\\{[a-z]+}", "[^/]+")))
                        .findFirst()
                        .orElseThrow(() -> new AssertionError("nothing describes " + call.path()));
    }

    private static JsonNode operation(Wiretap.Call call) {
        JsonNode operation =
                description.get("paths").get(pathOf(call)).path(call.method().toLowerCase(java.util.Locale.ROOT));
        assertThat(operation.isObject())
                .as("%s %s", call.method(), pathOf(call))
                .isTrue();
        return operation;
    }

    private static List<String> faults(JsonNode schema, String body) {
        ObjectNode whole = JSON.createObjectNode();
        whole.set("components", description.get("components"));
        whole.setAll((ObjectNode) schema.deepCopy());
        return SCHEMAS.getSchema(whole.toString(), InputFormat.JSON).validate(body, InputFormat.JSON).stream()
                .map(Object::toString)
                .distinct()
                .limit(5)
                .toList();
    }

    @Test
    void everyCallIsAsDescribed() {
        Map<String, Integer> checked = new HashMap<>();
        for (Wiretap.Call call : calls) {
            JsonNode operation = operation(call);
            String name = call.method() + " " + pathOf(call);
            if (!call.sent().isEmpty()) {
                assertThat(faults(operation.at("/requestBody/content/application~1json/schema"), call.sent()))
                        .as("what %s sends: %s", name, cut(call.sent()))
                        .isEmpty();
                assertThat(call.once().isEmpty())
                        .as("an idempotency key of %s, which changes something", name)
                        .isEqualTo(name.equals("POST /people/lookups"));
            }
            assertThat(call.status()).as(name).isEqualTo(200);
            JsonNode answer = operation.at("/responses/200");
            if (answer.has("$ref")) {
                answer = description.at(answer.get("$ref").asString().substring(1));
            }
            assertThat(faults(answer.at("/content/application~1json/schema"), call.answered()))
                    .as("what %s answers: %s", name, cut(call.answered()))
                    .isEmpty();
            checked.merge(name, 1, Integer::sum);
        }
        assertThat(checked)
                .containsKeys(
                        "GET /shells",
                        "PUT /shells",
                        "GET /shells/{key}/people",
                        "GET /shells/{key}/outline",
                        "PUT /categories",
                        "PUT /templates",
                        "PUT /outlines",
                        "PUT /people",
                        "PUT /closed",
                        "PUT /archived",
                        "PUT /extensions",
                        "PUT /entry-codes",
                        "GET /categories",
                        "PUT /names",
                        "POST /copies",
                        "POST /people/lookups",
                        "POST /removals",
                        "POST /categories/removals",
                        "GET /copies");
    }

    private static String cut(String body) {
        return body.length() > 400 ? body.substring(0, 400) + " …" : body;
    }

    /** The validator says what is no moment, so that what is sent is one. */
    @Test
    void aMomentThatIsNoneIsAFault() {
        String wrong = """
                {"items":[{"key":"s:1","code":null,"until":"next week"}]}""";
        JsonNode schema = description.at("/paths/~1entry-codes/put/requestBody/content/application~1json/schema");
        assertThat(faults(schema, wrong)).isNotEmpty();
        assertThat(faults(schema, wrong.replace("next week", "2027-02-01T23:59:00-04:00")))
                .isEmpty();
    }

    @Test
    void aShellIsSentWithNothingThatTheDescriptionLeavesOut() {
        Set<String> described = new HashSet<>(
                description.at("/components/schemas/ShellPut/properties").propertyNames());
        Set<String> sent = new HashSet<>();
        calls.stream()
                .filter(call -> call.method().equals("PUT") && call.path().endsWith("/shells"))
                .forEach(call ->
                        JSON.readTree(call.sent()).get("items").forEach(item -> sent.addAll(item.propertyNames())));
        assertThat(sent).isEqualTo(described);
    }

    @Test
    void noBatchIsLargerThanTheDescriptionAllows() {
        assertThat(calls.stream()
                        .filter(call -> !call.once().isEmpty())
                        .map(call -> JSON.readTree(call.sent()).get("items").size()))
                .isNotEmpty()
                .allSatisfy(size -> assertThat(size).isBetween(1, 50));
    }

    @Test
    void noTwoDifferentCallsShareAnIdempotencyKey() {
        Map<String, String> byKey = new HashMap<>();
        for (Wiretap.Call call : calls) {
            if (!call.once().isEmpty()) {
                String before = byKey.put(call.once(), call.path() + call.sent());
                assertThat(before).as(call.once()).isIn(null, call.path() + call.sent());
            }
        }
        assertThat(byKey).hasSizeGreaterThan(5);
    }

    /** The order in which one shell's people find it: it has its sections and windows before anybody is put into it. */
    @Test
    void nobodyIsPutIntoAShellBeforeItHasItsSections() {
        Map<String, Set<String>> sections = new HashMap<>();
        int people = 0;
        for (Wiretap.Call call : calls) {
            if (!call.method().equals("PUT")) {
                continue;
            }
            for (JsonNode item : JSON.readTree(call.sent()).get("items")) {
                if (call.path().endsWith("/shells")) {
                    Set<String> its = new HashSet<>();
                    item.get("sections").forEach(one -> its.add(one.asString()));
                    sections.put(item.get("key").asString(), its);
                } else if (call.path().endsWith("/people")) {
                    for (JsonNode one : item.get("add")) {
                        people++;
                        assertThat(sections.get(item.get("key").asString()))
                                .contains(one.get("section").asString());
                    }
                }
            }
        }
        assertThat(people).isPositive();
    }
}
