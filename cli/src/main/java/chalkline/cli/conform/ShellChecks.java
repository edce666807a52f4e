package chalkline.cli.conform;

import java.time.DateTimeException;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import tools.jackson.databind.JsonNode;

/** Categories and shells: that they stand as they were put, each once. */
final class ShellChecks {
    private ShellChecks() {}

    static List<Check> all() {
        return List.of(
                new Check(
                        "category-once",
                        "A category that is put is listed, and stays one when it is put again.",
                        ShellChecks::categoryOnce),
                new Check("shell-as-put", "A shell stands with all that was put.", ShellChecks::shellAsPut),
                new Check(
                        "new-shell-shut",
                        "A new shell is as open as the call says, and not closed.",
                        ShellChecks::shut),
                new Check(
                        "answers-in-order",
                        "Answers come in the order of the items, and a refused item undoes no neighbour.",
                        ShellChecks::inOrder),
                new Check(
                        "same-key-same-answer",
                        "A call that is repeated with its key gets the first answer and changes nothing.",
                        ShellChecks::sameKey),
                new Check(
                        "code-unique", "A code that another shell has is refused as code-taken.", ShellChecks::unique),
                new Check(
                        "windows-kept", "Windows of sections stand, and go when a put has none.", ShellChecks::windows),
                new Check(
                        "settings-kept",
                        "Settings stand, and those that a put leaves out stay.",
                        ShellChecks::settings),
                new Check("renamed", "A shell gets another key and code and is the same shell.", ShellChecks::renamed),
                new Check(
                        "category-in-use",
                        "A category with something in it is not taken out, an empty one is.",
                        ShellChecks::categoryInUse));
    }

    private static List<List<String>> categories(Port port) {
        return port.get("/categories")
                .valueStream()
                .map(one ->
                        one.path("levels").valueStream().map(JsonNode::asString).toList())
                .toList();
    }

    private static void categoryOnce(Scene scene) {
        Port port = scene.port();
        List<String> levels = List.of(scene.named("once"), "Ünder & över");
        port.done("PUT", "/categories", Map.of("levels", levels));
        port.done("PUT", "/categories", Map.of("levels", levels));
        long there = categories(port).stream().filter(levels::equals).count();
        Broken.unless(there == 1, "GET /categories tells of it " + there + " times.");
        port.done("POST", "/categories/removals", Map.of("levels", levels));
        port.done("POST", "/categories/removals", Map.of("levels", levels.subList(0, 1)));
        Broken.unless(!categories(port).contains(levels), "It is still listed after it was taken out.");
    }

    private static void shellAsPut(Scene scene) {
        Map<String, Object> put = Scene.with(scene.shell(), "title", "Ætt & “Ölands” rev 🌊");
        scene.port().done("PUT", "/shells", put);
        JsonNode shell = scene.there(Scene.key(put));
        for (String field : List.of("term", "code", "title", "lead")) {
            same(field, String.valueOf(put.get(field)), shell.path(field).asString(""));
        }
        same("category", put.get("category").toString(), texts(shell.path("category")));
        same("sections", put.get("sections").toString(), texts(shell.path("sections")));
        sameMoment("opens", shell.path("opens").asString(""), Scene.OPENS);
        sameMoment("closes", shell.path("closes").asString(""), Scene.CLOSES);
    }

    private static String texts(JsonNode list) {
        return list.valueStream().map(JsonNode::asString).toList().toString();
    }

    private static void same(String field, String put, String stands) {
        Broken.unless(put.equals(stands), field + " is “" + stands + "”, put was “" + put + "”.");
    }

    static void sameMoment(String field, String stands, String put) {
        try {
            Broken.unless(
                    OffsetDateTime.parse(stands)
                            .toInstant()
                            .equals(OffsetDateTime.parse(put).toInstant()),
                    field + " is " + stands + ", put was " + put + ".");
        } catch (DateTimeException e) {
            throw new Broken(field + " is “" + stands + "”, which is no moment of ISO 8601 with an offset.");
        }
    }

