package chalkline.server.arrivals;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.ListFiles;
import chalkline.server.OwnSystem;
import chalkline.server.RunningSystem;
import java.io.IOException;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import tools.jackson.databind.JsonNode;

/** Two registrars, one list: each has its own schedule and guards, and their ids are kept apart. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
@OwnSystem("it has two registrars")
class SourcesTest {
    private static RunningSystem system;
    private static Client abara;
    private static ListFiles list;

    @BeforeAll
    static void start() {
        system = RunningSystem.withTwoRegistrars(60, "--standins.earlier-terms=false");
        abara = system.signedIn("abara");
        list = ListFiles.of(Client.anonymous(system.standIns()));
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    private static JsonNode fetched(String source) {
        return abara.read(abara.post("/api/arrivals/fetch?source=" + source, ""));
    }

    private static JsonNode dropped(String source, byte[] content) {
        return abara.read(abara.upload("/api/arrivals?source=" + source, "list.zip", content));
    }

    private static int shells() {
        return abara.get("/api/terms/27SP/proof").json().get("shells").asInt();
    }

    @Test
    @Order(1)
    void bothListsAreOneUnderOneCalendar() {
        assertThat(fetched("registrar").get("state").asString()).isEqualTo("KEPT");
        int first = shells();
        assertThat(fetched("north").get("state").asString()).isEqualTo("KEPT");
        assertThat(shells()).isEqualTo(2 * first);
        assertThat(abara.get("/api/desk")
                        .json()
                        .get("terms")
                        .valueStream()
                        .map(one -> one.get("code").asString()))
                .doesNotHaveDuplicates();
        List<String> inUse = abara.get("/api/arrivals")
                .json()
                .valueStream()
                .filter(one -> one.get("inUse").asBoolean())
                .map(one -> one.get("source").asString())
                .toList();
        assertThat(inUse).containsExactly("north", "registrar");
        assertThat(fetched("north").get("state").asString()).isEqualTo("SAME");
        assertThat(abara.post("/api/arrivals/fetch?source=west", "").status()).isEqualTo(404);
    }

    @Test
    @Order(2)
    void eachHasItsOwnSchedule() {
        abara.put("/api/arrivals/sources/north/schedule", "{\"active\":true,\"at\":\"04:30\"}");
        JsonNode sources = abara.get("/api/arrivals/sources").json();
        assertThat(sources.valueStream().map(one -> one.get("name").asString() + " " + one.get("active")))
                .containsExactly("the registrar's list false", "the list of North Campus true");
        abara.put("/api/arrivals/sources/north/schedule", "{\"active\":false,\"at\":\"04:30\"}");
    }

    /** A list that lost a third is held by its own guards; the other registrar's is as it was. */
    @Test
    @Order(3)
    void eachHasItsOwnGuards() throws IOException {
        int before = shells();
        byte[] fewer = list.with(java.util.Map.of(
                "classes.csv",
                SourcesTest::aThirdGone,
                "enrollments.csv",
                text -> text.lines().findFirst().orElseThrow() + "\r\n"));
        JsonNode held = dropped("north", fewer);
        assertThat(held.get("state").asString()).isEqualTo("HELD");
        assertThat(shells()).isEqualTo(before);
        abara.post("/api/arrivals/" + held.get("id") + "/turn-away", "{\"reason\":\"look at it again\"}");
        int version =
                abara.get("/api/conventions").json().get("about").get("number").asInt();
        String shares = "{\"sectionsOut\":10,\"instructorsOut\":25,\"drops\":20,\"from\":20}";
        String kept = "{\"note\":\"\",\"change\":{\"basedOn\":" + version + ",\"guards\":{\"campus\":" + shares
                + ",\"departments\":{},\"sources\":{\"north\":"
                + "{\"sectionsOut\":100,\"instructorsOut\":100,\"drops\":100,\"from\":1}}}}}";
        Client.Answer answer = abara.post("/api/conventions/versions", kept);
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        assertThat(dropped("registrar", fewer).get("state").asString()).isEqualTo("HELD");
        JsonNode taken = dropped("north", fewer);
        assertThat(taken.get("state").asString()).as(taken.toString()).isEqualTo("KEPT");
        assertThat(shells()).isBetween(before - before / 6 - 2, before - before / 6 + 2);
    }

    /** The held list of one is accepted though the other's came in meanwhile. */
    @Test
    @Order(4)
    void aHeldListOfOneIsAcceptedBesideANewOneOfTheOther() throws IOException {
        JsonNode held = abara.get("/api/arrivals")
                .json()
                .valueStream()
                .filter(one -> one.get("state").asString().equals("HELD"))
                .findFirst()
                .orElseThrow();
        assertThat(dropped("north", list.with("courses.csv", text -> text.replace("Introduction", "Opening")))
                        .get("state")
                        .asString())
                .isEqualTo("KEPT");
        int before = shells();
        Client.Answer used = abara.post("/api/arrivals/" + held.get("id") + "/use", "{\"reason\":\"so it is\"}");
        assertThat(used.status()).as(used.text()).isEqualTo(200);
        assertThat(shells()).isLessThan(before);
        assertThat(abara.get("/api/terms/27SP/proof/rows?limit=5000&versions=" + abara.versions("27SP"))
                        .json()
                        .get("rows")
                        .valueStream()
                        .filter(row -> row.get("title").asString().contains("Opening")))
                .as("the other registrar's list is the new one")
                .isNotEmpty();
    }

    private static String aThirdGone(String classes) {
        List<String> lines = classes.lines().toList();
        StringBuilder left = new StringBuilder();
        for (int i = 0; i < lines.size(); i++) {
            if (i == 0 || i % 3 != 0) {
                left.append(lines.get(i)).append("\r\n");
            }
        }
        return left.toString();
    }
}
