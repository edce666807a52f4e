package chalkline.core.sheets;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.Lists;
import chalkline.core.arrivals.CombinedList;
import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.arrivals.Sections;
import chalkline.core.conventions.Setting;
import chalkline.core.proof.HeldShell;
import chalkline.core.sheets.SheetRow.Outcome;
import chalkline.core.templates.EarlierShells;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;

class SheetRowsTest {
    private static Lists campus() {
        return new Lists()
                .session("26FA", "Fall 2026", "term", "2026-09-07", "2026-12-18", "y", "26FA")
                .course("c", "OCEA 210", "Tides")
                .course("g", "OCEA 30", "Companion Gardens")
                .section("a", "c", "001")
                .section("b", "c", "002")
                .section("old", "g", "001", "26FA", "", "", "")
                .person(new Person("t1", true, "ilund", "Ida", "Lund", "1001", "ida@skerrow.example"))
                .person(new Person("t2", true, "olund", "Ole", "Lund", "1002", "ole@skerrow.example"))
                .teaches("a", "t1", "Lund", true);
    }

    private static List<SheetRow> judge(RegistrarList list, Set<Integer> another, String... lines) {
        List<List<String>> rows =
                Arrays.stream(lines).map(line -> List.of(line.split("\\|", -1))).toList();
        KnownCampus campus =
                new KnownCampus(list, term -> Sections.ofTerm(list, term), new EarlierShells(List.of(), Map.of()));
        return SheetRows.judge(
                campus,
                SheetMatch.recognize(rows, list.terms()),
                rows,
                list.term("27SP").orElseThrow(),
                Map.of(),
                another);
    }

    private static List<SheetRow> judge(String... lines) {
        return judge(campus().list(), Set.of(), lines);
    }

    private static String wrong(SheetRow row) {
        assertThat(row.outcome()).isEqualTo(Outcome.WRONG);
        return row.remarks().stream()
                .filter(Remark::isWrong)
                .map(remark -> remark.column() + " " + remark.says())
                .reduce("", (a, b) -> a + b + "\n");
    }

    @Test
    void everyKindOfRowIsKnown() {
        List<SheetRow> rows = judge(
                "course|section|title|instructors|room",
                "OCEA 210|001|Tides|Ida Lund|",
                "OCEA 210|002|Moons|ida@skerrow.example|",
                "OCEA 30||||Pier 4",
                "OCEA 210|009|||",
                "KNOT 1|001|Knots||",
                "OCEA 99|none|Ice Caves||");
        assertThat(rows)
                .extracting(SheetRow::outcome)
                .containsExactly(
                        Outcome.THERE, Outcome.OTHERWISE, Outcome.NEW, Outcome.NEW, Outcome.WRONG, Outcome.COURSE_ONLY);
        assertThat(rows.get(0).differs()).isEmpty();
        assertThat(rows.get(1).differs()).extracting(SheetRow.Difference::what).containsExactly("title", "instructors");
        assertThat(rows.get(2).wanted().orElseThrow().name()).isEqualTo("OCEA 30-001");
        assertThat(rows.get(2).earlier()).extracting(SheetRow.Earlier::term).containsExactly("26FA");
        assertThat(wrong(rows.get(4))).contains("no department owns the subject KNOT");
    }

    /** Terms that no list has any more are known by what still stands in the LMS. */
    @Test
    void anEarlierShellOfTheCourseIsFound() {
        Map<Setting, String> values = Map.of(Setting.TITLE, "OCEA 77 Kelp", Setting.OPENS, "2026-09-07T08:00:00-03:00");
        HeldShell held = new HeldShell(
                "s:x",
                "26FA",
                "26fa-ocea-77-001",
                values,
                java.util.Optional.empty(),
                java.util.Optional.of(List.of("x")),
                false,
                false,
                false);
        RegistrarList list = campus().course("k", "OCEA 77", "Kelp").list();
        KnownCampus campus =
                new KnownCampus(list, term -> Sections.ofTerm(list, term), new EarlierShells(List.of(held), Map.of()));
        List<List<String>> rows = List.of(List.of("course", "title"), List.of("OCEA 77", "Kelp"));
        SheetRow row = SheetRows.judge(
                        campus,
                        SheetMatch.recognize(rows, list.terms()),
                        rows,
                        list.term("27SP").orElseThrow(),
                        Map.of(),
                        Set.of())
                .get(0);
        assertThat(row.outcome()).isEqualTo(Outcome.NEW);
        assertThat(row.earlier()).containsExactly(new SheetRow.Earlier("26FA", "", "26fa-ocea-77-001", "OCEA 77 Kelp"));
    }

