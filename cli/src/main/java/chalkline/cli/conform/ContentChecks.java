package chalkline.cli.conform;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import tools.jackson.databind.JsonNode;

/** What shells contain: outlines, templates and copies. */
final class ContentChecks {
    /** The port has no verb to take a template out, so it is always the same. */
    private static final String TEMPLATE = "conformance-check";

    private static final Duration LONGEST_COPY = Duration.ofMinutes(5);
    private static final long SOON_MILLIS = 200;

    private ContentChecks() {}

    static List<Check> all() {
        return List.of(
                new Check(
                        "outline-in-order",
                        "The content of a shell stands in the order that it was put in, with its dates.",
                        ContentChecks::inOrder),
                new Check(
                        "items-keep-ids",
                        "An item is known by the same id while others come and go.",
                        ContentChecks::ids),
                new Check(
                        "copy-ends",
                        "A copy of a template ends, and the shell contains what the template does.",
                        ContentChecks::copy),
                new Check("copy-once", "A copy that is repeated with its key is the same job.", ContentChecks::once),
                new Check(
                        "template-missing",
                        "A template that is not there is refused as template-missing.",
                        ContentChecks::missing),
                new Check("copy-unknown", "Copies that nobody knows are left out.", ContentChecks::unknownJob));
    }

    private static Map<String, Object> item(String title, String due) {
        return due.isEmpty()
                ? Map.of("kind", "page", "title", title, "text", "Read.")
                : Map.of("kind", "assignment", "title", title, "points", 2.5, "due", due);
    }

    /** An item that is there already. */
    private static Map<String, Object> known(String title, String id) {
        return Map.of("id", id, "kind", "page", "title", title, "text", "Read.");
    }

    private static Map<String, Object> unit(String title, Object... items) {
        return Map.of("title", title, "items", List.of(items));
    }

    private static JsonNode outline(Scene scene, String key) {
        return scene.port().get("/shells/" + Port.encoded(key) + "/outline");
    }

    private static List<String> titles(JsonNode units) {
        List<String> titles = new ArrayList<>();
        units.forEach(unit -> {
            titles.add(unit.path("title").asString(""));
            unit.path("items").forEach(item -> titles.add(item.path("title").asString("")));
        });
        return titles;
    }

    private static void inOrder(Scene scene) {
        String key = scene.standing();
        String due = "2031-02-03T23:59:00+01:00";
        scene.port()
                .done(
                        "PUT",
                        "/outlines",
                        Map.of(
                                "key",
                                key,
                                "units",
                                List.of(unit("Zostera", item("Tides", ""), item("A log", due)), unit("Alaria"))));
        JsonNode units = outline(scene, key);
        List<String> wanted = List.of("Zostera", "Tides", "A log", "Alaria");
        Broken.unless(titles(units).equals(wanted), "It contains " + titles(units) + ", put was " + wanted + ".");
        ShellChecks.sameMoment("due", units.at("/0/items/1/due").asString(""), due);
    }

    private static void ids(Scene scene) {
        String key = scene.standing();
        scene.port().done("PUT", "/outlines", Map.of("key", key, "units", List.of(unit("One", item("Stays", "")))));
        String before = outline(scene, key).at("/0/items/0/id").asString("");
        if (before.isEmpty()) {
            throw new Lacking("Items have no ids.");
        }
        scene.port()
                .done(
                        "PUT",
                        "/outlines",
                        Map.of("key", key, "units", List.of(unit("One", item("First", ""), known("Stays", before)))));
        JsonNode units = outline(scene, key);
        Broken.unless(
                units.at("/0/items/1/id").asString("").equals(before),
                "The item that stayed was " + before + " and is "
                        + units.at("/0/items/1/id").asString("") + ".");
    }

    private static void template(Scene scene) {
        scene.port()
                .done(
                        "PUT",
                        "/templates",
                        Map.of(
                                "id",
                                TEMPLATE,
                                "title",
                                "Conformance check",
                                "units",
                                List.of(unit("Start", item("Welcome", "")))));
    }

    private static void copy(Scene scene) {
        template(scene);
        String key = scene.standing();
        JsonNode answer = scene.port().done("POST", "/copies", copyOf(key, TEMPLATE));
        Broken.unless(answer.path("job").isIntegralNumber(), "The answer names no job.");
        ended(scene, answer.path("job").asLong());
        List<String> titles = titles(outline(scene, key));
        Broken.unless(titles.equals(List.of("Start", "Welcome")), "The shell contains " + titles + ".");
    }

    private static Map<String, Object> copyOf(String key, String template) {
        return Map.of("key", key, "template", template, "what", "outline");
    }

    private static void ended(Scene scene, long job) {
        Instant end = Instant.now().plus(LONGEST_COPY);
        while (true) {
            JsonNode jobs = scene.port().get("/copies?job=" + job);
            JsonNode one = jobs.at("/jobs/0");
            Broken.unless(one.path("job").asLong(-1) == job, "It does not know the job that it named.");
            Broken.unless(!one.hasNonNull("failed"), "The copy failed.");
            if (one.path("done").asBoolean(false)) {
                return;
            }
            Broken.unless(Instant.now().isBefore(end), "The copy did not end within " + LONGEST_COPY + ".");
            Port.sleep(Duration.ofMillis(jobs.path("askAfterMillis").asLong(SOON_MILLIS)));
        }
    }

    private static void once(Scene scene) {
        template(scene);
        String key = scene.standing();
        String once = UUID.randomUUID().toString();
        List<Map<String, Object>> copies = List.of(copyOf(key, TEMPLATE));
        long first = scene.port()
                .send("POST", "/copies", once, copies)
                .get(0)
                .path("job")
                .asLong(-1);
        long again = scene.port()
                .send("POST", "/copies", once, copies)
                .get(0)
                .path("job")
                .asLong(-2);
        Broken.unless(first == again, "The first answer named job " + first + ", the second " + again + ".");
        ended(scene, first);
    }

    private static void missing(Scene scene) {
        String key = scene.standing();
        Port.refused(scene.port().send("POST", "/copies", copyOf(key, scene.named("no-template"))), "template-missing");
    }

    private static void unknownJob(Scene scene) {
        JsonNode jobs = scene.port().get("/copies?job=" + Integer.MAX_VALUE);
        Broken.unless(jobs.path("jobs").isEmpty(), "It tells of a copy that was never begun.");
    }
}
