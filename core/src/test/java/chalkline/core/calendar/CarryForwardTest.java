package chalkline.core.calendar;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.arrivals.Section.Days;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class CarryForwardTest {
    /** Mon 7 Sep to Fri 18 Dec 2026, break in its sixth week: 14 numbered weeks. */
    private static final CarryForward.Term FALL = term("2026-09-07", "2026-12-18", "2026-10-12", "2026-10-16");
    /** Mon 4 Jan to Fri 23 Apr 2027, break in its seventh week and on Good Friday: 15 numbered weeks. */
    private static final CarryForward.Term SPRING =
            term("2027-01-04", "2027-04-23", "2027-02-15", "2027-02-19", "2027-03-26", "2027-03-26");

    private static CarryForward.Term term(String first, String last, String... breaks) {
        List<Break> list = new ArrayList<>();
        for (int i = 0; i < breaks.length; i += 2) {
            list.add(new Break("", LocalDate.parse(breaks[i]), LocalDate.parse(breaks[i + 1])));
        }
        Optional<LocalDate> end = last.isEmpty() ? Optional.empty() : Optional.of(LocalDate.parse(last));
        return CarryForward.Term.of(new Days(LocalDate.parse(first), end), list, DayOfWeek.MONDAY);
    }

    private static String carried(CarryForward.Term from, CarryForward.Term to, String at) {
        CarryForward.Carried carried = new CarryForward(from, to).carry(LocalDateTime.parse(at));
        return (carried.at() + " " + String.join(" ", carried.notes())).trim();
    }

    @ParameterizedTest
    @CsvSource({
        "2026-09-07T08:00,2027-01-04T08:00",
        "2026-10-05T23:59,2027-02-01T23:59",
        "2026-10-20T12:00,2027-02-09T12:00",
        "2026-09-01T00:00,2026-12-29T00:00 before-term",
        "2026-12-20T09:00,2027-04-25T09:00 after-term",
        "2026-10-14T10:00,2027-02-08T10:00 was-in-break",
        "2026-11-27T10:00,2027-03-29T10:00 moved-from-break",
        "2026-09-12T10:00,2027-01-09T10:00"
    })
    void movesToTheSameWeekdayOfTheSameWeek(String at, String expected) {
        assertThat(carried(FALL, SPRING, at)).isEqualTo(expected);
    }

    @Test
    void goesToTheLastWeekWhereThereAreFewer() {
        CarryForward.Term shorter = term("2027-05-03", "2027-06-11");
        assertThat(carried(SPRING, shorter, "2027-04-20T10:00")).isEqualTo("2027-06-08T10:00 past-last-week");
        CarryForward.Term breakLast = term("2027-05-03", "2027-06-11", "2027-06-08", "2027-06-11");
        assertThat(carried(SPRING, breakLast, "2027-04-20T10:00"))
                .isEqualTo("2027-06-07T10:00 moved-from-break past-last-week");
    }

    @Test
    void daysOutsideTheNewTermMoveIn() {
        CarryForward.Term midweek = term("2027-05-05", "2027-06-11");
        assertThat(carried(FALL, midweek, "2026-09-07T10:00")).isEqualTo("2027-05-05T10:00 moved-from-break");
        // a date on a weekend may stay on one
        CarryForward.Term saturday = term("2027-05-08", "2027-06-11");
        assertThat(carried(FALL, saturday, "2026-09-12T10:00")).isEqualTo("2027-05-08T10:00");
        assertThat(carried(FALL, saturday, "2026-09-07T10:00")).isEqualTo("2027-05-10T10:00 moved-from-break");
    }

    @Test
    void withoutAnEndDaysCountFromTheFirstDays() {
        CarryForward.Term open = term("2027-05-05", "");
        assertThat(carried(FALL, open, "2026-09-17T10:00")).isEqualTo("2027-05-15T10:00");
        assertThat(carried(FALL, open, "2026-12-20T10:00")).isEqualTo("2027-08-17T10:00 after-term");
        assertThat(carried(FALL, open, "2026-09-06T10:00")).isEqualTo("2027-05-04T10:00 before-term");
        CarryForward.Term allBreak = term("2027-05-03", "2027-05-14", "2027-05-01", "2027-05-31");
        assertThat(carried(FALL, allBreak, "2026-09-17T10:00")).isEqualTo("2027-05-13T10:00");
    }

    @Test
    void breakWeeksBeforeTheFirstNumberedWeekGoToTheFirst() {
        CarryForward.Term lateStart = term("2026-09-07", "2026-12-18", "2026-09-07", "2026-09-11");
        assertThat(carried(lateStart, SPRING, "2026-09-09T10:00")).isEqualTo("2027-01-04T10:00 was-in-break");
    }

    @ParameterizedTest
    @ValueSource(longs = {21, 22, 23, 24, 25, 26})
    void whatAlwaysHolds(long seed) {
        Random random = new Random(seed);
        for (int i = 0; i < 60; i++) {
            CarryForward.Term from = random(random);
            CarryForward.Term to = random(random);
            CarryForward carry = new CarryForward(from, to);
            CarryForward same = new CarryForward(from, from);
            LocalDate first = from.days().first();
            LocalDate last = from.days().last().orElseThrow();
            for (LocalDate day = first; !day.isAfter(last); day = day.plusDays(1)) {
                LocalDateTime at = day.atTime(10, 30);
                CarryForward.Carried carried = carry.carry(at);
                String where = "seed %d, %s from %s to %s".formatted(seed, at, from.days(), to.days());
                assertThat(carried.at().toLocalTime()).as(where).isEqualTo(at.toLocalTime());
                assertThat(carried.at().toLocalDate())
                        .as("inside the term, " + where)
                        .isBetween(to.days().first(), to.days().last().orElseThrow());
                boolean moved = carried.notes().contains("moved-from-break")
                        || carried.notes().contains("was-in-break");
                if (!moved) {
                    assertThat(carried.at().getDayOfWeek()).as(where).isEqualTo(at.getDayOfWeek());
                }
                LocalDate pauseFree = day;
                boolean onBreak = from.weeks().placeOf(day).inBreakWeek()
                        || from.breaks().stream().anyMatch(pause -> pause.has(pauseFree));
                if (!onBreak) {
                    assertThat(same.carry(at).at()).as("the identity, " + where).isEqualTo(at);
                    assertThat(same.carry(at).notes()).as(where).isEmpty();
                }
            }
        }
    }

    @Test
    void theOrderOfItemsInAWeekIsKept() {
        CarryForward carry = new CarryForward(FALL, SPRING);
        for (LocalDate monday = LocalDate.parse("2026-09-07");
                monday.isBefore(LocalDate.parse("2026-12-18"));
                monday = monday.plusWeeks(1)) {
            List<LocalDateTime> week = new ArrayList<>();
            for (int i = 0; i < 5; i++) {
                week.add(carry.carry(monday.plusDays(i).atTime(8 + i, 0)).at());
            }
            assertThat(week).as("week of %s", monday).isSorted();
        }
    }

    private static CarryForward.Term random(Random random) {
        LocalDate first = LocalDate.parse("2026-01-01").plusDays(random.nextInt(700));
        LocalDate last = first.plusDays(30 + random.nextInt(100));
        LocalDate from = first.plusDays(random.nextInt(20));
        LocalDate to = from.plusDays(random.nextInt(9));
        String[] pause = random.nextInt(3) == 0 ? new String[0] : new String[] {from.toString(), to.toString()};
        assertThat(ChronoUnit.DAYS.between(first, last)).isPositive();
        return term(first.toString(), last.toString(), pause);
    }
}