    @Test
    void aSectionIsKnownByItsReferenceFirst() {
        List<SheetRow> rows = judge("course|reference|section", "OCEA 30|Rb|", "OCEA 210|R99|", "OCEA 210|R1|001");
        assertThat(rows.get(0).standing().orElseThrow().id()).isEqualTo("b");
        assertThat(rows.get(0).outcome()).as("same number, another course").isEqualTo(Outcome.OTHERWISE);
        assertThat(rows.get(1).outcome()).isEqualTo(Outcome.NEW);
        assertThat(rows.get(1).wanted().orElseThrow().label()).isEqualTo("003");
        assertThat(rows.get(2).outcome()).as("another reference").isEqualTo(Outcome.OTHERWISE);
    }

    @Test
    void aNameThatFitsTwoPeopleAsksWhich() {
        SheetRow row = judge("course|section|instructors", "OCEA 210|009|Lund").get(0);
        assertThat(wrong(row)).contains("2 2 people are called \"Lund\"");
        assertThat(row.remarks().get(0).choices())
                .extracting(Remark.Choice::text)
                .containsExactly("t1", "t2");
        List<Person> chosen = judge("course|section|instructors", "OCEA 210|009|t2; Ida Lund")
                .get(0)
                .wanted()
                .orElseThrow()
                .instructors()
                .orElseThrow();
        assertThat(chosen).extracting(Person::id).containsExactly("t2", "t1");
    }

    @Test
    void whoIsOnNoListIsAddedByTheirAddress() {
        List<SheetRow> rows = judge(
                "course|section|instructors",
                "OCEA 210|008|Una Berg <una@skerrow.example>",
                "OCEA 210|009|Berg, Una",
                "OCEA 210|010|Lund, Ida");
        Person made =
                rows.get(0).wanted().orElseThrow().instructors().orElseThrow().get(0);
        assertThat(made)
                .isEqualTo(new Person(
                        "una@skerrow.example", true, "una@skerrow.example", "Una", "Berg", "", "una@skerrow.example"));
        assertThat(wrong(rows.get(1))).contains("nobody on the lists is called");
        assertThat(rows.get(2).wanted().orElseThrow().instructors().orElseThrow())
                .extracting(Person::id)
                .containsExactly("t1");
    }

    @Test
    void eachWrongCellIsSaidWithItsPlace() {
        SheetRow row = judge("course|term|starts|ends|capacity|opens", "OCEA 210|27XX|2027-02-30|soon|many|some day")
                .get(0);
        assertThat(wrong(row).lines().map(line -> line.substring(0, 1))).containsExactlyInAnyOrder("1", "4", "5");
        SheetRow days = judge("course|section|starts|ends", "OCEA 210|009|2027-03-01|2027-02-01")
                .get(0);
        assertThat(wrong(days)).contains("3 it would end on 2027-02-01, before it starts");
        assertThat(wrong(judge("title|room", "Tides|Pier 1").get(0))).contains("no course is said");
        assertThat(wrong(judge("course|title|department", "KNOT 1|Knots|" + "x".repeat(201))
                        .get(0)))
                .contains("2 a department's name has at most 200 characters");
        assertThat(judge("title|room", "|", "Tides|Pier 1"))
                .as("an empty row is no row")
                .hasSize(1);
    }

    @Test
    void theSameSectionTwiceIsWrongTheSecondTime() {
        List<SheetRow> rows = judge("course|section", "OCEA 210|009", "OCEA 210|009", "OCEA 210|", "OCEA 210|");
        assertThat(rows.get(0).outcome()).isEqualTo(Outcome.NEW);
        assertThat(wrong(rows.get(1))).contains("stands in row 2 already");
        assertThat(rows.get(2).standing().orElseThrow().label()).isEqualTo("OCEA 210-001");
        assertThat(wrong(rows.get(3))).contains("stands in row 4 already");
    }

    @Test
    void aPersonMaySayThatItIsAnotherSection() {
        SheetRow row = judge(campus().list(), Set.of(1), "course|section", "OCEA 210|001")
                .get(0);
        assertThat(row.outcome()).isEqualTo(Outcome.NEW);
        assertThat(row.wanted().orElseThrow().name()).isEqualTo("OCEA 210-003");
    }

