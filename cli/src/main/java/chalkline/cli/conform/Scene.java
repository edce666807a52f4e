package chalkline.cli.conform;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import tools.jackson.databind.JsonNode;

/** What the checks make in the LMS, all of it under one name that nobody else has, so that it can be taken out again. */
final class Scene {
    static final String OPENS = "2031-01-06T08:00:00+01:00";
    static final String CLOSES = "2031-05-30T22:00:00+02:00";
    private static final int PAGE = 200;
    private static final int MOST_PAGES = 10_000;

    private final Port port;
    private final String name;
    private final List<String> people;
    private final List<String> made = new ArrayList<>();
    private int shells;
    private long begin;

    Scene(Port port, String name, List<String> people) {
        this.port = port;
        this.name = name;
        this.people = List.copyOf(people);
    }

    Port port() {
        return port;
    }

    /** A name of its own for something that is made. */
    String named(String what) {
        return name + "-" + what;
    }

    List<String> category() {
        return List.of(name, "Shells");
    }

    /** Who the LMS knows, of those that were named. */
    String person(int which) {
        if (people.size() <= which) {
            throw new Lacking("Name three people that the LMS knows with --people to have it looked at.");
        }
        return people.get(which);
    }

    /** Makes what everything else stands in, and notes the mark from which on it is looked at. */
    void begin() {
        begin = mark();
        port.done("PUT", "/categories", Map.of("levels", category()));
    }

    long mark() {
        return port.get("/shells?since=0&after=0&limit=1").path("mark").asLong();
    }

    /** A shell to be put, shut, with a code of its own. */
    Map<String, Object> shell() {
        String key = named(Integer.toString(++shells));
        made.add(key);
        Map<String, Object> shell = new HashMap<>();
        shell.put("key", key);
        shell.put("term", name);
        shell.put("code", key);
        shell.put("title", "Shell " + shells + " of the checks");
        shell.put("category", category());
        shell.put("opens", OPENS);
        shell.put("closes", CLOSES);
        shell.put("open", false);
        shell.put("lead", key + "-a");
        shell.put("sections", List.of(key + "-a"));
        shell.put("windows", List.of());
        shell.put("settings", Map.of());
        return shell;
    }

    static Map<String, Object> with(Map<String, Object> shell, String field, Object value) {
        Map<String, Object> other = new HashMap<>(shell);
        other.put(field, value);
        return other;
    }

    /** Puts a shell; its key. */
    String standing() {
        Map<String, Object> shell = shell();
        port.done("PUT", "/shells", shell);
        return key(shell);
    }

    static String key(Map<String, Object> shell) {
        return String.valueOf(shell.get("key"));
    }

    /** Knows a shell by another key from then on. */
    void renamed(String key) {
        made.add(key);
    }

    /** What stands under a key. */
    Optional<JsonNode> find(String key) {
        return since(begin, PAGE).stream()
                .filter(shell -> shell.path("key").asString("").equals(key))
                .findFirst();
    }

    JsonNode there(String key) {
        return find(key).orElseThrow(() -> new Broken("GET /shells does not tell of " + key + ", which was put."));
    }

    /** All pages of what changed after a mark. */
    List<JsonNode> since(long mark, int limit) {
        List<JsonNode> all = new ArrayList<>();
        String after = "0";
        for (int page = 0; after != null; page++) {
            Broken.unless(page < MOST_PAGES, "Its pages do not end.");
            JsonNode answer = port.get("/shells?since=" + mark + "&after=" + Port.encoded(after) + "&limit=" + limit);
            answer.path("items").forEach(all::add);
            after = answer.path("next").asString(null);
        }
        return all;
    }

    /** Takes out what was made; what the LMS does not let go of is told. */
    List<String> clear() {
        List<String> left = new ArrayList<>();
        for (String key : made) {
            try {
                if (find(key).isPresent()
                        && !port.send("POST", "/removals", Map.of("key", key))
                                .path("done")
                                .asBoolean(false)) {
                    left.add(key);
                }
            } catch (Broken | Lacking e) {
                left.add(key);
            }
        }
        try {
            port.send("POST", "/categories/removals", Map.of("levels", category()));
            port.send("POST", "/categories/removals", Map.of("levels", List.of(name)));
        } catch (Broken | Lacking e) {
            left.add(String.join(" / ", category()));
        }
        return left;
    }
}
