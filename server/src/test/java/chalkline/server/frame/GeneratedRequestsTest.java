package chalkline.server.frame;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.LongStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Bodies and addresses made at random from the description of the API, right in part and wrong in part: whatever comes, no
 * route fails. The seed stands in the name; {@code -Dchalkline.requests=10000} makes the run a long one.
 */
class GeneratedRequestsTest {
    private static final JsonMapper JSON = new JsonMapper();
    private static final int FEW = 500;

    /** Those that take the test's own rights away, or answer only when a build has ended. */
    private static final Set<String> LEFT_OUT =
            Set.of("/api/me/sign-out-everywhere", "/api/me/password", "/api/builds/{id}/progress");

    private static final List<String> TEXTS = List.of(
            "27SP",
            "26FA",
            "1.1.1",
            "1.1.2",
            "1.1",
            "0.0.0",
            "-1.2.3",
            "9.9.9",
            "a.b.c",
            "s:cl-27SP-1",
            "cl-27SP-1",
            "cl-27SP-2",
            "cl-nobody",
            "tpl-seminar",
            "title",
            "opens",
            "units",
            "OCEA",
            "{label} {title}",
            "{nothing}",
            "[[[",
            "term.start - 7d",
            "week 999999",
            "2027-01-04",
            "2027-01-04T08:00:00-04:00",
            "+999999999-12-31",
            "9999-12-31",
            "",
            " ",
            "yes",
            "none",
            "abara",
            "SHELL",
            "csv",
            "Fri 23:59",
            "10",
            "-1",
            "1e400",
            "\u202E",
            "\uD83D\uDE00",
            "../../etc",
            "'; drop table x; --",
            "<script>alert(1)</script>",
            "x".repeat(300),
            "x".repeat(70_000));
    private static final List<String> ODD = List.of("\u0000", "a\u0007b", "\uD800", "line\nbreak", "tab\there");

    private static RunningSystem system;
    private static Client abara;
    private static JsonNode description;
    private static final List<Operation> OPERATIONS = new ArrayList<>();

