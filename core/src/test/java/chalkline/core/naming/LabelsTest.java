package chalkline.core.naming;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.Lists;
import chalkline.core.arrivals.Section;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LabelsTest {

    /** Courses and labels such as {@code OCEA 410-001 OCEA 510-002}, with a semicolon between sections. */
    private static Labels of(String sections, int foldAt) {
        Lists lists = new Lists();
        int n = 0;
        for (String section : sections.split(";")) {
            int dash = section.lastIndexOf('-');
            String code = section.substring(0, dash).trim();
            lists.course("co-" + code, code, "T").section("cl" + ++n, "co-" + code, section.substring(dash + 1));
        }
        return Labels.of(lists.sections(), foldAt);
    }

    /** {@code 0410} and {@code 410} tie as numbers, so that the section decides before code points do. */
    @Test
    void sectionsSortNaturallyBeforeCodePointsDecide() {
        List<Section> sections = new Lists()
                .course("padded", "OCEA 0410", "Ice")
                .course("plain", "OCEA 410", "Ice")
                .section("b", "padded", "098")
                .section("a", "plain", "001")
                .section("c", "padded", "001")
                .sections();
        assertThat(sections.stream().sorted(Labels.ORDER).map(Section::id)).containsExactly("c", "a", "b");
    }

    @Test
    void sectionsSortBySubjectBeforeNumberAndLabel() {
        List<Section> sections = new Lists()
                .course("o", "OCEA 101", "Ice")
                .course("e", "ECON 990", "Fish", "econ")
                .section("a", "o", "001")
                .section("b", "e", "009")
                .sections();
        assertThat(sections.stream().sorted(Labels.ORDER).map(Section::id)).containsExactly("b", "a");
    }

    @ParameterizedTest
    @CsvSource({
        "OCEA 210-001,OCEA 210,001,OCEA 210-001",
        "OCEA 210-001;OCEA 210-002,OCEA 210,001/002,OCEA 210-001/002",
        "OCEA 210-001;OCEA 210-002;OCEA 210-003;OCEA 210-005,OCEA 210,001–003/005,OCEA 210-001–003/005",
        "OCEA 410-001;OCEA 510-001,OCEA 410/510,001,OCEA 410/510-001",
        "ANTH 330-001;ECON 330-001,ANTH/ECON 330,001,ANTH/ECON 330-001",
        "ANTH 330-001;ECON 331-001,ANTH 330/ECON 331,001,ANTH 330/ECON 331-001",
        "OCEA 410-001;OCEA 510-002,OCEA 410/510,001/002,OCEA 410-001/510-002",
        "OCEA 210-,OCEA 210,'',OCEA 210",
        "OCEA 210-9;OCEA 210-10;OCEA 210-11,OCEA 210,9/10/11,OCEA 210-9/10/11",
        "OCEA 210-A1;OCEA 210-A2;OCEA 210-A3,OCEA 210,A1/A2/A3,OCEA 210-A1/A2/A3",
    })
    void joinsCoursesAndSections(String sections, String course, String numbers, String label) {
        assertThat(of(sections, 4)).isEqualTo(new Labels(course, numbers, label));
    }

    @Test
    void foldsBeyondFoldAt() {
        Labels five = of("A 1-1;A 2-1;A 3-1;A 4-1;A 5-1", 4);
        assertThat(five.course()).isEqualTo("A 1 +4");
        assertThat(five.label()).isEqualTo("A 1 +4 (5 sections)");
        Labels spread = of("A 1-1;A 1-3;A 1-5;A 1-7;A 1-9", 4);
        assertThat(spread.sections()).isEqualTo("5 sections");
        assertThat(spread.label()).isEqualTo("A 1 (5 sections)");
        Labels range = of("A 1-1;A 1-2;A 1-3;A 1-4;A 1-5;A 1-6", 1);
        assertThat(range.label()).isEqualTo("A 1-1–6");
    }

    @Test
    void ordersNaturallyWhateverTheOrderOfTheList() {
        assertThat(of("OCEA 210-10;OCEA 210-9;OCEA 99-1", 9).label()).isEqualTo("OCEA 99-1/210-9/10");
        assertThat(Labels.ranges(List.of("001", "002", "003", "1000"))).containsExactly("001–003", "1000");
        assertThat(Labels.ranges(List.of("099", "100", "101"))).containsExactly("099–101");
    }
}
