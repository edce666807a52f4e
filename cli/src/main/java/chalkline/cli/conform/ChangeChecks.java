package chalkline.cli.conform;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import tools.jackson.databind.JsonNode;

/** What changed since a mark, and that nothing is done to what changed meanwhile. */
final class ChangeChecks {
    private static final long NEVER_GIVEN = 1_000_000_000_000L;
    private static final int GONE = 410;

    private ChangeChecks() {}

    static List<Check> all() {
        return List.of(
                new Check(
                        "changed-since",
                        "What changed after a mark is told, and nothing else.",
                        ChangeChecks::changedSince),
                new Check(
                        "unknown-mark", "A mark that was never given is answered with 410.", ChangeChecks::unknownMark),
                new Check("pages-whole", "Pages leave nothing out and tell nothing twice.", ChangeChecks::pages),
                new Check("removed-told", "Shells that are gone since a mark are told.", ChangeChecks::removed),
                new Check(
                        "touched-stays",
                        "A shell that changed since a mark is neither removed nor changed with it.",
                        ChangeChecks::touched),
                new Check(
                        "closed-and-back",
                        "A closed shell keeps whether it is open, for when it is not closed any more.",
                        ChangeChecks::closed),
                new Check(
                        "archived-and-back",
                        "An archived shell keeps whether it is open and closed.",
                        ChangeChecks::archived));
    }

    private static void changedSince(Scene scene) {
        String before = scene.standing();
        long mark = scene.mark();
        Map<String, Object> after = scene.shell();
        scene.port().done("PUT", "/shells", after);
        List<String> told = keys(scene.since(mark, 200));
        Broken.unless(told.contains(Scene.key(after)), "The shell that was put after mark " + mark + " is not told.");
        Broken.unless(!told.contains(before), "A shell that did not change after mark " + mark + " is told.");
        long next = scene.mark();
        scene.port().done("PUT", "/shells", Scene.with(after, "title", "Another title"));
        Broken.unless(keys(scene.since(next, 200)).contains(Scene.key(after)), "A title that was changed is not told.");
    }

    private static List<String> keys(List<JsonNode> shells) {
        return shells.stream().map(shell -> shell.path("key").asString("")).toList();
    }

    private static void unknownMark(Scene scene) {
        int status = scene.port()
                .asked("/shells?since=" + (scene.mark() + NEVER_GIVEN) + "&after=0&limit=1")
                .status();
        Broken.unless(status == GONE, "It was answered with " + status + ".");
    }

    private static void pages(Scene scene) {
        long mark = scene.mark();
        List<String> put = new ArrayList<>();
        for (int i = 0; i < 5; i++) {
            put.add(scene.standing());
        }
        List<String> told = keys(scene.since(mark, 2));
        Set<String> each = new HashSet<>(told);
        Broken.unless(each.containsAll(put), "Of five shells " + told + " were told in pages of two.");
        Broken.unless(each.size() == told.size(), "Shells were told twice: " + told + ".");
    }

    private static void removed(Scene scene) {
        String key = scene.standing();
        long id = scene.there(key).path("id").asLong();
        long mark = scene.mark();
        scene.port().done("POST", "/removals", Map.of("key", key));
        Broken.unless(scene.find(key).isEmpty(), "It is still told after it was removed.");
        boolean told = scene.port()
                .get("/shells?since=" + mark + "&after=0&limit=200")
                .path("removed")
                .valueStream()
                .anyMatch(gone -> gone.asLong() == id);
        Broken.unless(told, "Its id " + id + " is not among those removed since mark " + mark + ".");
    }

    private static void touched(Scene scene) {
        Map<String, Object> put = scene.shell();
        JsonNode first = scene.port().done("PUT", "/shells", put);
        JsonNode mark = first.has("mark")
                ? first.get("mark")
                : scene.there(Scene.key(put)).path("mark");
        if (!mark.isIntegralNumber()) {
            throw new Lacking("It gives shells no mark.");
        }
        Map<String, Object> changed = Scene.with(put, "title", "Changed meanwhile");
        scene.port().done("PUT", "/shells", changed);
        Port.refused(scene.port().send("PUT", "/shells", Scene.with(put, "ifMark", mark.asLong())), "touched");
        Port.refused(
                scene.port().send("POST", "/removals", Map.of("key", Scene.key(put), "ifMark", mark.asLong())),
                "touched");
        JsonNode stands = scene.there(Scene.key(put));
        Broken.unless(
                stands.path("title").asString("").equals("Changed meanwhile"),
                "It was changed or removed all the same.");
        scene.port()
                .done(
                        "POST",
                        "/removals",
                        Map.of(
                                "key",
                                Scene.key(put),
                                "ifMark",
                                stands.path("mark").asLong()));
    }

    private static void closed(Scene scene) {
        Map<String, Object> put = Scene.with(scene.shell(), "open", true);
        String key = Scene.key(put);
        scene.port().done("PUT", "/shells", put);
        scene.port().done("PUT", "/closed", Map.of("key", key, "closed", true));
        JsonNode shell = scene.there(key);
        Broken.unless(shell.path("closed").asBoolean(false), "It is not told as closed.");
        Broken.unless(shell.path("open").asBoolean(false), "It is no longer open, beside being closed.");
        scene.port().done("PUT", "/closed", Map.of("key", key, "closed", false));
        shell = scene.there(key);
        Broken.unless(
                shell.path("open").asBoolean(false) && !shell.path("closed").asBoolean(true),
                "It is not as it was before it was closed.");
    }

    private static void archived(Scene scene) {
        Map<String, Object> put = Scene.with(scene.shell(), "open", true);
        String key = Scene.key(put);
        scene.port().done("PUT", "/shells", put);
        scene.port().done("PUT", "/archived", Map.of("key", key, "archived", true));
        JsonNode shell = scene.there(key);
        if (!shell.path("facts").has("archived")) {
            throw new Lacking("GET /shells does not tell what is archived (facts.archived).");
        }
        Broken.unless(shell.at("/facts/archived").asBoolean(false), "It is not told as archived.");
        Broken.unless(shell.path("open").asBoolean(false), "It is no longer open, beside being archived.");
        scene.port().done("PUT", "/archived", Map.of("key", key, "archived", false));
        Broken.unless(!scene.there(key).at("/facts/archived").asBoolean(true), "It is still told as archived after.");
    }
}
