package chalkline.core.exports;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.Lists;
import chalkline.core.arrivals.Enrollment;
import chalkline.core.arrivals.ListedClass;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.conventions.Rules;
import chalkline.core.proof.Campuses;
import chalkline.core.proof.Proof;
import chalkline.core.proof.ProofRow;
import java.util.List;
import org.junit.jupiter.api.Test;

class StandingListTest {
    @Test
    void eachShellThatStandsIsAClassWithEverybodyOnce() {
        Lists lists = new Lists()
                .course("c", "OCEA 210", "Tides")
                .course("d", "OCEA 410", "Ice")
                .section("a", "c", "001")
                .section("b", "c", "002")
                .section("x", "d", "001")
                .teaches("a", "u1", "Abel", true)
                .teaches("b", "u1", "Abel", true)
                .studies("a", "s1", "s2")
                .studies("b", "s2");
        var rules = new Rules().all("shellPer", "course").done();
        List<ProofRow> built = Proof.of(lists.list(), lists.sections(), "27SP", rules, List.of())
                .rows();
        List<ProofRow> rows = Proof.of(
                        lists.list(),
                        lists.sections(),
                        "27SP",
                        rules,
                        List.of(Campuses.heldAs(built.get(0), built.get(0).key(), false)))
                .rows();
        RegistrarList standing = StandingList.of(lists.list(), rows);
        assertThat(standing.classes().values())
                .extracting(ListedClass::id, ListedClass::title, ListedClass::classCode)
                .containsExactly(org.assertj.core.groups.Tuple.tuple(
                        built.get(0).key(), built.get(0).title(), built.get(0).code()));
        assertThat(standing.courses()).containsOnlyKeys("c");
        assertThat(standing.enrollments())
                .extracting(Enrollment::userId, Enrollment::role, Enrollment::primary)
                .containsExactly(
                        org.assertj.core.groups.Tuple.tuple("u1", "teacher", true),
                        org.assertj.core.groups.Tuple.tuple("s1", "student", false),
                        org.assertj.core.groups.Tuple.tuple("s2", "student", false));
    }
}
