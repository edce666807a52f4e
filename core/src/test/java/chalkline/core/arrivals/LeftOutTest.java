package chalkline.core.arrivals;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.Lists;
import chalkline.core.arrivals.LeftOut.Kind;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class LeftOutTest {
    private static final LeftOut GONE = new LeftOut(Kind.CANCELLATIONS, "27SP", "OCEA");
    private static final LeftOut TAUGHT = new LeftOut(Kind.INSTRUCTORS, "27SP", "OCEA");

    private static Lists campus() {
        return new Lists().course("c", "OCEA 210", "Tides").course("e", "ECON 330", "Fish", "econ");
    }

    private static List<String> changes(RegistrarList before, RegistrarList after) {
        return ListChanges.between(before, after, "27SP").all().stream()
                .map(change -> change.section() + " " + change.what().key() + " " + change.person())
                .map(String::strip)
                .toList();
    }

    @Test
    void cancellationsOfADepartmentStayWithEverybodyInThem() {
        RegistrarList before = campus().section("a", "c", "001")
                .section("b", "c", "002")
                .section("x", "e", "001")
                .teaches("b", "t1", "Lund", true)
                .studies("b", "s1", "s2")
                .list();
        RegistrarList after = campus().section("a", "c", "001").list();
        LeftOut.Applied applied = LeftOut.apply(before, after, List.of(GONE));
        assertThat(applied.kept()).isEqualTo(Map.of(GONE, 1));
        assertThat(changes(before, applied.list()))
                .as("the other department's went as the list says")
                .containsExactly("x section-out");
        assertThat(applied.list().people()).containsKeys("t1", "s1", "s2");
        assertThat(after.classes()).as("the list that came is not changed").hasSize(1);
    }

    @Test
    void whatACancelledSectionNeedsComesBackWithIt() {
        RegistrarList before =
                campus().course("d", "OCEA 410", "Ice").section("a", "d", "001").list();
        RegistrarList after =
                new Lists().course("e", "ECON 330", "Fish", "econ").list();
        RegistrarList joined = LeftOut.apply(before, after, List.of(GONE)).list();
        assertThat(joined.courses()).containsKeys("d", "e");
        assertThat(changes(before, joined)).isEmpty();
    }

    @Test
    void instructorsOfADepartmentStayAsTheyWere() {
        RegistrarList before = campus().section("a", "c", "001")
                .section("b", "c", "002")
                .section("x", "e", "001")
                .teaches("a", "t1", "Lund", true)
                .teaches("b", "t1", "Lund", true)
                .teaches("x", "t1", "Lund", true)
                .studies("a", "s1")
                .list();
        RegistrarList after = campus().section("a", "c", "001")
                .section("b", "c", "002")
                .section("x", "e", "001")
                .teaches("a", "t2", "Berg", true)
                .teaches("b", "t1", "Lund", true)
                .teaches("x", "t2", "Berg", true)
                .studies("a", "s2")
                .list();
        LeftOut.Applied applied = LeftOut.apply(before, after, List.of(TAUGHT));
        assertThat(applied.kept()).isEqualTo(Map.of(TAUGHT, 1));
        assertThat(changes(before, applied.list()))
                .containsExactly("a add s2", "a drop s1", "x instructor-in t2", "x instructor-out t1", "x primary");
    }

    @Test
    void whatLeavesNothingOutGivesTheListAsItCame() {
        RegistrarList before = campus().section("a", "c", "001").list();
        RegistrarList after =
                campus().section("a", "c", "001").section("b", "c", "002").list();
        LeftOut.Applied applied = LeftOut.apply(before, after, List.of(GONE, TAUGHT));
        assertThat(applied.list()).isSameAs(after);
        assertThat(applied.kept()).isEqualTo(Map.of(GONE, 0, TAUGHT, 0));
        LeftOut other = new LeftOut(Kind.CANCELLATIONS, "28FA", "OCEA");
        assertThat(LeftOut.apply(before, after, List.of(other)).kept()).isEqualTo(Map.of(other, 0));
    }
}
