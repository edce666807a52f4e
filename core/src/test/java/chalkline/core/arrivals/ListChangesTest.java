package chalkline.core.arrivals;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.Lists;
import chalkline.core.arrivals.Guards.Trip;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ListChangesTest {

    private static Lists campus() {
        return new Lists().course("c", "OCEA 210", "Tides").course("e", "ECON 330", "Fish", "econ");
    }

    private static List<String> changes(Lists before, Lists after) {
        return ListChanges.between(before.list(), after.list(), "27SP").all().stream()
                .map(change -> String.join(
                        "|", change.section(), change.what().key(), change.person(), change.before(), change.after()))
                .toList();
    }

    @Test
    void sectionsComeAndGoWithTheirNames() {
        Lists before = campus().section("a", "c", "001").section("b", "c", "").studies("b", "s1");
        Lists after = campus().course("x", "SEMINAR!", "Talk")
                .section("a", "c", "001")
                .section("d", "x", "002")
                .teaches("d", "t", "Lund", true);
        assertThat(changes(before, after)).containsExactly("b|section-out||OCEA 210|", "d|section-in|||SEMINAR!-002");
    }

    @Test
    void everyFactOfASectionIsAChangeInTheirOrder() {
        Lists before = campus().listed(listed(
                        "k", "Tides", "c", "OCEA 210-001", "Pier 2", "27SP", "MWF 9", "R1", "", "N", "20", "b, a"))
                .teaches("k", "t1", "Lund", true)
                .teaches("k", "t2", "Berg", false)
                .studies("k", "s1", "s2");
        Lists after = campus().listed(listed(
                        "k",
                        "Tides II",
                        "e",
                        "ECON 330-002",
                        "Pier 3",
                        "27SP-A",
                        "TR 9",
                        "R2",
                        "online",
                        "S",
                        "30",
                        "a,c"))
                .teaches("k", "t3", "Adey", true)
                .teaches("k", "t2", "Berg", false)
                .studies("k", "s2", "s3");
        assertThat(changes(before, after))
                .containsExactly(
                        "k|course||OCEA 210|ECON 330",
                        "k|title||Tides|Fish",
                        "k|topic|||Tides II",
                        "k|section||001|002",
                        "k|reference||R1|R2",
                        "k|department||OCEA|ECON",
                        "k|session||27SP|27SP-A",
                        "k|dates||2027-01-04/2027-04-23|2027-01-04/2027-02-26",
                        "k|meets||MWF 9|TR 9",
                        "k|room||Pier 2|Pier 3",
                        "k|delivery|||online",
                        "k|campus||N|S",
                        "k|capacity||20|30",
                        "k|tags||b a|a c",
                        "k|instructor-in|t3||",
                        "k|instructor-out|t1||",
                        "k|primary||t1|t3",
                        "k|add|s3||",
                        "k|drop|s1||");
    }

    private static ListedClass listed(
            String id,
            String title,
            String course,
            String code,
            String room,
            String session,
            String meets,
            String reference,
            String delivery,
            String campus,
            String capacity,
            String tags) {
        return new ListedClass(
                id,
                title,
                course,
                code,
                List.of(session),
                Map.of(
                        ClassFact.ROOM,
                        room,
                        ClassFact.MEETS,
                        meets,
                        ClassFact.REFERENCE,
                        reference,
                        ClassFact.DELIVERY,
                        delivery,
                        ClassFact.CAMPUS,
                        campus,
                        ClassFact.CAPACITY,
                        capacity,
                        ClassFact.TAGS,
                        tags));
    }

    @Test
    void tagsInAnotherOrderAndTheSameListAreNoChange() {
        Lists before = campus().section("a", "c", "001", "27SP", "", "", "x,y").studies("a", "s1", "s2");
        Lists after = campus().section("a", "c", "001", "27SP", "", "", "y, x").studies("a", "s2", "s1");
        assertThat(changes(before, after)).isEmpty();
        assertThat(changes(before, before)).isEmpty();
    }

    @Test
    void aSectionThatLeavesTheTermIsOut() {
        Lists before = campus().section("a", "c", "001");
        Lists after = campus().session("27SU", "Summer", "term", "2027-05-03", "", "y", "27SU")
                .section("a", "c", "001", "27SU", "", "", "");
        assertThat(changes(before, after)).containsExactly("a|section-out||OCEA 210-001|");
        assertThat(ListChanges.between(before.list(), after.list(), "27SU").all())
                .extracting(change -> change.what().key())
                .containsExactly("section-in");
    }

    private static Lists sized(int ocea, int econ) {
        Lists lists = campus();
        IntStream.range(0, ocea).forEach(i -> lists.section("o" + i, "c", "0" + i));
        IntStream.range(0, econ).forEach(i -> lists.section("e" + i, "e", "0" + i));
        return lists;
    }

    private static List<String> trips(Lists before, Lists after, Guards guards) {
        return ListChanges.between(before.list(), after.list(), "27SP").tripped(guards).stream()
                .map(Trip::toString)
                .toList();
    }

    /** Ten per cent of twenty may be gone, and not one more. */
    @ParameterizedTest
    @CsvSource({
        "18, ''",
        "17, campus: sectionsOut: 3 of 20;OCEA: sectionsOut: 3 of 20",
        "0, campus: sectionsOut: 20 of 20;OCEA: sectionsOut: 20 of 20"
    })
    void aShareTripsWhenMoreThanTheLimitIsGone(int left, String tripped) {
        assertThat(String.join(";", trips(sized(20, 0), sized(left, 0), Guards.USUAL)))
                .isEqualTo(tripped);
    }

    @Test
    void aWholeDepartmentOfFiveTripsHoweverSmall() {
        assertThat(trips(sized(100, 5), sized(100, 0), Guards.USUAL)).containsExactly("ECON: sectionsOut: 5 of 5");
        assertThat(trips(sized(100, 4), sized(100, 0), Guards.USUAL)).isEmpty();
        assertThat(trips(sized(100, 5), sized(100, 0), new Guards(100, 25, 20, 20)))
                .isEmpty();
        assertThat(trips(sized(3, 0), sized(0, 0), new Guards(10, 25, 20, 1)))
                .as("a small whole is looked at where from says so")
                .hasSize(2);
    }

    @Test
    void peopleCountOnceForEachOfTheirSectionsThatStay() {
        Lists before =
                campus().section("a", "c", "001").section("b", "c", "002").section("gone", "c", "003");
        Lists after = campus().section("a", "c", "001").section("b", "c", "002");
        IntStream.range(0, 10).forEach(i -> {
            before.studies("a", "s" + i).studies("b", "s" + i).studies("gone", "g" + i);
            before.teaches("a", "t" + i, "T", false).teaches("b", "t" + i, "T", false);
        });
        IntStream.range(0, 6).forEach(i -> after.studies("a", "s" + i).teaches("a", "t" + i, "T", false));
        IntStream.range(0, 10).forEach(i -> after.studies("b", "s" + i).teaches("b", "t" + i, "T", false));
        assertThat(trips(before, after, new Guards(100, 19, 20, 20)))
                .containsExactly("campus: instructorsOut: 4 of 20", "OCEA: instructorsOut: 4 of 20");
        assertThat(trips(before, after, new Guards(100, 20, 19, 20)))
                .containsExactly("campus: drops: 4 of 20", "OCEA: drops: 4 of 20");
    }
}
