package chalkline.core.templates;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.Lists;
import chalkline.core.arrivals.Section;
import chalkline.core.calendar.Break;
import chalkline.core.conventions.Conventions;
import chalkline.core.templates.Outline.PlacedItem;
import chalkline.core.templates.Outline.PlacedUnit;
import java.math.BigDecimal;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class OutlinesTest {
    private static final Conventions RULES = withBreak();
    private static final Item EXERCISE = new Item(
            ItemKind.ASSIGNMENT,
            "Exercise {week}",
            "Read chapter {week}.",
            "",
            Optional.of(BigDecimal.TEN),
            Due.parse("Fri 23:59"));

    private static Conventions withBreak() {
        Conventions plain = Conventions.in(ZoneId.of("America/Halifax"));
        return new Conventions(
                plain.zone(),
                plain.weekStart(),
                plain.limits(),
                Map.of(
                        "27SP",
                        List.of(new Break("Mid-term", LocalDate.parse("2027-02-15"), LocalDate.parse("2027-02-19")))),
                plain.crossListing(),
                plain.guards(),
                plain.moves(),
                plain.layers(),
                plain.overrides(),
                plain.crossLists());
    }

    private static Section section(String session) {
        return new Lists()
                .course("c", "OCEA 210", "Tides")
                .section("a", "c", "001", session, "", "", "")
                .only();
    }

    private static Template weekly(Unit... units) {
        return new Template("t", "T", "", List.of(units), Template.WEEK_TITLE, List.of(EXERCISE));
    }

    private static Outline outline(Template template, String session, String layout, int count) {
        return new Outlines(RULES).of(template, section(session), layout, count);
    }

    @Test
    void everyTeachingWeekHasAUnitWithItsDaysAroundTheBreak() {
        Outline outline = outline(weekly(), "27SP", "weeks", 15);
        assertThat(outline.units()).hasSize(15);
        PlacedUnit six = outline.units().get(5);
        PlacedUnit seven = outline.units().get(6);
        assertThat(six.title()).isEqualTo("Week 6");
        assertThat(six.last()).contains(LocalDate.parse("2027-02-14"));
        assertThat(seven.first()).contains(LocalDate.parse("2027-02-22"));
        assertThat(outline.units().get(14).last()).contains(LocalDate.parse("2027-04-23"));
        for (PlacedUnit unit : outline.units()) {
            LocalDate first = unit.first().orElseThrow();
            assertThat(first.getDayOfWeek()).isEqualTo(DayOfWeek.MONDAY);
            PlacedItem item = unit.items().get(0);
            assertThat(item.due().orElseThrow().toLocalDate()).isEqualTo(first.plusDays(4));
            assertThat(item.due().orElseThrow().toLocalTime()).hasToString("23:59");
        }
        Item third = outline.units().get(2).items().get(0).item();
        assertThat(third.title()).isEqualTo("Exercise 3");
        assertThat(third.text()).isEqualTo("Read chapter 3.");
        assertThat(third.points()).contains(BigDecimal.TEN);
    }

    @Test
    void aPartOfTermHasItsOwnWeeks() {
        Outline outline = outline(weekly(), "27SP-B", "weeks", 8);
        assertThat(outline.units().get(0).first()).contains(LocalDate.parse("2027-03-01"));
        assertThat(outline.units()).hasSize(8);
    }

    @Test
    void unitsThatAreNoWeeksHaveNoDaysAndNoWeekdayIsDue() {
        Outline outline = outline(weekly(), "27SP", "units", 3);
        assertThat(outline.units()).extracting(PlacedUnit::title).containsExactly("Week 1", "Week 2", "Week 3");
        assertThat(outline.units()).allMatch(unit -> unit.first().isEmpty());
        assertThat(outline.units().get(0).items().get(0).due()).isEmpty();
        assertThat(outline(weekly(), "27SP", "discussion", 3).units()).isEmpty();
    }

    @Test
    void ownUnitsComeFirstAndKeepTheirRules() {
        Item essay = Item.of(ItemKind.ASSIGNMENT, "Essay").withDue(Due.parse("term.end + 3d 12:00"));
        Item never = Item.of(ItemKind.QUIZ, "Late quiz").withDue(Due.parse("week 40 Mon"));
        Outline outline = outline(weekly(new Unit("End", "Grade fast.", List.of(essay, never))), "27SP", "weeks", 15);
        PlacedUnit end = outline.units().get(0);
        assertThat(end.instruction()).isEqualTo("Grade fast.");
        assertThat(end.items().get(0).due().orElseThrow().toOffsetDateTime()).hasToString("2027-04-26T12:00-03:00");
        assertThat(end.items().get(1).undated()).isTrue();
        assertThat(outline.units()).hasSize(16);
    }

    @Test
    void weeksPastTheLastHaveNoDays() {
        Outline outline = outline(weekly(), "27SP", "weeks", 17);
        assertThat(outline.units().get(15).first()).isEmpty();
        assertThat(outline.units().get(15).items().get(0).undated()).isTrue();
    }
}
