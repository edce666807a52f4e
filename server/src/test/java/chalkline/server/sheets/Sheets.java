package chalkline.server.sheets;

import chalkline.server.Client;
import java.util.List;
import java.util.Map;
import java.util.Set;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Sheets as the screen sends them. */
public final class Sheets {
    private static final JsonMapper JSON = new JsonMapper();
    private final Client client;
    private final String term;

    public Sheets(Client client, String term) {
        this.client = client;
        this.term = term;
    }

    public JsonNode pasted(String text) {
        Client.Answer answer = client.post("/api/course-sheets/paste", JSON.writeValueAsString(Map.of("text", text)));
        if (answer.status() != 200) {
            throw new IllegalStateException("not read: " + answer);
        }
        return answer.json().get("rows");
    }

    private static Map<String, Object> rows(Object rows, Set<Integer> another) {
        return Map.of("rows", rows, "another", another);
    }

    public JsonNode judged(Object rows) {
        Client.Answer answer = client.post(
                "/api/terms/" + term + "/course-sheets/judged", JSON.writeValueAsString(rows(rows, Set.of())));
        if (answer.status() != 200) {
            throw new IllegalStateException("not judged: " + answer);
        }
        return answer.json();
    }

    /** @param judged what was seen before */
    public Client.Answer kept(Object rows, JsonNode judged, Set<Integer> change) {
        return kept(rows, judged, change, Set.of());
    }

    Client.Answer kept(Object rows, JsonNode judged, Set<Integer> change, Set<Integer> previous) {
        return client.post(
                "/api/terms/" + term + "/course-sheets",
                JSON.writeValueAsString(Map.of(
                        "sheet",
                        rows(rows, Set.of()),
                        "list",
                        judged.get("list").asLong(),
                        "conventions",
                        judged.get("conventions").asInt(),
                        "name",
                        "a sheet",
                        "note",
                        "asked for",
                        "out",
                        List.of(),
                        "change",
                        change,
                        "previous",
                        previous)));
    }

    static long many(JsonNode judged, String outcome) {
        return judged.get("rows")
                .valueStream()
                .filter(row -> row.get("outcome").asString().equals(outcome))
                .count();
    }

    public Client.Answer own(String what, List<String> sections) {
        long list = view().get("list").asLong();
        return client.post(
                "/api/terms/" + term + "/own-sections/" + what,
                JSON.writeValueAsString(Map.of("sections", sections, "list", list, "reason", "so it is")));
    }

    public JsonNode view() {
        return client.get("/api/terms/" + term + "/own-sections").json();
    }
}
