package chalkline.server.arrivals;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import chalkline.server.sheets.Sheets;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A shell is closed for its absence only where a list once had it: what no list ever had is left alone, and told. */
class OnceListedTest {
    private static RunningSystem system;
    private static Client abara;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(120);
        abara = system.signedIn("abara");
        assertThat(abara.fetchList().get("state").asString()).isEqualTo("KEPT");
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    private static JsonNode summary(String term) {
        return abara.get("/api/terms/" + term + "/proof").json();
    }

    private static int shells(JsonNode summary, String action) {
        return summary.get("actions")
                .valueStream()
                .filter(one -> one.get("action").asString().equals(action))
                .mapToInt(one -> one.get("shells").asInt())
                .sum();
    }

    /** The autumn before stands in the LMS, and the registrar's list has nothing of it. */
    @Test
    void aRowOfASheetForAnotherTermClosesNothingOfThatTerm() {
        abara.refreshHeld();
        Sheets autumn = new Sheets(abara, "26FA");
        JsonNode rows = autumn.pasted("Course\tTitle\tSec\tDepartment\nOCEA 199\tKnots\t001\tOceanography\n");
        Client.Answer kept = autumn.kept(rows, autumn.judged(rows), Set.of());
        assertThat(kept.status()).as(kept.text()).isEqualTo(200);
        JsonNode summary = summary("26FA");
        assertThat(shells(summary, "close")).isZero();
        assertThat(shells(summary, "build")).isEqualTo(1);
        assertThat(summary.get("leftAlone").asInt()).isGreaterThan(50);

        // once the row is out again its shell would be one of ours, and goes
        String own = autumn.view().get("sections").get(0).get("id").asString();
        assertThat(abara.build("26FA").get("failed").asInt()).isZero();
        JsonNode second = autumn.pasted("Course\tTitle\tSec\tDepartment\nOCEA 198\tSails\t001\tOceanography\n");
        autumn.kept(second, autumn.judged(second), Set.of());
        Client.Answer out = autumn.own("take-out", List.of(own));
        assertThat(out.status()).as(out.text()).isEqualTo(200);
        JsonNode after = summary("26FA");
        assertThat(shells(after, "close")).as(after.toString()).isEqualTo(1);
        assertThat(after.get("leftAlone").asInt())
                .isEqualTo(summary.get("leftAlone").asInt());
    }
}
