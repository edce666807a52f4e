package chalkline.server.people;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.Machine;
import chalkline.server.RunningSystem;
import chalkline.server.policy.Right;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.assertj.core.api.SoftAssertions;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.mvc.method.RequestMappingInfo;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;
import tools.jackson.databind.JsonNode;

/** Every route for every role. A new route fails here until it is said who may use it. */
class AccessTest {
    /** Whoever asks for what is not there finds nothing, whatever the rights. */
    private static final Set<String> NOTHING_THERE =
            Set.of("/api/request-links/{secret}", "/api/lms/refreshes/latest", "/api/terms/{term}/calendars");

    private static RunningSystem system;
    private static final Map<String, Client> CLIENTS = new LinkedHashMap<>();

    /** A section of Anthropology that somebody teaches, and another of its sections. */
    private static String first;

    private static String second;

    /** Its course. */
    private static String course;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(48, "--standins.earlier-terms=false");
        Client abara = system.signedIn("abara");
        abara.fetchList();
        abara.build("27SP");
        assertThat(abara.post("/api/exports/profiles", Routes.PROFILE).status()).isEqualTo(200);
        assertThat(abara.post("/api/exports/terms/27SP", "{\"profile\":1,\"differences\":false}")
                        .status())
                .isEqualTo(200);
        abara.until("/api/exports/1", export -> export.get("state").asString().equals("WRITTEN"));
        CLIENTS.put("administrator", abara);
        CLIENTS.put("auditor", system.signedIn("quill"));
        CLIENTS.put("designer", system.signedIn("tarn"));
        CLIENTS.put("scheduler", scheduler(abara, "fenner", "ANTH"));
        CLIENTS.put("scheduler elsewhere", scheduler(abara, "gale", "MATH"));
        instructors(abara);
        Client nobody = Client.anonymous(system.address());
        nobody.get("/readyz");
        CLIENTS.put("nobody", nobody);
        assertThat(abara.post("/api/masters", Routes.MASTER).status()).isEqualTo(200);
        Routes.Route sheet = Routes.ALL.stream()
                .filter(route -> route.path().equals("/api/terms/{term}/course-sheets")
                        && route.method().equals("POST"))
                .findFirst()
                .orElseThrow();
        assertThat(call("administrator", sheet).status()).isEqualTo(200);
        assertThat(CLIENTS.get("instructor")
                        .post("/api/requests", own(Routes.ASK))
                        .status())
                .isEqualTo(201);
    }

    private static Client scheduler(Client abara, String login, String department) {
        String password = abara.post(
                        "/api/people",
                        "{\"login\":\"%s\",\"who\":{\"name\":\"%s\",\"email\":\"\",\"roles\":[\"SCHEDULER\"],\"departments\":[\"%s\"],\"person\":null}}"
                                .formatted(login, login, department))
                .json()
                .get("password")
                .asString();
        return Client.firstSignIn(system.address(), login, password, "four words of chalk");
    }

    /** Finds one who teaches in Anthropology and one who does not. */
    private static void instructors(Client abara) {
        String versions =
                abara.get("/api/terms/27SP/proof").json().get("versions").asString();
        List<String> anthropology = new ArrayList<>();
        abara.get("/api/terms/27SP/proof/rows?versions=" + versions)
                .json()
                .get("rows")
                .forEach(row -> {
                    if (row.get("department").asString().equals("Anthropology")) {
                        row.get("sections").forEach(section -> anthropology.add(section.asString()));
                    }
                });
        abara.until("/api/people", people -> people.toString().contains("INSTRUCTOR"));
        for (JsonNode person : abara.get("/api/people").json()) {
            if (person.get("fromList").asBoolean()
                    && !(CLIENTS.containsKey("instructor") && CLIENTS.containsKey("instructor elsewhere"))) {
                Client client = system.signedIn(person.get("login").asString());
                List<String> taught = new ArrayList<>();
                client.get("/api/teaching")
                        .json()
                        .get("terms")
                        .forEach(term -> term.get("sections")
                                .forEach(section -> taught.add(section.get("id").asString())));
                Optional<String> own =
                        taught.stream().filter(anthropology::contains).findFirst();
                if (own.isPresent() && first == null) {
                    first = own.get();
                    course = courseOf(client, first);
                    CLIENTS.put("instructor", client);
                } else if (own.isEmpty()) {
                    CLIENTS.put("instructor elsewhere", client);
                }
            }
        }
        second = anthropology.stream()
                .filter(one -> !one.equals(first))
                .findFirst()
                .orElseThrow();
    }

    private static String courseOf(Client client, String section) {
        for (JsonNode one : client.get("/api/teaching").json().findValue("sections")) {
            if (one.get("id").asString().equals(section)) {
                return one.get("course").asString();
            }
        }
        throw new IllegalStateException("nobody teaches " + section);
    }

    /** What is said of the first two sections, of those that were found. */
    private static String own(String text) {
        return text.replaceAll("cl-27SP-2\\b", "SECOND")
                .replaceAll("cl-27SP-1\\b", first)
                .replace("SECOND", second)
                .replace("COURSE", course);
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    @Test
    void theMatrixNamesEveryRoute() {
        List<String> known = new ArrayList<>(Routes.FOR_THE_SIGNED_IN);
        known.addAll(Routes.FOR_ANYBODY);
        Routes.ALL.forEach(route -> known.add(route.method() + " " + route.path()));
        List<String> served = new ArrayList<>();
        Map<RequestMappingInfo, HandlerMethod> mappings = system.bean(
                        "requestMappingHandlerMapping", RequestMappingHandlerMapping.class)
                .getHandlerMethods();
        mappings.forEach((info, method) -> {
            if (method.getBeanType().getPackageName().startsWith("chalkline")) {
                info.getMethodsCondition()
                        .getMethods()
                        .forEach(verb -> info.getPatternValues().forEach(path -> served.add(verb + " " + path)));
            }
        });
        assertThat(served).containsExactlyInAnyOrderElementsOf(known);
    }

    /** The table as it stands in its file, read by itself. */
    private static Map<Right, Map<String, String>> table() {
        Map<Right, Map<String, String>> table = new EnumMap<>(Right.class);
        try (CsvReader<NamedCsvRecord> lines =
                CsvReader.builder().ofNamedCsvRecord(Machine.root().resolve("server/src/main/resources/policy.csv"))) {
            lines.forEach(line -> table.put(
                    Right.valueOf(
                            line.getField("right").toUpperCase(Locale.ROOT).replace('-', '_')),
                    line.getFieldsAsMap()));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return table;
    }

    @Test
    void everyRouteLetsEachRoleDoWhatTheTableSaysAndNothingElse() {
        Map<Right, Map<String, String>> table = table();
        List<String> order = List.of(
                "nobody",
                "instructor elsewhere",
                "scheduler elsewhere",
                "auditor",
                "designer",
                "scheduler",
                "instructor",
                "administrator");
        SoftAssertions all = new SoftAssertions();
        for (Routes.Route route : Routes.ALL) {
            for (String who : order) {
                int status = call(who, route).status();
                String cell = route.right() == null
                        ? "all"
                        : table.get(route.right()).getOrDefault(who.replace(" elsewhere", ""), "");
                boolean elsewhere = who.endsWith("elsewhere");
                if (who.equals("nobody")) {
                    all.assertThat(status).as("%s, %s", who, route).isEqualTo(401);
                } else if (cell.isEmpty()
                        || (!cell.equals("all") && route.kind() == Routes.Kind.WIDE)
                        || (!cell.equals("all") && route.kind() == Routes.Kind.THING && elsewhere)
                        || isSomebodyElsesBuild(route, cell)) {
                    all.assertThat(status).as("%s (%s), %s", who, cell, route).isEqualTo(403);
                } else if (who.equals("administrator") && route.path().contains("{login}")) {
                    all.assertThat(status).as("nobody has that name, %s", route).isEqualTo(404);
                } else if (NOTHING_THERE.contains(route.path())) {
                    all.assertThat(status).as("%s (%s), %s", who, cell, route).isIn(200, 204, 404);
                } else {
                    all.assertThat(status).as("%s (%s), %s", who, cell, route).isNotIn(401, 403, 404, 500);
                }
            }
        }
        all.assertAll();
    }

    /** The build was the administrator's, so that only who may build everything steers it. */
    private static boolean isSomebodyElsesBuild(Routes.Route route, String cell) {
        return route.right() == Right.BUILD && route.path().startsWith("/api/builds/") && !cell.equals("all");
    }

    private static Client.Answer call(String who, Routes.Route route) {
        Client client = CLIENTS.get(who);
        String path = own(route.address());
        String body = own(route.body());
        if (body.equals("upload")) {
            return client.upload(path, "x.zip", new byte[] {1});
        }
        return switch (route.method()) {
            case "GET" -> path.endsWith("/progress") ? client.begin(path) : client.get(path);
            case "DELETE" -> client.delete(path);
            case "PUT" -> client.put(path, body);
            default -> client.post(path, body);
        };
    }
}
