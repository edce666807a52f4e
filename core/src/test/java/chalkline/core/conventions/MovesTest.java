package chalkline.core.conventions;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.arrivals.Sections;
import chalkline.core.proof.Campuses;
import chalkline.core.proof.Proof;
import chalkline.core.proof.ProofRow;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

class MovesTest {

    /** Nothing is lost or doubled by moves: sections, and shells where nothing says otherwise by department; any seed. */
    @Test
    void movesKeepEverySectionAndTheCountsOfCategoriesAddUp() {
        long seed = System.nanoTime();
        int moved = 0;
        for (int round = 0; round < 200; round++) {
            Campuses campus = new Campuses(seed + round);
            RegistrarList list = campus.lists().list();
            AcademicSession term = list.term("27SP").orElseThrow();
            Conventions rules = campus.conventions();
            Conventions after = rules.withMoves(campus.moves());
            List<ProofRow> before = Proof.of(list, term, rules, List.of()).rows();
            List<ProofRow> is = Proof.of(list, term, after, List.of()).rows();
            String what = "seed " + (seed + round);
            assertThat(sections(is)).as(what).isEqualTo(sections(before));
            assertThat(byCategory(is).values().stream()
                            .mapToLong(count -> count)
                            .sum())
                    .as(what)
                    .isEqualTo(is.size());
            if (rules.layers().stream().noneMatch(layer -> layer.set().containsKey(Setting.SHELL_PER))
                    && rules.overrides().stream().noneMatch(one -> one.set().containsKey(Setting.SHELL_PER))) {
                assertThat(is.stream().map(ProofRow::key))
                        .as(what)
                        .isEqualTo(before.stream().map(ProofRow::key).toList());
            }
            moved += byCategory(is).equals(byCategory(before)) ? 0 : 1;
            // the last move that matches wins, and the way back leads to the same
            assertThat(Proof.of(list, term, after, List.of()).under(rules).rows())
                    .as(what)
                    .isEqualTo(before);
        }
        assertThat(moved).isPositive();
    }

    private static List<String> sections(List<ProofRow> rows) {
        return rows.stream().flatMap(row -> row.sections().stream()).sorted().toList();
    }

    private static Map<String, Long> byCategory(List<ProofRow> rows) {
        return rows.stream().collect(Collectors.groupingBy(row -> row.value(Setting.CATEGORY), Collectors.counting()));
    }

    @Test
    void aDepartmentIsRenamedMergedAndPutUnderAnotherCollege() {
        RegistrarList list = new Campuses(1).lists().list();
        AcademicSession term = list.term("27SP").orElseThrow();
        List<Section> sections = Sections.ofTerm(list, term);
        Section one = sections.get(0);
        String own = one.department().code();
        When all = Rules.when("department", own);

        Section renamed =
                apply(list, one, new Move(all, own, Optional.empty(), Optional.of("Waters"), Optional.empty()));
        assertThat(renamed.department().code()).isEqualTo(own);
        assertThat(renamed.department().name()).isEqualTo("Waters");
        assertThat(renamed.college()).isEqualTo(one.college());

        Section made =
                apply(list, one, new Move(all, "NEW", Optional.of("27SP"), Optional.of("New"), Optional.empty()));
        assertThat(made.department().code()).isEqualTo("NEW");
        assertThat(made.college()).isEqualTo(one.college());

        Section not = apply(list, one, new Move(all, "NEW", Optional.empty()));
        assertThat(not).isEqualTo(one);
        assertThat(Moves.unknown(list, Rules.plain().withMoves(List.of(new Move(all, "NEW", Optional.empty())))))
                .extracting(Unmatched::path)
                .containsExactly("moves/0/to");
        Move nowhere = new Move(all, own, Optional.empty(), Optional.empty(), Optional.of("no college"));
        assertThat(Moves.unknown(list, Rules.plain().withMoves(List.of(nowhere))))
                .extracting(Unmatched::path)
                .containsExactly("moves/0/college");
    }

    private static Section apply(RegistrarList list, Section section, Move move) {
        return Moves.of(list, Rules.plain().withMoves(List.of(move))).apply(section);
    }
}
