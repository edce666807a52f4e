package chalkline.server.arrivals;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.ListFiles;
import chalkline.server.RunningSystem;
import java.io.IOException;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A list that would harm waits for a person, who can go back as well. */
class HeldListsTest {
    private static final String DECIDED = "{\"reason\":\"The college moved to its own system.\"}";

    private static RunningSystem system;
    private static Client abara;
    private static ListFiles list;
    private static long first;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(120);
        abara = system.signedIn("abara");
        JsonNode arrival = abara.fetchList();
        assertThat(arrival.get("state").asString()).isEqualTo("KEPT");
        first = arrival.get("id").asLong();
        list = ListFiles.of(Client.anonymous(system.standIns()));
        abara.build("27SP");
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    /** A list with all but some sections gone, told from others by a name of a course. */
    private static JsonNode dropped(int left, String mark) throws IOException {
        byte[] fewer = list.with("classes.csv", text -> {
            StringBuilder out = new StringBuilder();
            int kept = 0;
            for (String line : text.split("(?<=\n)")) {
                boolean section = line.startsWith("cl-27SP-");
                out.append(section && ++kept > left ? line.replaceFirst(",active", ",tobedeleted") : line);
            }
            return out.toString().replaceFirst("(?m)^(cl-27SP-1,active,)\"?[^,\"]*\"?,", "$1" + mark + ",");
        });
        return abara.read(abara.upload("/api/arrivals", "fewer.zip", fewer));
    }

    private static JsonNode proof() {
        return abara.get("/api/terms/27SP/proof").json();
    }

    private static int closes() {
        return abara.closes("27SP");
    }

    private static Client.Answer decide(JsonNode arrival, String how) {
        return abara.post("/api/arrivals/" + arrival.get("id").asLong() + "/" + how, DECIDED);
    }

    private static void goBack() {
        if (!abara.get("/api/arrivals/" + first).json().get("inUse").asBoolean()) {
            assertThat(abara.post("/api/arrivals/" + first + "/use", DECIDED).status())
                    .isEqualTo(200);
        }
    }

    @Test
    void aListWithMostOfItMissingIsHeldAndComputesNothing() throws IOException {
        String versions = proof().get("versions").asString();
        JsonNode held = dropped(10, "Held");
        assertThat(held.get("state").asString()).isEqualTo("HELD");
        assertThat(held.get("inUse").asBoolean()).isFalse();
        JsonNode campus = held.get("trips").get(0);
        assertThat(campus.get("department").asString()).isEmpty();
        assertThat(campus.get("guard").asString()).isEqualTo("sectionsOut");
        assertThat(campus.get("out").asInt()).isEqualTo(110);
        assertThat(campus.get("whole").asInt()).isEqualTo(120);
        assertThat(proof().get("versions").asString()).isEqualTo(versions);
        assertThat(closes()).isZero();
        assertThat(abara.get("/api/desk").json().get("heldLists")).isNotEmpty();

        JsonNode departments = abara.get("/api/arrivals/" + held.get("id").asLong() + "/departments")
                .json();
        int out = 0;
        for (JsonNode row : departments) {
            out += row.get("wentOut").asInt();
        }
        assertThat(out).isEqualTo(110);
        JsonNode effect = abara.get("/api/arrivals/" + held.get("id").asLong() + "/effect")
                .json();
        assertThat(effect).anySatisfy(term -> {
            assertThat(term.get("term").asString()).isEqualTo("27SP");
            assertThat(term.get("closes").asInt()).isEqualTo(110);
        });

        assertThat(decide(held, "turn-away").json().get("state").asString()).isEqualTo("TURNED_AWAY");
        assertThat(decide(held, "use").status()).isEqualTo(409);
        assertThat(proof().get("versions").asString()).isEqualTo(versions);
    }

