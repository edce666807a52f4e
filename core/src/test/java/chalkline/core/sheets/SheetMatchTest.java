package chalkline.core.sheets;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.Lists;
import chalkline.core.arrivals.AcademicSession;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SheetMatchTest {
    private static final List<AcademicSession> TERMS = new Lists().list().terms();

    private static List<List<String>> rows(String... lines) {
        return Arrays.stream(lines).map(line -> List.of(line.split("\\|", -1))).toList();
    }

    private static List<String> keys(SheetMatch match) {
        return match.columns().stream().map(SheetColumn::key).toList();
    }

    @Test
    void columnsAreKnownByTheirHeadings() {
        SheetMatch match = SheetMatch.recognize(
                rows(
                        "Course Code|Course Title|Sec.|Start Date|End Date|Westhaven seats|uploadLimitMB|Whim",
                        "x|y|1||||9|"),
                TERMS);
        assertThat(match.header()).isZero();
        assertThat(keys(match))
                .containsExactly(
                        "course", "title", "section", "starts", "ends", "seats:Westhaven", "set:uploadLimitMB", "");
    }

    @Test
    void headingsMayStandBelowATitle() {
        SheetMatch match = SheetMatch.recognize(
                rows("Continuing education, spring||", "||", "Course|Title|Instructor", "CEED 101|Knots|Lund"), TERMS);
        assertThat(match.header()).isEqualTo(2);
    }

    @Test
    void columnsWithoutHeadingsAreKnownByWhatStandsInThem() {
        SheetMatch match = SheetMatch.recognize(
                rows(
                        "CEED 101|Knots and Splices|lund@skerrow.example|27SP|2027-02-01|2027-03-12|online|Mon 18:00-20:00",
                        "CEED 102|Companion Gardens|berg@skerrow.example|27SP|2027-02-08|2027-03-19|in person|Tue 18:00-20:00"),
                TERMS);
        assertThat(match.header()).isEqualTo(-1);
        assertThat(keys(match))
                .containsExactly("course", "title", "instructors", "term", "starts", "ends", "delivery", "meets");
    }

    /** An address says who it is; a name only what somebody is called. */
    @Test
    void aColumnOfAddressesIsPreferredToOneOfNames() {
        SheetMatch match =
                SheetMatch.recognize(rows("Course|Instructor|E-mail", "CEED 1|A. Lund|lund@skerrow.example"), TERMS);
        assertThat(keys(match)).containsExactly("course", "", "instructors");
    }

    @ParameterizedTest
    @CsvSource({
        "2027-02-01, 2027-02-01, 2027-02-01",
        "2027/2/1, 2027-02-01, 2027-02-01",
        "1/2/2027, 2027-02-01, 2027-01-02",
        "1.2.27, 2027-02-01, 2027-01-02",
        "13/2/2027, 2027-02-13, ",
        "2/13/2027, , 2027-02-13",
        "1 Feb 2027, 2027-02-01, 2027-02-01",
        "'Mon, 1 February 2027', 2027-02-01, 2027-02-01",
        "'Feb 1, 2027', 2027-02-01, 2027-02-01",
        "2027-02-01 08:30, 2027-02-01, 2027-02-01",
        "30/2/2027, , ",
        "1/1/1200, , ",
        "soon, , "
    })
    void daysAreReadAsPeopleWriteThem(String text, LocalDate dayFirst, LocalDate monthFirst) {
        assertThat(SheetDays.DAY_FIRST.read(text)).isEqualTo(Optional.ofNullable(dayFirst));
        assertThat(SheetDays.MONTH_FIRST.read(text)).isEqualTo(Optional.ofNullable(monthFirst));
    }

    @Test
    void theFormOfDaysIsTakenFromTheOnesThatCanBeMeantInOneWay() {
        SheetMatch month = SheetMatch.recognize(rows("course|starts", "A 1|2/1/2027", "A 2|2/15/2027"), TERMS);
        assertThat(month.days()).isEqualTo(SheetDays.MONTH_FIRST);
        assertThat(month.daysSure()).isTrue();
        SheetMatch doubtful = SheetMatch.recognize(rows("course|starts", "A 1|2/1/2027"), TERMS);
        assertThat(doubtful.days()).isEqualTo(SheetDays.DAY_FIRST);
        assertThat(doubtful.daysSure()).isFalse();
        assertThat(SheetMatch.recognize(rows("course|starts", "A 1|2027-02-01"), TERMS)
                        .daysSure())
                .isTrue();
    }
}
