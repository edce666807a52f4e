package chalkline.cli.conform;

import chalkline.core.naming.Digest;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import tools.jackson.databind.JsonNode;

/** Who is in shells, and how they come in. */
final class PeopleChecks {
    private PeopleChecks() {}

    static List<Check> all() {
        return List.of(
                new Check("people-kept", "People come into a shell and leave it as they are put.", PeopleChecks::kept),
                new Check(
                        "people-of-many",
                        "People of several shells are told in the order of the shells.",
                        PeopleChecks::ofMany),
                new Check(
                        "unknown-person",
                        "Somebody whom the LMS does not know is refused as person-unknown.",
                        PeopleChecks::unknown),
                new Check(
                        "roster-digest",
                        "The digest of a section's roster is that of its people, and not of who is there by hand.",
                        PeopleChecks::digest),
                new Check(
                        "master-without-students",
                        "A shell outside any term takes instructors, and refuses students as no-students.",
                        PeopleChecks::master),
                new Check(
                        "extension-taken",
                        "Somebody is let in longer, and no longer than the others again.",
                        PeopleChecks::extension),
                new Check(
                        "entry-code-taken", "A shell takes an entry code, and is without again.", PeopleChecks::code));
    }

    private static Map<String, Object> person(String user, String role, String section) {
        return Map.of("user", user, "role", role, "section", section);
    }

    private static Map<String, Object> change(String key, List<?> add, List<?> remove) {
        return Map.of("key", key, "add", add, "remove", remove);
    }

    private static Set<String> in(JsonNode people) {
        Set<String> in = new TreeSet<>();
        people.forEach(one -> in.add(one.path("role").asString("") + " "
                + one.path("user").asString("") + " " + one.path("section").asString("?")));
        return in;
    }

    private static void kept(Scene scene) {
        String key = scene.standing();
        String section = key + "-a";
        String teacher = scene.person(0);
        String student = scene.person(1);
        Port port = scene.port();
        List<Map<String, Object>> both =
                List.of(person(teacher, "instructor", section), person(student, "student", section));
        port.done("PUT", "/people", change(key, both, List.of()));
        JsonNode people = port.get("/shells/" + Port.encoded(key) + "/people");
        Set<String> wanted =
                new TreeSet<>(List.of("instructor " + teacher + " " + section, "student " + student + " " + section));
        Broken.unless(in(people).equals(wanted), "In it are " + in(people) + ", put were " + wanted + ".");
        port.done("PUT", "/people", change(key, List.of(), both.subList(1, 2)));
        Broken.unless(
                port.get("/shells/" + Port.encoded(key) + "/people").size() == 1,
                "Whoever was taken out is still in it.");
    }

    private static void ofMany(Scene scene) {
        String first = scene.standing();
        String second = scene.standing();
        Port port = scene.port();
        port.done(
                "PUT",
                "/people",
                change(second, List.of(person(scene.person(0), "instructor", second + "-a")), List.of()));
        JsonNode told = port.lookup(List.of(second, first));
        Broken.unless(
                told.size() == 2 && told.get(0).size() == 1 && told.get(1).isEmpty(),
                "They are not told in the order that was asked in.");
    }

    private static void unknown(Scene scene) {
        String key = scene.standing();
        String nobody = scene.named("nobody");
        Port.refused(
                scene.port()
                        .send("PUT", "/people", change(key, List.of(person(nobody, "student", key + "-a")), List.of())),
                "person-unknown");
    }

    private static void digest(Scene scene) {
        String key = scene.standing();
        String section = key + "-a";
        String teacher = scene.person(0);
        String student = scene.person(1);
        scene.port()
                .done(
                        "PUT",
                        "/people",
                        change(
                                key,
                                List.of(
                                        person(student, "student", section),
                                        person(teacher, "instructor", section),
                                        person(scene.person(2), "assistant", "")),
                                List.of()));
        JsonNode rosters = scene.there(key).path("rosters");
        if (!rosters.has(section)) {
            throw new Lacking("GET /shells leaves rosters out.");
        }
        String lines = "instructor " + teacher + "\nstudent " + student + "\n";
        String wanted = Digest.of(lines.getBytes(StandardCharsets.UTF_8));
        Broken.unless(
                rosters.path(section).asString("").equals(wanted),
                "The digest is " + rosters.path(section).asString("") + ", of these lines it is " + wanted + ": "
                        + lines.replace("\n", "; "));
    }

    private static void master(Scene scene) {
        Map<String, Object> put = Scene.with(scene.shell(), "term", "");
        put.remove("lead");
        put.put("sections", List.of());
        String key = Scene.key(put);
        scene.port().done("PUT", "/shells", put);
        scene.port().done("PUT", "/people", change(key, List.of(person(scene.person(0), "instructor", "")), List.of()));
        Port.refused(
                scene.port()
                        .send(
                                "PUT",
                                "/people",
                                change(key, List.of(person(scene.person(1), "student", "")), List.of())),
                "no-students");
    }

    private static void extension(Scene scene) {
        String key = scene.standing();
        String student = scene.person(1);
        scene.port().done("PUT", "/people", change(key, List.of(person(student, "student", key + "-a")), List.of()));
        scene.port()
                .done("PUT", "/extensions", Map.of("key", key, "user", student, "until", "2031-06-30T23:59:59+02:00"));
        scene.port().done("PUT", "/extensions", Map.of("key", key, "user", student));
    }

    private static void code(Scene scene) {
        String key = scene.standing();
        scene.port().done("PUT", "/entry-codes", Map.of("key", key, "code", "kelp-reef", "until", Scene.CLOSES));
        scene.port().done("PUT", "/entry-codes", Map.of("key", key));
    }
}
