package chalkline.server.build;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Who is in shells, as lists go on. */
class RostersTest {
    private static RunningSystem system;
    private static Client abara;
    private static Client standIns;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(
                200, "--standins.earlier-terms=false", "--standins.copy-millis=1", "--standins.calls-per-second=10000");
        abara = system.signedIn("abara");
        standIns = Client.anonymous(system.standIns());
        abara.fetchList();
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    private static long effect(String of) {
        JsonNode effect = standIns.get("/lms/api/effects").json().at("/" + of + "/times");
        return effect.isMissingNode() ? 0 : effect.asLong();
    }

    private static List<String> in(String key) {
        List<String> people = new ArrayList<>();
        standIns.get("/lms/api/shells/" + key + "/people")
                .json()
                .forEach(person -> people.add(person.get("user").asString() + "/"
                        + person.get("section").asString()));
        return people;
    }

    /**
     * A build of a later list sends the difference only, as the LMS counts it; whoever was put into a shell by hand is neither
     * a difference nor taken out.
     */
    @Test
    void onlyTheDifferenceIsSentAndWhoWasPutInByHandStays() {
        assertThat(abara.build("27SP").get("state").asString()).isEqualTo("DONE");
        assertThat(standIns.put("/lms/api/trouble/person/s:cl-27SP-1?user=u-100001&role=student", "")
                        .status())
                .isEqualTo(200);
        abara.refreshHeld();
        assertThat(abara.get("/api/terms/27SP/proof").json().get("actions"))
                .as("nothing is to be changed")
                .allSatisfy(action -> assertThat(action.get("action").asString().equals("keep")
                                || action.get("shells").asInt() == 0)
                        .isTrue());

        standIns.put("/registrar/api/day", "{\"day\":3}");
        JsonNode list = abara.fetchList();
        assertThat(list.get("state").asString()).isEqualTo("KEPT");
        long came = 0;
        long went = 0;
        for (JsonNode term :
                abara.get("/api/arrivals/" + list.get("id") + "/changes").json()) {
            for (JsonNode department : term.get("departments")) {
                JsonNode sections = abara.get("/api/arrivals/" + list.get("id")
                                + "/changes/sections?term=27SP&department="
                                + department.get("code").asString())
                        .json();
                for (JsonNode section : sections) {
                    if (section.get("kind").asString().equals("in")) {
                        came += section.get("studentsAfter").asInt() + 1;
                    }
                    for (JsonNode mover : section.get("people")) {
                        boolean comes = List.of("add", "instructor-in")
                                .contains(mover.get("what").asString());
                        came += comes ? 1 : 0;
                        went += comes ? 0 : 1;
                    }
                }
            }
        }
        long in = effect("person in");
        long out = effect("person out");
        assertThat(abara.build("27SP").get("state").asString()).isEqualTo("DONE");
        assertThat(effect("person in") - in).as("who came").isEqualTo(came);
        // those of sections that went out go with their shells, which are closed
        assertThat(effect("person out") - out).as("who went").isGreaterThanOrEqualTo(went);
        assertThat(in("s:cl-27SP-1")).contains("u-100001/");
    }
}
