package chalkline.core.arrivals;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.Lists;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SectionsTest {

    @ParameterizedTest
    @CsvSource({
        "OCEA 210L,OCEA,210L",
        "OCEA210,OCEA,210",
        "OCEA--210,OCEA,210",
        "'OCEA - 7ab',OCEA,7ab",
        "A&B 12,A&B,12",
        "ÉCO 101é,ÉCO,101é"
    })
    void readsCourseCodes(String code, String subject, String number) {
        assertThat(CourseCode.of(code)).isEqualTo(new CourseCode(subject, number, true));
    }

    @ParameterizedTest
    @CsvSource({"PHIL IND-STUDY", "210", "OCEA 21-0", "OCEA 210 L", "OCEA/210", "''"})
    void takesOtherCodesAsSubject(String code) {
        assertThat(CourseCode.of(code)).isEqualTo(new CourseCode(code, "", false));
        assertThat(CourseCode.of(code).level()).isEmpty();
    }

    @Test
    void levelIsTheDigits() {
        assertThat(CourseCode.of("X 007").level()).isEqualTo(OptionalInt.of(7));
        assertThat(CourseCode.of("X 210L").level()).isEqualTo(OptionalInt.of(210));
    }

    @Test
    void labelIsWhatFollowsTheLastHyphen() {
        Lists lists = new Lists().course("c", "OCEA 210", "Tides").section("a", "c", "001");
        assertThat(lists.only().label()).isEqualTo("001");
        ListedClass odd = new ListedClass("b", "Tides", "c", " 7 ", List.of("27SP"), Map.of(ClassFact.TAGS, "x, y,,x"));
        Section section = lists.listed(odd).sections().get(1);
        assertThat(section.label()).isEqualTo("7");
        assertThat(section.tags()).containsExactly("x", "y");
    }

    @Test
    void topicIsTheClassTitleWhereItDiffers() {
        Lists lists = new Lists().course("c", "OCEA 499", "Topics").section("a", "c", "001");
        assertThat(lists.only().topic()).isEmpty();
        ListedClass topic = new ListedClass("b", "Ice", "c", "OCEA 499-002", List.of("27SP"), Map.of());
        assertThat(lists.listed(topic).sections().get(1).topic()).isEqualTo("Ice");
    }

    @Test
    void partsOfTermBelongToTheirTerm() {
        Section section = new Lists()
                .course("c", "OCEA 210", "Tides")
                .section("a", "c", "001", "27SP-B", "", "", "")
                .only();
        assertThat(section.term().code()).isEqualTo("27SP");
        assertThat(section.part()).map(AcademicSession::code).contains("27SP-B");
        assertThat(section.days().first()).isEqualTo(LocalDate.parse("2027-03-01"));
    }

    @Test
    void severalSessionsSpanFromTheFirstToTheLastDay() {
        Section section = new Lists()
                .course("c", "OCEA 210", "Tides")
                .section("a", "c", "001", "27SP-B,27SP-A", "", "", "")
                .only();
        assertThat(section.part()).isEmpty();
        assertThat(section.days().first()).isEqualTo(LocalDate.parse("2027-01-04"));
        assertThat(section.days().last()).contains(LocalDate.parse("2027-04-23"));
        assertThat(section.breakTerms()).containsExactly("27SP");
    }

    @Test
    void aSessionWithoutEndMakesTheSectionEndless() {
        Section section = new Lists()
                .session("open", "Open", "term", "2027-01-04", "", "", "OPEN")
                .course("c", "OCEA 210", "Tides")
                .section("a", "c", "001", "27SP,open", "", "", "")
                .only();
        assertThat(section.days().last()).isEmpty();
        // both terms start on one day: the one named first is the section's
        assertThat(section.term().code()).isEqualTo("27SP");
    }

    @Test
    void primaryInstructorsComeFirstThenByName() {
        Section section = new Lists()
                .course("c", "OCEA 210", "Tides")
                .section("a", "c", "001")
                .teaches("a", "u1", "Brenwick", false)
                .teaches("a", "u2", "Zelby", true)
                .teaches("a", "u3", "Abara", false)
                .teaches("a", "u1", "Brenwick", false)
                .only();
        assertThat(section.instructors()).extracting(Person::id).containsExactly("u2", "u3", "u1");
        assertThat(section.primaryInstructor()).map(Person::id).contains("u2");
        assertThat(section.flagged()).isEqualTo(1);
    }

    @Test
    void studentsCountOnce() {
        Section section = new Lists()
                .course("c", "OCEA 210", "Tides")
                .section("a", "c", "001")
                .studies("a", "s1", "s2", "s1")
                .only();
        assertThat(section.students()).extracting(Person::id).containsExactly("s1", "s2");
    }

    @Test
    void anOrganizationOfAnotherTypeIsDepartmentAndCollege() {
        Lists lists = new Lists()
                .org(Org.of("lab", "", "", "school", "sea"))
                .course("c", "OCEA 210", "Tides", "lab")
                .section("a", "c", "001");
        Section section = lists.only();
        assertThat(section.department().code()).isEqualTo("lab");
        assertThat(section.department().name()).isEqualTo("lab");
        assertThat(section.college()).isEqualTo(section.department());
    }
}
