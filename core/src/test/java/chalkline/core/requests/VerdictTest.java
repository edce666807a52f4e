package chalkline.core.requests;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.Lists;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.CrossList;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.Proof;
import chalkline.core.proof.ProofRow;
import java.time.ZoneOffset;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** What a rule decides, on proofs that are computed; common practice, no source. */
class VerdictTest {
    private static final Set<RequestKind> ALL = EnumSet.allOf(RequestKind.class);
    private static final String KIM = "kim";

    private final Lists lists = new Lists()
            .course("c1", "TIDE 101", "Tides")
            .course("c2", "WAVE 201", "Waves")
            .section("a", "c1", "001")
            .section("b", "c1", "002")
            .section("w", "c2", "001")
            .teaches("a", KIM, "Kim", true)
            .teaches("b", KIM, "Kim", true)
            .teaches("w", KIM, "Kim", true)
            .section("o", "c1", "003")
            .teaches("o", "lee", "Lee", true);

    private Set<Special> of(RequestKind kind, Set<RequestKind> byRule, List<HeldShell> held, String... together) {
        RegistrarList list = lists.list();
        List<Section> sections = lists.sections("27SP");
        Conventions rules = Conventions.in(ZoneOffset.UTC);
        Proof before = Proof.of(list, sections, "27SP", rules, held);
        Proof after = before.under(rules.withCrossLists(List.of(
                new CrossList("x1", Optional.of(together[0]), List.of(together).subList(1, together.length), false))));
        return Verdict.of(kind, byRule, KIM, about(sections, together), rows(before, together), rows(after, together));
    }

    private static List<Section> about(List<Section> all, String... ids) {
        return all.stream()
                .filter(section -> List.of(ids).contains(section.id()))
                .toList();
    }

    private static List<ProofRow> rows(Proof proof, String... sections) {
        return proof.rows().stream()
                .filter(row ->
                        row.shell().isPresent() && row.sections().stream().anyMatch(List.of(sections)::contains))
                .toList();
    }

    @Test
    void ownSectionsOfOneCourseAreARulesMatter() {
        assertThat(of(RequestKind.TOGETHER, ALL, List.of(), "a", "b")).isEmpty();
    }

    @Test
    void otherCoursesAreNot() {
        assertThat(of(RequestKind.TOGETHER, ALL, List.of(), "a", "w")).containsExactly(Special.COURSES_DIFFER);
    }

    @Test
    void otherPeoplesSectionsAreNot() {
        assertThat(of(RequestKind.TOGETHER, ALL, List.of(), "a", "o")).containsExactly(Special.OTHERS_SECTIONS);
    }

    @Test
    void studentsWorkThatWouldStayBehindIsNot() {
        assertThat(of(RequestKind.TOGETHER, ALL, List.of(shell("a", false), shell("b", true)), "a", "b"))
                .containsExactly(Special.STUDENT_WORK);
        // where the lead has no shell yet, the one that was worked in becomes the shared one
        assertThat(of(RequestKind.TOGETHER, ALL, List.of(shell("b", true)), "a", "b"))
                .isEmpty();
    }

    private static HeldShell shell(String section, boolean worked) {
        return new HeldShell(
                "s:" + section,
                "27SP",
                section,
                Map.of(),
                Optional.of(section),
                Optional.of(List.of(section)),
                worked,
                false,
                false);
    }

    @Test
    void whatTheCampusHasPeopleDecideIsNot() {
        assertThat(of(RequestKind.TOGETHER, EnumSet.noneOf(RequestKind.class), List.of(), "a", "b"))
                .containsExactly(Special.BY_PEOPLE);
    }
}
