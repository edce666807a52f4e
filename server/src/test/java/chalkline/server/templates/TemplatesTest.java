package chalkline.server.templates;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Templates: kept in versions, as cartridges, and taken from shells. */
class TemplatesTest {
    private static final JsonMapper JSON = new JsonMapper();
    private static RunningSystem system;
    private static Client abara;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(48);
        abara = system.signedIn("abara");
        abara.fetchList();
        abara.refreshHeld();
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    private static Client.Answer keep(JsonNode draft, int basedOn) {
        ObjectNode keep = JSON.createObjectNode();
        keep.set("draft", draft);
        keep.put("basedOn", basedOn);
        keep.put("note", "for the test");
        return abara.post("/api/templates", keep.toString());
    }

    private static ObjectNode draft(String id, String due) {
        return (ObjectNode) JSON.readTree("""
                {"id":"%s","title":"Field work","instruction":"Boots.","weekTitle":"Week {week}","files":{},
                 "units":[{"title":"Out","instruction":"","items":[
                   {"kind":"assignment","title":"Log","text":"","address":"","points":"2.5","due":"%s"}]}],
                 "everyWeek":[]}""".formatted(id, due));
    }

    @Test
    void aTemplateIsKeptInVersions() {
        assertThat(keep(draft("field", "week 1 Fri 23:59"), 0)
                        .json()
                        .at("/about/number")
                        .asInt())
                .isEqualTo(1);
        assertThat(keep(draft("field", "week 2 Fri"), 1)
                        .json()
                        .at("/about/number")
                        .asInt())
                .isEqualTo(2);
        assertThat(abara.get("/api/templates/field")
                        .json()
                        .at("/draft/units/0/items/0/due")
                        .asString())
                .isEqualTo("week 2 Fri");
        Client.Answer late = keep(draft("field", "week 3 Fri"), 1);
        assertThat(late.status()).isEqualTo(409);
        assertThat(late.json().get("detail").asString()).contains("N. Abara").contains("Nothing was overwritten");
        assertThat(keep(draft("field", "week 3 Fri"), 0).status()).isEqualTo(409);
    }

    @Test
    void aTemplateThatWasTakenOutCanComeBack() {
        keep(draft("gone", "week 1 Fri"), 0);
        assertThat(abara.delete("/api/templates/gone?basedOn=1").status()).isEqualTo(200);
        assertThat(abara.get("/api/templates/gone").status()).isEqualTo(404);
        assertThat(keep(draft("gone", "week 1 Fri"), 0)
                        .json()
                        .at("/about/number")
                        .asInt())
                .isEqualTo(3);
    }

    @Test
    void whatIsWrongIsToldAtItsField() {
        assertThat(refused(draft("Field", "")).get("field").asString()).isEqualTo("id");
        assertThat(refused(draft("previous", "")).get("field").asString()).isEqualTo("id");
        JsonNode due = refused(draft("f2", "Friday"));
        assertThat(due.get("field").asString()).isEqualTo("units.0.items.0.due");
        assertThat(refused(draft("f2", "Fri 23:59")).get("detail").asString()).contains("week 3 Fri 23:59");
        ObjectNode points = draft("f2", "");
        ((ObjectNode) points.at("/units/0/items/0")).put("points", "ten");
        assertThat(refused(points).get("field").asString()).isEqualTo("units.0.items.0.points");
        ObjectNode files = draft("f2", "");
        files.putObject("files").put("x.pdf", "0".repeat(64));
        assertThat(refused(files).get("detail").asString()).contains("x.pdf was never brought in");
    }

    private static JsonNode refused(JsonNode draft) {
        Client.Answer answer = keep(draft, 0);
        assertThat(answer.status()).isEqualTo(422);
        return answer.json().get("errors").get(0);
    }

    @Test
    void aTemplateGoesOutAndComesBackAsACartridge() {
        byte[] cartridge = abara.bytes("/api/templates/tpl-seminar/cartridge");
        Client.Answer brought = abara.upload("/api/templates/cartridge", "seminar.imscc", cartridge);
        assertThat(brought.status()).isEqualTo(200);
        JsonNode kept = abara.get("/api/templates/tpl-seminar").json();
        assertThat(brought.json().get("draft")).isEqualTo(kept.get("draft"));
        assertThat(brought.json().get("leftOut")).isEmpty();
        Client.Answer page = abara.upload(
                "/api/templates/cartridge", "x.imscc", "<html>".getBytes(java.nio.charset.StandardCharsets.UTF_8));
        assertThat(page.status()).isEqualTo(422);
        assertThat(page.json().get("detail").asString()).startsWith("x.imscc:1:1: this is no zip file");
    }

    @Test
    void aShellOfAnEarlierTermGivesATemplate() {
        JsonNode brought =
                abara.get("/api/templates/from-shell?key=s:cl-26FA-1").json();
        JsonNode units = brought.at("/draft/units");
        assertThat(units.get(0).get("title").asString()).isEqualTo("Welcome");
        // Fall 2026 has its reading week from 12 October, so what was due in week 6 was due on 23 October
        assertThat(units.get(6).at("/items/1/title").asString()).isEqualTo("Exercise 6");
        assertThat(units.get(6).at("/items/1/due").asString()).isEqualTo("week 6 Fri 23:59");
        assertThat(units.get(units.size() - 1).at("/items/0/due").asString()).isEqualTo("part.end + 3d 12:00");
        assertThat(brought.get("leftOut").get(0).asString()).contains("People");
        assertThat(keep(brought.get("draft"), 0).status()).isEqualTo(200);
        assertThat(abara.get("/api/templates/from-shell?key=nothing").status()).isEqualTo(404);
    }
}