    private static RegistrarList kept(RegistrarList list, RegistrarList own, String... lines) {
        List<OwnSections.Kept> rows = new ArrayList<>();
        for (SheetRow row : judge(list, Set.of(), lines)) {
            rows.add(new OwnSections.Kept(
                    row.standing().map(SheetRow.Standing::id).orElse("own:" + row.number()),
                    row.wanted().orElseThrow()));
        }
        return OwnSections.with(list, own, rows);
    }

    private static RegistrarList combined(RegistrarList list, RegistrarList own) {
        return CombinedList.of(List.of(
                new CombinedList.Part(CombinedList.REGISTRAR, list, Map.of()),
                new CombinedList.Part(CombinedList.OWN, own, Map.of())));
    }

    @Test
    void whatWasKeptStandsAsTheSheetSaysAndIsThereTheNextTime() {
        RegistrarList list = campus().list();
        String[] sheet = {
            "course|section|title|department|instructors|starts|ends|room|capacity|Westhaven seats|credit|tags",
            "CEED 101|001|Knots|Continuing Education|Una Berg <una@skerrow.example>|2027-02-01|2027-03-12|Pier 4|20|5|none|evening",
            "OCEA 30|001|Companion Gardens||Ida Lund|||||||"
        };
        RegistrarList own = kept(list, OwnSections.NONE, sheet);
        RegistrarList all = combined(list, own);
        List<Section> sections = Sections.ofTerm(all, all.term("27SP").orElseThrow());
        Section knots = sections.stream()
                .filter(one -> one.id().equals("own:1"))
                .findFirst()
                .orElseThrow();
        assertThat(knots.courseName() + "-" + knots.label()).isEqualTo("CEED 101-001");
        assertThat(knots.department().name()).isEqualTo("Continuing Education");
        assertThat(knots.days().first()).hasToString("2027-02-01");
        assertThat(knots.days().last().orElseThrow()).hasToString("2027-03-12");
        assertThat(knots.tags()).containsExactly("evening", "credit=none", "seats Westhaven=5");
        assertThat(knots.capacity()).isEqualTo("20");
        assertThat(knots.instructors()).extracting(Person::fullName).containsExactly("Una Berg");
        assertThat(judge(all, Set.of(), sheet)).allSatisfy(row -> {
            assertThat(row.outcome()).isEqualTo(Outcome.THERE);
            assertThat(row.differs()).isEmpty();
        });
        RegistrarList none = OwnSections.without(own, List.of("own:1", "own:2"));
        assertThat(combined(list, none).classes().keySet())
                .isEqualTo(list.classes().keySet());
    }

    @Test
    void aChangeOfAListedSectionLeavesWhatTheSheetDoesNotSay() {
        RegistrarList list = campus().list();
        RegistrarList own = kept(list, OwnSections.NONE, "course|section|room|tags", "OCEA 210|001|Pier 9|evening");
        Section changed = Sections.ofTerm(combined(list, own), list.term("27SP").orElseThrow())
                .get(0);
        assertThat(changed.room()).isEqualTo("Pier 9");
        assertThat(changed.tags()).containsExactly("evening");
        assertThat(changed.reference()).isEqualTo("Ra");
        assertThat(changed.topic()).isEmpty();
        assertThat(changed.instructors()).extracting(Person::id).containsExactly("t1");
        assertThat(changed.days().first()).hasToString("2027-01-04");
    }

    @Test
    void whatTheRegistrarListsAfterAllIsOffered() {
        RegistrarList own =
                kept(campus().list(), OwnSections.NONE, "course|section|reference", "OCEA 30|001|R77", "OCEA 210|005|");
        RegistrarList later = campus().section("listed", "g", "004", "27SP", "", "", "")
                .section("five", "c", "005")
                .list();
        RegistrarList all = combined(later, own);
        assertThat(OwnSections.offers(Sections.ofTerm(all, all.term("27SP").orElseThrow())))
                .extracting(offer -> offer.own() + " " + offer.listed() + " " + offer.because())
                .containsExactly("own:2 five the same course and section");
        RegistrarList merged = CombinedList.of(List.of(
                new CombinedList.Part(CombinedList.REGISTRAR, later, Map.of()),
                new CombinedList.Part(CombinedList.OWN, own, Map.of("own:2", "five"))));
        assertThat(OwnSections.offers(
                        Sections.ofTerm(merged, merged.term("27SP").orElseThrow())))
                .isEmpty();
    }
}