    @Test
    void anAcceptedListIsInUseUntilSomebodyGoesBack() throws IOException {
        goBack();
        String versions = proof().get("versions").asString();
        JsonNode held = dropped(20, "Accepted");
        assertThat(abara.post("/api/arrivals/" + held.get("id").asLong() + "/use", "{\"reason\":\" \"}")
                        .status())
                .as("a reason is wanted")
                .isEqualTo(400);
        JsonNode used = decide(held, "use").json();
        assertThat(used.get("inUse").asBoolean()).isTrue();
        assertThat(used.get("reason").asString()).contains("own system");
        assertThat(used.get("decidedBy").asString()).isEqualTo("N. Abara");
        assertThat(closes()).isEqualTo(100);
        goBack();
        assertThat(closes()).isZero();
        assertThat(proof().get("versions").asString()).isEqualTo(versions);
    }

    @Test
    void aHeldListWhoseNumbersNoLongerHoldIsNotAccepted() throws IOException {
        goBack();
        JsonNode older = dropped(30, "Older");
        JsonNode newer = dropped(40, "Newer");
        assertThat(decide(newer, "use").status()).isEqualTo(200);
        assertThat(decide(older, "use").status()).isEqualTo(409);
        goBack();
    }

    @Test
    void aTermThatTheListDoesNotCarryClosesNothing() {
        JsonNode proof = abara.get("/api/terms/26FA/proof").json();
        assertThat(proof.get("shells").asInt()).isZero();
        assertThat(proof.get("blockers").get(0).asString()).contains("no sections of Fall 2026");
        Client.Answer build = abara.startBuild("26FA");
        assertThat(build.status()).isEqualTo(422);
        assertThat(build.json().get("detail").asString()).contains("Nothing was built");
        assertThat(abara.get("/api/terms/26FA/line").json().get("missing").asString())
                .contains("has no sections of Fall 2026");
        JsonNode unknown = abara.get("/api/terms/99XX/line").json();
        assertThat(unknown.get("missing").asString()).contains("99XX");
    }

    /** Naming a list that is still being read must not keep an empty one in memory. */
    @Test
    void aListThatIsNotKeptHasNoProof() {
        long next = first + 1000;
        assertThat(abara.get("/api/terms/27SP/proof/rows?versions=" + next + ".1.1")
                        .status())
                .isEqualTo(404);
        assertThat(abara.get("/api/arrivals/" + next + "/effect").status()).isEqualTo(404);
    }

    @Test
    void faultsKeepWhateverCharactersTheirTextsHave() throws IOException {
        byte[] bad =
                list.with("classes.csv", text -> text.replaceFirst("cl-27SP-1,active", "cl-27SP-1,\"act\nive\tx\""));
        JsonNode arrival = abara.read(abara.upload("/api/arrivals", "bad.zip", bad));
        assertThat(arrival.get("faults").get(0).get("reason").asString()).contains("act\nive\tx");
        assertThat(abara.get("/api/arrivals").status()).isEqualTo(200);
    }

    @Test
    void movesToWhatTheListDoesNotHaveAreNotKeptWhicheverWayTheyCome() {
        int version = abara.get("/api/conventions").json().at("/about/number").asInt();
        String yaml =
                abara.get("/api/conventions/versions/" + version + "/file").text() + "moves:\n- to: NOWHERE\n";
        String body = new tools.jackson.databind.json.JsonMapper()
                .writeValueAsString(
                        java.util.Map.of("change", java.util.Map.of("basedOn", version, "file", yaml), "note", ""));
        Client.Answer answer = abara.post("/api/conventions/versions", body);
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.json().get("detail").asString()).contains("NOWHERE");
    }

    @Test
    void whatMatchesNothingIsListed() {
        int version = abara.get("/api/conventions").json().at("/about/number").asInt();
        String yaml = abara.get("/api/conventions/versions/" + version + "/file")
                        .text() + "overrides:\n- section: cl-gone\n  set: {units: 3}\n";
        String body = new tools.jackson.databind.json.JsonMapper()
                .writeValueAsString(
                        java.util.Map.of("change", java.util.Map.of("basedOn", version, "file", yaml), "note", ""));
        assertThat(abara.post("/api/conventions/versions", body).status()).isEqualTo(200);
        assertThat(abara.get("/api/conventions/unmatched").json()).anySatisfy(one -> {
            assertThat(one.get("path").asString()).isEqualTo("overrides/0/section");
            assertThat(one.get("reason").asString()).contains("cl-gone");
        });
    }
}