    private record Operation(String method, String path, JsonNode said) {}

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(48);
        abara = system.signedIn("abara");
        abara.fetchList();
        abara.build("27SP");
        description = abara.get("/api/description").json();
        for (Map.Entry<String, JsonNode> path : description.get("paths").properties()) {
            for (Map.Entry<String, JsonNode> method : path.getValue().properties()) {
                boolean form = method.getValue().at("/requestBody/content").has("multipart/form-data");
                if (!LEFT_OUT.contains(path.getKey()) && !form && !path.getKey().startsWith("/api/people")) {
                    OPERATIONS.add(new Operation(
                            method.getKey().toUpperCase(java.util.Locale.ROOT), path.getKey(), method.getValue()));
                }
            }
        }
        assertThat(OPERATIONS).hasSizeGreaterThan(45);
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    static LongStream seeds() {
        return LongStream.rangeClosed(1, Long.getLong("chalkline.requests", FEW));
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void noRouteFails(long seed) {
        Random random = new Random(seed);
        // every route in turn, those with a body twice as often
        Operation operation = OPERATIONS.get((int) (seed % OPERATIONS.size()));
        StringBuilder address = new StringBuilder(operation.path());
        StringBuilder query = new StringBuilder();
        for (JsonNode parameter : operation.said().path("parameters")) {
            String name = parameter.get("name").asString();
            String value = URLEncoder.encode(parameter(parameter.get("schema"), random), StandardCharsets.UTF_8)
                    .replace("+", "%20");
            if (parameter.get("in").asString().equals("path")) {
                int at = address.indexOf("{" + name + "}");
                address.replace(at, at + name.length() + 2, value.isEmpty() ? "x" : value);
            } else if (random.nextInt(8) > 0) {
                query.append(query.isEmpty() ? '?' : '&')
                        .append(name)
                        .append('=')
                        .append(value);
            }
        }
        String body = "";
        JsonNode schema = operation.said().at("/requestBody/content/application~1json/schema");
        if (!schema.isMissingNode()) {
            body = JSON.writeValueAsString(value(schema, random, 0));
            if (random.nextInt(12) == 0) {
                body = body.substring(0, random.nextInt(body.length() + 1));
            }
        }
        Client.Answer answer = switch (operation.method()) {
            case "GET" -> abara.get(address.toString() + query);
            case "DELETE" -> abara.delete(address.toString() + query);
            default -> abara.post(address.toString() + query, body);
        };
        assertThat(answer.status())
                .as(
                        "%s %s%s %s: %s",
                        operation.method(), address, query, body.length() > 2000 ? "a long body" : body, answer)
                .isLessThan(500);
        // the web server itself refuses some addresses, before Chalk Line hears of them
        if (answer.status() >= 400 && answer.text().startsWith("{")) {
            assertThat(answer.json().path("detail").asString(""))
                    .as("%s", answer)
                    .isNotBlank()
                    .doesNotContain("Exception", "chalkline.server");
        }
    }

    private static String parameter(JsonNode schema, Random random) {
        if (random.nextInt(4) > 0 && schema.path("type").asString("").equals("integer")) {
            return Integer.toString(random.nextInt(6) - 1);
        }
        return random.nextInt(30) == 0 ? "a" : TEXTS.get(random.nextInt(TEXTS.size() - 1));
    }

    private static JsonNode value(JsonNode schema, Random random, int depth) {
        int odds = random.nextInt(40);
        if (odds == 0) {
            return JSON.nullNode();
        }
        if (odds == 1) {
            return wrong(random);
        }
        if (schema.has("$ref")) {
            String name = schema.get("$ref").asString();
            return value(description.at(name.substring(1)), random, depth);
        }
        if (schema.has("oneOf")) {
            return random.nextInt(3) == 0
                    ? JSON.nullNode()
                    : value(schema.get("oneOf").get(0), random, depth);
        }
        return switch (type(schema, random)) {
            case "object" -> object(schema, random, depth);
            case "array" -> array(schema, random, depth);
            case "integer", "number" -> JSON.getNodeFactory().numberNode(number(random));
            case "boolean" -> JSON.getNodeFactory().booleanNode(random.nextBoolean());
            case "null" -> JSON.nullNode();
            default -> JSON.getNodeFactory().stringNode(text(schema, random));
        };
    }

    private static String type(JsonNode schema, Random random) {
        JsonNode type = schema.path("type");
        if (type.isArray()) {
            return type.get(random.nextInt(type.size())).asString();
        }
        return type.asString("object");
    }

    private static long number(Random random) {
        return switch (random.nextInt(8)) {
            case 0 -> -1;
            case 1 -> Integer.MAX_VALUE;
            case 2 -> Long.MIN_VALUE;
            default -> random.nextInt(3);
        };
    }

    private static String text(JsonNode schema, Random random) {
        if (schema.has("enum")) {
            return schema.get("enum")
                    .get(random.nextInt(schema.get("enum").size()))
                    .asString();
        }
        return random.nextInt(25) == 0 ? ODD.get(random.nextInt(ODD.size())) : TEXTS.get(random.nextInt(TEXTS.size()));
    }

    private static JsonNode object(JsonNode schema, Random random, int depth) {
        ObjectNode object = JSON.createObjectNode();
        for (Map.Entry<String, JsonNode> property : schema.path("properties").properties()) {
            if (random.nextInt(30) > 0 && depth < 12) {
                object.set(property.getKey(), value(property.getValue(), random, depth + 1));
            }
        }
        JsonNode others = schema.path("additionalProperties");
        for (int i = 0; others.isObject() && i < random.nextInt(4); i++) {
            object.set(TEXTS.get(random.nextInt(TEXTS.size())), value(others, random, depth + 1));
        }
        if (random.nextInt(30) == 0) {
            object.put("unheardOf", 1);
        }
        return object;
    }

    private static JsonNode array(JsonNode schema, Random random, int depth) {
        ArrayNode array = JSON.createArrayNode();
        int size = depth < 8 ? random.nextInt(4) : 0;
        for (int i = 0; i < size; i++) {
            array.add(value(schema.path("items"), random, depth + 1));
        }
        return array;
    }

    private static JsonNode wrong(Random random) {
        return switch (random.nextInt(6)) {
            case 0 -> JSON.createObjectNode();
            case 1 -> JSON.createArrayNode().addNull();
            case 2 -> JSON.getNodeFactory().stringNode("?");
            case 3 -> JSON.getNodeFactory().numberNode(1e300);
            case 4 -> JSON.readTree("[".repeat(400) + "]".repeat(400));
            default -> JSON.getNodeFactory().booleanNode(true);
        };
    }
}
