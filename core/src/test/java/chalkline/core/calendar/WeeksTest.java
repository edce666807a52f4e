package chalkline.core.calendar;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.arrivals.Section.Days;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.temporal.IsoFields;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;

class WeeksTest {
    private static final Days SPRING = days("2027-01-04", "2027-04-23");
    private static final Break MID_TERM = pause("2027-02-15", "2027-02-19");

    private static Days days(String first, String last) {
        return new Days(LocalDate.parse(first), Optional.of(LocalDate.parse(last)));
    }

    private static Break pause(String from, String to) {
        return new Break("", LocalDate.parse(from), LocalDate.parse(to));
    }

    private static Weeks weeks(Days days, Break... breaks) {
        return new Weeks(days, List.of(breaks), DayOfWeek.MONDAY);
    }

    @Test
    void breakWeeksHaveNoNumber() {
        assertThat(weeks(SPRING).count()).isEqualTo(OptionalInt.of(16));
        Weeks weeks = weeks(SPRING, MID_TERM);
        assertThat(weeks.count()).isEqualTo(OptionalInt.of(15));
        assertThat(weeks.startOf(6)).contains(LocalDate.parse("2027-02-08"));
        assertThat(weeks.startOf(7)).contains(LocalDate.parse("2027-02-22"));
        assertThat(weeks.startOf(16)).isEmpty();
        assertThat(weeks.startOf(0)).isEmpty();
    }

    @Test
    void aWeekPartlyInABreakIsATeachingWeek() {
        assertThat(weeks(SPRING, pause("2027-02-15", "2027-02-18")).count()).isEqualTo(OptionalInt.of(16));
        assertThat(weeks(SPRING, pause("2027-02-13", "2027-02-21")).count()).isEqualTo(OptionalInt.of(15));
    }

    @Test
    void onlyDaysInsideTheSessionMakeABreakWeek() {
        // the session starts on a Thursday; its first week has Thursday and Friday only
        Days late = days("2027-01-07", "2027-02-05");
        assertThat(weeks(late, pause("2027-01-07", "2027-01-08")).count()).isEqualTo(OptionalInt.of(4));
        // a weekend alone is no break week, as it has no Monday-to-Friday day
        Days weekend = days("2027-01-09", "2027-01-10");
        assertThat(weeks(weekend, pause("2027-01-09", "2027-01-10")).count()).isEqualTo(OptionalInt.of(1));
    }

    @Test
    void firstDaysLieInsideTheSessionNamedDaysNeedNot() {
        Weeks weeks = weeks(days("2027-01-07", "2027-02-05"));
        assertThat(weeks.firstDayOf(1)).contains(LocalDate.parse("2027-01-07"));
        assertThat(weeks.dayOf(1, DayOfWeek.MONDAY)).contains(LocalDate.parse("2027-01-04"));
        assertThat(weeks.firstDayOf(2)).contains(LocalDate.parse("2027-01-11"));
    }

    @Test
    void workingDaysLeaveOutWeekendsAndBreaks() {
        Weeks weeks = weeks(SPRING, MID_TERM);
        LocalDate friday = LocalDate.parse("2027-02-12");
        assertThat(weeks.plusWorkingDays(friday, 1)).isEqualTo(LocalDate.parse("2027-02-22"));
        assertThat(weeks.plusWorkingDays(friday, 0)).isEqualTo(friday);
        assertThat(weeks.plusWorkingDays(LocalDate.parse("2027-02-13"), -3)).isEqualTo(LocalDate.parse("2027-02-10"));
    }

    @Test
    void weeksOfAYearAreThoseOfIso8601() {
        // source: ISO 8601 week dates, as java.time computes them (IsoFields.WEEK_OF_WEEK_BASED_YEAR)
        for (int year = 2020; year <= 2032; year++) {
            LocalDate first = LocalDate.of(year, 1, 4)
                    .with(IsoFields.WEEK_OF_WEEK_BASED_YEAR, 1)
                    .with(DayOfWeek.MONDAY);
            LocalDate last = LocalDate.of(year, 12, 28).with(DayOfWeek.SUNDAY);
            Weeks weeks = weeks(new Days(first, Optional.of(last)));
            int inYear = (int) IsoFields.WEEK_OF_WEEK_BASED_YEAR
                    .rangeRefinedBy(LocalDate.of(year, 6, 1))
                    .getMaximum();
            assertThat(weeks.count()).as("%d", year).isEqualTo(OptionalInt.of(inYear));
            for (int n = 1; n <= inYear; n++) {
                LocalDate day = weeks.startOf(n).orElseThrow();
                assertThat(day.get(IsoFields.WEEK_OF_WEEK_BASED_YEAR)).isEqualTo(n);
            }
        }
    }

    @Test
    void weeksMayStartOnSunday() {
        Weeks weeks = new Weeks(days("2027-01-04", "2027-01-10"), List.of(), DayOfWeek.SUNDAY);
        assertThat(weeks.count()).isEqualTo(OptionalInt.of(2));
        assertThat(weeks.dayOf(1, DayOfWeek.SUNDAY)).contains(LocalDate.parse("2027-01-03"));
    }

    @Test
    void withoutAnEndThereIsNoLastWeek() {
        Weeks weeks = weeks(new Days(LocalDate.parse("2027-01-04"), Optional.empty()));
        assertThat(weeks.count()).isEmpty();
        assertThat(weeks.startOf(60)).contains(LocalDate.parse("2028-02-21"));
    }

    @Test
    void unitsGiveTheEndAndTheEndGivesTheUnits() {
        // common practice, no source: 52 weekly units from 2022-10-10 end on 2023-10-09
        LocalDate first = LocalDate.parse("2022-10-10");
        assertThat(Weeks.endOf(first, 52)).isEqualTo(LocalDate.parse("2023-10-09"));
        for (int units = 0; units < 200; units++) {
            assertThat(Weeks.unitsTo(first, Weeks.endOf(first, units))).isEqualTo(units);
            assertThat(Weeks.unitsTo(first, Weeks.endOf(first, units).plusDays(1)))
                    .isEqualTo(units + 1);
        }
        assertThat(Weeks.unitsTo(first, first.minusDays(30))).isZero();
    }

    @Test
    void theLastDayOfAWeekLiesInTheSession() {
        Weeks weeks = weeks(SPRING, MID_TERM);
        assertThat(weeks.lastDayOf(1)).contains(LocalDate.parse("2027-01-10"));
        assertThat(weeks.lastDayOf(15)).contains(LocalDate.parse("2027-04-23"));
        assertThat(weeks.lastDayOf(16)).isEmpty();
    }
}
