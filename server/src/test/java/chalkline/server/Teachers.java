package chalkline.server;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import tools.jackson.databind.JsonNode;

/** People of the made-up campus who teach, signed in, with the sections that each teaches. */
public final class Teachers {
    private final Map<String, Client> clients = new LinkedHashMap<>();
    private final Map<String, List<JsonNode>> sections = new LinkedHashMap<>();

    /** Signs some of those in whom the list in use has teach. */
    public Teachers(RunningSystem system, int some) {
        Client abara = system.signedIn("abara");
        abara.until("/api/people", people -> people.toString().contains("INSTRUCTOR"));
        for (JsonNode person : abara.get("/api/people").json()) {
            if (person.get("fromList").asBoolean() && clients.size() < some) {
                String login = person.get("login").asString();
                Client client = system.signedIn(login);
                List<JsonNode> own = new ArrayList<>();
                client.get("/api/teaching")
                        .json()
                        .get("terms")
                        .forEach(term -> term.get("sections").forEach(own::add));
                clients.put(login, client);
                sections.put(login, own);
            }
        }
    }

    /** Two sections of one course, and who teaches both. */
    public record Pair(String login, Client client, JsonNode first, JsonNode second) {}

    /** Those who teach two sections of one course. */
    public List<Pair> pairs() {
        List<Pair> pairs = new ArrayList<>();
        sections.forEach((login, own) -> own.stream()
                .filter(section -> !section.get("together").isEmpty())
                .findFirst()
                .ifPresent(section -> pairs.add(new Pair(
                        login,
                        clients.get(login),
                        section,
                        own.stream()
                                .filter(other -> other.get("id")
                                        .asString()
                                        .equals(section.get("together").get(0).asString()))
                                .findFirst()
                                .orElseThrow()))));
        return pairs;
    }

    /** Somebody who teaches sections of at least two courses. */
    public Pair ofTwoCourses() {
        return sections.entrySet().stream()
                .flatMap(entry -> {
                    JsonNode first =
                            entry.getValue().isEmpty() ? null : entry.getValue().get(0);
                    Optional<JsonNode> other = entry.getValue().stream()
                            .filter(one -> first != null
                                    && !one.get("course")
                                            .asString()
                                            .equals(first.get("course").asString()))
                            .findFirst();
                    return other.map(one -> new Pair(entry.getKey(), clients.get(entry.getKey()), first, one)).stream();
                })
                .findFirst()
                .orElseThrow();
    }

    /** Somebody who teaches anything, other than those. */
    public Pair other(String... than) {
        return sections.entrySet().stream()
                .filter(entry -> !List.of(than).contains(entry.getKey())
                        && !entry.getValue().isEmpty())
                .map(entry -> new Pair(
                        entry.getKey(),
                        clients.get(entry.getKey()),
                        entry.getValue().get(0),
                        entry.getValue().get(0)))
                .findFirst()
                .orElseThrow();
    }
}