    private static void shut(Scene scene) {
        Map<String, Object> shut = scene.shell();
        Map<String, Object> open = Scene.with(scene.shell(), "open", true);
        scene.port().send("PUT", "/shells", List.of(shut, open));
        JsonNode stands = scene.there(Scene.key(shut));
        Broken.unless(!stands.path("open").asBoolean(true), "It is open, put was shut.");
        Broken.unless(!stands.path("closed").asBoolean(true), "It is closed.");
        Broken.unless(scene.there(Scene.key(open)).path("open").asBoolean(false), "One that was put open is not open.");
    }

    private static void inOrder(Scene scene) {
        Map<String, Object> bad = Scene.with(scene.shell(), "category", List.of(scene.named("nowhere")));
        Map<String, Object> good = scene.shell();
        List<JsonNode> answers = scene.port().send("PUT", "/shells", List.of(bad, good));
        Port.refused(answers.get(0), "category-missing");
        Broken.unless(answers.get(1).path("done").asBoolean(false), "The second item was not done.");
        scene.there(Scene.key(good));
        Broken.unless(scene.find(Scene.key(bad)).isEmpty(), "The refused one stands.");
    }

    private static void sameKey(Scene scene) {
        Map<String, Object> put = scene.shell();
        String once = UUID.randomUUID().toString();
        List<JsonNode> first = scene.port().send("PUT", "/shells", once, List.of(put));
        JsonNode then = scene.there(Scene.key(put));
        List<JsonNode> again = scene.port().send("PUT", "/shells", once, List.of(put));
        Broken.unless(first.equals(again), "The first answer was " + first + ", the second is " + again + ".");
        Broken.unless(then.equals(scene.there(Scene.key(put))), "The shell is another after the call was repeated.");
    }

    private static void unique(Scene scene) {
        String standing = scene.standing();
        Map<String, Object> other = Scene.with(scene.shell(), "code", standing.toUpperCase(Locale.ROOT));
        Port.refused(scene.port().send("PUT", "/shells", other), "code-taken");
    }

    private static void windows(Scene scene) {
        Map<String, Object> plain = scene.shell();
        String key = Scene.key(plain);
        Map<String, Object> put = Scene.with(
                plain,
                "windows",
                List.of(Map.of("section", key + "-a", "opens", "2031-02-01T08:00:00+01:00", "closes", Scene.CLOSES)));
        scene.port().done("PUT", "/shells", put);
        JsonNode shell = scene.there(key);
        if (!shell.has("windows")) {
            throw new Lacking("GET /shells leaves windows out.");
        }
        Broken.unless(shell.path("windows").size() == 1, "The window that was put does not stand.");
        sameMoment("the window's opens", shell.at("/windows/0/opens").asString(""), "2031-02-01T08:00:00+01:00");
        scene.port().done("PUT", "/shells", plain);
        Broken.unless(scene.there(key).path("windows").isEmpty(), "The window is still there after a put without it.");
    }

    private static void settings(Scene scene) {
        Map<String, Object> put = Scene.with(scene.shell(), "settings", Map.of("language", "en", "tools", "forum"));
        scene.port().done("PUT", "/shells", put);
        scene.port().done("PUT", "/shells", Scene.with(put, "settings", Map.of("language", "sv")));
        JsonNode settings = scene.there(Scene.key(put)).path("settings");
        same("settings.language", "sv", settings.path("language").asString(""));
        same("settings.tools", "forum", settings.path("tools").asString(""));
    }

    private static void renamed(Scene scene) {
        String key = scene.standing();
        long id = scene.there(key).path("id").asLong();
        String other = scene.named("renamed");
        scene.renamed(other);
        scene.port().done("PUT", "/names", Map.of("key", key, "newKey", other, "code", other));
        JsonNode shell = scene.there(other);
        Broken.unless(shell.path("id").asLong() == id, "It has another id than before.");
        same("code", other, shell.path("code").asString(""));
        Broken.unless(scene.find(key).isEmpty(), "A shell still stands under the key before.");
    }

    private static void categoryInUse(Scene scene) {
        scene.standing();
        Port.refused(
                scene.port().send("POST", "/categories/removals", Map.of("levels", scene.category())),
                "category-in-use");
    }
}
