package chalkline.core.templates;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.Lists;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Setting;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.Proof;
import chalkline.core.proof.Shell;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class EarlierShellsTest {
    private static Shell tides(String code) {
        Lists lists =
                new Lists().course("c", code, "Tides").section("a", "c", "001").teaches("a", "u-7", "Vane", true);
        return Proof.of(lists.list(), lists.sections(), "27SP", Conventions.in(ZoneId.of("America/Halifax")), List.of())
                .rows()
                .get(0)
                .shell()
                .orElseThrow();
    }

    private static HeldShell held(String key, String term, String code, String title, String opens) {
        return new HeldShell(
                key,
                term,
                code,
                Map.of(Setting.TITLE, title, Setting.OPENS, opens),
                Optional.empty(),
                Optional.empty(),
                true,
                false,
                false);
    }

    private static final HeldShell SPRING = held("s:1", "26SP", "26sp-ocea-210-001", "", "2026-01-05T00:00:00-04:00");
    private static final HeldShell FALL = held("s:2", "26FA", "26fa-ocea-210-001", "", "2026-09-07T00:00:00-03:00");

    private static Optional<EarlierShells.Found> previous(Map<String, List<String>> instructors, HeldShell... held) {
        return new EarlierShells(List.of(held), instructors)
                .all(tides("OCEA 210")).stream().findFirst();
    }

    @Test
    void theLastTaughtIsTaken() {
        EarlierShells.Found found = previous(Map.of(), SPRING, FALL).orElseThrow();
        assertThat(found.shell()).isSameAs(FALL);
        assertThat(found.evidence())
                .containsExactly("Its code 26fa-ocea-210-001 names OCEA 210.", "It was taught by somebody else.");
    }

    @Test
    void theSameInstructorGoesFirst() {
        EarlierShells.Found found = previous(Map.of("s:1", List.of("u-3", "u-7"), "s:2", List.of("u-4")), SPRING, FALL)
                .orElseThrow();
        assertThat(found.shell()).isSameAs(SPRING);
        assertThat(found.sameInstructor()).isTrue();
        assertThat(found.evidence()).last().isEqualTo("G Vane taught it, as now.");
    }

    @Test
    void otherCoursesOfSimilarNameAreNot() {
        assertThat(previous(
                        Map.of(),
                        held("s:3", "26FA", "26fa-ocea-210l-001", "", "2026-09-07T00:00:00-03:00"),
                        held("s:4", "26FA", "26fa-ocea-2100", "", "2026-09-07T00:00:00-03:00"),
                        held("s:5", "26FA", "26fa-geo-ocea", "Ocean 210", "2026-09-07T00:00:00-03:00")))
                .isEmpty();
    }

    @Test
    void aTitleWillDoAndAKeyThatNamesTheCourse() {
        HeldShell titled = held("s:6", "26FA", "x1", "OCEA 210-002 Tides", "2026-09-07T00:00:00-03:00");
        assertThat(previous(Map.of(), titled).orElseThrow().evidence().get(0)).isEqualTo("Its title names OCEA 210.");
        HeldShell keyed = held("c:c:26FA", "26FA", "x2", "", "2026-09-07T00:00:00-03:00");
        assertThat(previous(Map.of(), keyed).orElseThrow().evidence().get(0)).isEqualTo("It was made for this course.");
        HeldShell own = held("i:c:26FA:u-7", "26FA", "x3", "", "2026-09-07T00:00:00-03:00");
        assertThat(previous(Map.of(), own).orElseThrow().sameInstructor()).isTrue();
    }

    @Test
    void shellsOfThisTermAndLaterAreNotEarlier() {
        assertThat(previous(
                        Map.of(),
                        held("s:7", "27SP", "27sp-ocea-210-002", "", "2026-12-28T08:00:00-04:00"),
                        held("s:8", "27FA", "27fa-ocea-210-001", "", "2027-09-06T00:00:00-03:00"),
                        held("s:9", "25FA", "25fa-ocea-210-001", "", "long ago")))
                .isEmpty();
    }
}
