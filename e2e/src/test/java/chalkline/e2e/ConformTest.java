package chalkline.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.cli.conform.Result;
import chalkline.cli.conform.Suite;
import chalkline.server.Client;
import chalkline.server.RunningSystem;
import java.net.URI;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The checks of an adapter, tried on the LMS stand-in: sound, and with one defect after the other. */
class ConformTest {
    private static final List<String> PEOPLE =
            List.of("ada@skerrow.example", "bo@skerrow.example", "cleo@skerrow.example");

    private static RunningSystem system;
    private static Client lms;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(
                24, "--standins.earlier-terms=false", "--standins.copy-millis=20", "--standins.calls-per-second=10000");
        lms = Client.anonymous(system.standIns());
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    @AfterEach
    void sound() {
        have("NONE");
    }

    private static void have(String defect) {
        assertThat(lms.put("/lms/api/trouble/defect?is=" + defect, "").status()).isEqualTo(200);
    }

    private static Suite.Report run(List<String> people) {
        List<Result> told = new ArrayList<>();
        Suite.Report report =
                Suite.run(URI.create(system.standIns() + "/lms/api"), Optional.empty(), people, told::add);
        assertThat(told).isEqualTo(report.results());
        return report;
    }

    @Test
    void theStandInKeepsAllAndIsLeftAsItWas() {
        String before = lms.get("/lms/api/categories").text();
        Suite.Report report = run(PEOPLE);
        assertThat(report.results())
                .as("each is kept")
                .allSatisfy(one -> assertThat(one.outcome())
                        .as("%s: %s %s", one.check(), one.says(), one.call())
                        .isEqualTo(Result.Outcome.KEPT));
        assertThat(report.results()).hasSize(1 + Suite.names().size());
        assertThat(report.left()).isEmpty();
        assertThat(lms.get("/lms/api/categories").text()).isEqualTo(before);
    }

    @ParameterizedTest
    @CsvSource({
        "FORGETS_KEYS, same-key-same-answer",
        "ANSWERS_REVERSED, answers-in-order",
        "OPENS_NEW, new-shell-shut",
        "TAKES_TAKEN_CODES, code-unique",
        "FORGETS_WINDOWS, windows-kept",
        "TELLS_NO_CHANGES, changed-since",
        "KNOWS_EVERY_MARK, unknown-mark",
        "SKIPS_ON_PAGES, pages-whole",
        "HIDES_REMOVED, removed-told",
        "REMOVES_TOUCHED, touched-stays",
        "SHUTS_WHAT_IT_CLOSES, closed-and-back",
        "DIGESTS_IN_CAPITALS, roster-digest",
        "REVERSES_OUTLINES, outline-in-order",
        "KNOWS_EVERYBODY, unknown-person"
    })
    void aDefectIsFoundByName(String defect, String check) {
        have(defect);
        Suite.Report report = run(PEOPLE);
        Result found = report.results().stream()
                .filter(one -> one.check().equals(check))
                .findFirst()
                .orElseThrow();
        assertThat(found.outcome()).as(report.toString()).isEqualTo(Result.Outcome.BROKEN);
        assertThat(found.says()).isNotBlank();
        assertThat(found.call()).contains(" -> ");
        assertThat(report.isKept()).isFalse();
    }

    @Test
    void whatWasNotGivenIsNotJudged() {
        Suite.Report report = run(List.of());
        assertThat(report.isKept()).isTrue();
        assertThat(report.results())
                .filteredOn(one -> one.outcome() == Result.Outcome.NOT_OFFERED)
                .extracting(Result::check)
                .contains("people-kept", "roster-digest")
                .doesNotContain("shell-as-put", "unknown-person");
    }

    @Test
    void anAddressThatIsNoAdapterIsToldAndNothingMoreIsTried() {
        Suite.Report report = Suite.run(system.standIns().resolve("/nowhere"), Optional.empty(), PEOPLE, one -> {});
        assertThat(report.results()).hasSize(1);
        assertThat(report.results().get(0).outcome()).isNotEqualTo(Result.Outcome.KEPT);
    }
}
