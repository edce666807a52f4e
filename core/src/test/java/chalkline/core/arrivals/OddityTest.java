package chalkline.core.arrivals;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.Lists;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class OddityTest {

    private static Lists tides(String department) {
        return new Lists()
                .course("c", "OCEA 210", "Tides", department)
                .section("a", "c", "001")
                .section("b", "c", "002");
    }

    private static List<Oddity> odd(Lists list, Lists... before) {
        return Oddity.of(list.list(), before.length == 0 ? Optional.empty() : Optional.of(before[0].list()));
    }

    private static List<String> subjects(List<Oddity> odd, Oddity.Kind kind) {
        return odd.stream()
                .filter(one -> one.kind() == kind)
                .map(Oddity::subject)
                .toList();
    }

    @Test
    void columnsThatAreEmptyThroughoutAreTold() {
        assertThat(subjects(odd(tides("ocea")), Oddity.Kind.EMPTY_COLUMN))
                .contains("classes.csv periods", "classes.csv location")
                .doesNotContain("courses.csv title", "courses.csv courseCode");
        Lists bare = new Lists().course("c", "", "").section("a", "c", "001");
        assertThat(odd(bare))
                .contains(new Oddity(Oddity.Kind.EMPTY_COLUMN, "courses.csv title", 1, "c"))
                .contains(new Oddity(Oddity.Kind.EMPTY_COLUMN, "courses.csv courseCode", 1, "c"));
        Lists half =
                new Lists().course("c", "", "").course("d", "OCEA 1", "Waves").section("a", "c", "001");
        assertThat(subjects(odd(half), Oddity.Kind.EMPTY_COLUMN)).doesNotContain("courses.csv title");
    }

    @Test
    void anEmptyListHasNoEmptyColumns() {
        assertThat(odd(new Lists())).isEmpty();
    }

    @Test
    void typesOutsideTheStandardAreCounted() {
        Lists faculties = tides("ocea")
                .org(new Org("f1", "F1", "Faculty of Arts", "faculty", ""))
                .org(new Org("f2", "F2", "Faculty of Law", "faculty", ""));
        assertThat(odd(faculties)).contains(new Oddity(Oddity.Kind.ORG_TYPE, "faculty", 2, "f1"));
    }

    @Test
    void sectionsThatWentToAnotherDepartmentAreCountedByWay() {
        assertThat(odd(tides("econ"), tides("ocea")))
                .contains(new Oddity(Oddity.Kind.DEPARTMENT_CHANGED, "OCEA (SEA) to ECON (SEA)", 2, "a"));
        assertThat(subjects(odd(tides("ocea"), tides("ocea")), Oddity.Kind.DEPARTMENT_CHANGED))
                .isEmpty();
    }

    @Test
    void aDepartmentThatIsNoneAnyMoreStandsForItself() {
        Lists school = tides("ocea").org(new Org("ocea", "OCEA", "Oceanography", "faculty", "sea"));
        assertThat(subjects(odd(school, tides("ocea")), Oddity.Kind.DEPARTMENT_CHANGED))
                .containsExactly("OCEA (SEA) to OCEA");
    }
}
