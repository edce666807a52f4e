package chalkline.server.arrivals;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.ListFiles;
import chalkline.server.RunningSystem;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

class ArrivalsTest {
    private static RunningSystem system;
    private static Client abara;
    private static Client standIns;
    private static ListFiles list;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(120, "--standins.earlier-terms=false");
        abara = system.signedIn("abara");
        standIns = Client.anonymous(system.standIns());
        assertThat(abara.fetchList().get("state").asString()).isEqualTo("KEPT");
        list = ListFiles.of(standIns);
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    /** Drops a file that must be refused, and checks that the list before holds as it was. */
    private static JsonNode refused(byte[] content) {
        String versions =
                abara.get("/api/terms/27SP/proof").json().get("versions").asString();
        JsonNode arrival = abara.read(abara.upload("/api/arrivals", "list.zip", content));
        assertThat(arrival.get("state").asString()).isEqualTo("REFUSED");
        JsonNode proof = abara.get("/api/terms/27SP/proof").json();
        assertThat(proof.get("versions").asString()).isEqualTo(versions);
        assertThat(proof.get("shells").asInt()).isEqualTo(120);
        return arrival;
    }

    private static void assertFault(JsonNode arrival, String file, int line, String column, String reason) {
        JsonNode fault = arrival.get("faults").get(0);
        assertThat(fault.get("file").asString()).isEqualTo(file);
        assertThat(fault.get("line").asInt()).isEqualTo(line);
        assertThat(fault.get("column").asString()).isEqualTo(column);
        assertThat(fault.get("reason").asString()).contains(reason);
    }

    @Test
    void aMissingFileIsRefused() throws IOException {
        Map<String, byte[]> files = list.files();
        files.remove("users.csv");
        assertFault(refused(ListFiles.zip(files)), "users.csv", 1, "1", "missing");
    }

    @Test
    void aBadDateIsRefused() throws IOException {
        byte[] bad = list.with("academicSessions.csv", text -> text.replaceFirst("2025-09-01", "2025-09-31"));
        assertFault(refused(bad), "academicSessions.csv", 2, "startDate", "no day");
    }

    @Test
    void aDanglingIdIsRefused() throws IOException {
        byte[] bad = list.with("enrollments.csv", text -> text.replaceFirst("cl-27SP-1,", "cl-gone,"));
        assertFault(refused(bad), "enrollments.csv", 2, "classSourcedId", "cl-gone");
    }

    @Test
    void aDuplicateIdIsRefused() throws IOException {
        byte[] bad = list.with("orgs.csv", text -> text.replaceFirst("org-SEA,active", "org-LET,active"));
        assertThat(refused(bad).get("faults").toString()).contains("stands in an earlier row too");
    }

    @Test
    void anotherEncodingIsRefused() throws IOException {
        byte[] bad = list.with("users.csv", text -> text, StandardCharsets.ISO_8859_1);
        assertThat(refused(bad).get("faults").get(0).get("reason").asString()).contains("not UTF-8");
    }

    @Test
    void aWebPageInsteadOfAZipIsRefused() {
        byte[] page = "<!doctype html><html><body>Please sign in</body></html>".getBytes(StandardCharsets.UTF_8);
        assertFault(refused(page), "list.zip", 1, "1", "web page");
    }

    @Test
    void aRegistrarThatAnswersWithAPageIsRefusedTheSameWay() {
        standIns.put("/registrar/list", "application/zip", "<html>down</html>".getBytes(StandardCharsets.UTF_8));
        try {
            JsonNode arrival = abara.fetchList();
            assertThat(arrival.get("state").asString()).isEqualTo("REFUSED");
        } finally {
            standIns.delete("/registrar/list");
        }
    }

    @Test
    void theSameListAgainIsNotKeptTwice() {
        assertThat(abara.fetchList().get("state").asString()).isEqualTo("SAME");
    }

    @Test
    void anotherListSaysWhatChangedByDepartment() throws IOException {
        byte[] fewer = list.with("classes.csv", text -> text.replaceFirst("(?m)^(cl-27SP-1),active", "$1,tobedeleted"));
        JsonNode arrival = abara.read(abara.upload("/api/arrivals", "fewer.zip", fewer));
        assertThat(arrival.get("state").asString()).isEqualTo("KEPT");
        assertThat(arrival.get("sections").asInt()).isEqualTo(119);
        JsonNode rows = abara.get("/api/arrivals/" + arrival.get("id").asLong() + "/departments")
                .json();
        int out = 0;
        int drops = 0;
        for (JsonNode row : rows) {
            out += row.get("wentOut").asInt();
            drops += row.get("drops").asInt();
            assertThat(row.get("cameIn").asInt()).isZero();
        }
        assertThat(out).isEqualTo(1);
        assertThat(drops).isPositive();
        // back to the first, so that the order of tests does not matter
        assertThat(abara.fetchList().get("sections").asInt()).isEqualTo(120);
    }
}
