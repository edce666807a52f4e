package chalkline.core.calendar;

import chalkline.core.arrivals.Section.Days;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.time.temporal.TemporalAdjusters;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * The teaching weeks of a session: calendar weeks from the one that holds its first day to the one that holds its last,
 * numbered from 1, break weeks left out. Where the session has no end there is no last week.
 */
public final class Weeks {

    /** How far a week or a working day is looked for in a session without end: a century. */
    private static final int HORIZON_DAYS = 36_600;

    private final Days days;
    private final List<Break> breaks;
    private final DayOfWeek weekStart;
    /** First calendar days of the numbered weeks; those of a century where the session has no end. */
    private final List<LocalDate> numbered;

    public Weeks(Days days, List<Break> breaks, DayOfWeek weekStart) {
        this.days = days;
        this.breaks = breaks;
        this.weekStart = weekStart;
        this.numbered = numbered();
    }

    private List<LocalDate> numbered() {
        LocalDate limit = days.last().orElse(days.first().plusDays(HORIZON_DAYS));
        List<LocalDate> starts = new ArrayList<>();
        for (LocalDate start = weekOf(days.first()); !start.isAfter(limit); start = start.plusWeeks(1)) {
            if (!isBreakWeek(start)) {
                starts.add(start);
            }
        }
        return starts;
    }

    /** The number of numbered weeks; empty without an end. */
    public OptionalInt count() {
        return days.last().isEmpty() ? OptionalInt.empty() : OptionalInt.of(numbered.size());
    }

    /** The first calendar day of numbered week {@code n}, be it before the session; empty where there is no such week. */
    public Optional<LocalDate> startOf(int n) {
        return n < 1 || n > numbered.size() ? Optional.empty() : Optional.of(numbered.get(n - 1));
    }

    /** The first day of week {@code n} that lies in the session. */
    public Optional<LocalDate> firstDayOf(int n) {
        return startOf(n).map(start -> start.isBefore(days.first()) ? days.first() : start);
    }

    /** The last day of week {@code n} that lies in the session. */
    public Optional<LocalDate> lastDayOf(int n) {
        return startOf(n)
                .map(start -> start.plusDays(6))
                .map(end -> days.last().filter(end::isAfter).orElse(end));
    }

    /** The given weekday of week {@code n}, also where it lies outside the session. */
    public Optional<LocalDate> dayOf(int n, DayOfWeek day) {
        return startOf(n).map(start -> start.with(TemporalAdjusters.nextOrSame(day)));
    }

    /**
     * Where a day of the session lies.
     *
     * @param number of its week; in a break week that of the numbered week before, 0 if there is none
     */
    public record Place(int number, boolean inBreakWeek) {}

    /** The week that a day lies in, which must not be before the session. */
    public Place placeOf(LocalDate day) {
        LocalDate week = weekOf(day);
        int number = 0;
        for (LocalDate start = weekOf(days.first()); start.isBefore(week); start = start.plusWeeks(1)) {
            number += isBreakWeek(start) ? 0 : 1;
        }
        boolean pause = isBreakWeek(week);
        return new Place(pause ? number : number + 1, pause);
    }

    /** The {@code n}th working day after (before, if negative) a day; 0 is the day itself. */
    public LocalDate plusWorkingDays(LocalDate day, int n) {
        int left = Math.abs(n);
        int step = Integer.signum(n);
        LocalDate at = day;
        while (left > 0) {
            at = at.plusDays(step);
            if (isWorkingDay(at)) {
                left--;
            }
        }
        return at;
    }

    private boolean isWorkingDay(LocalDate day) {
        return day.getDayOfWeek().getValue() <= 5 && breaks.stream().noneMatch(pause -> pause.has(day));
    }

    /**
     * The day on which so many weekly units from a first day have passed (common practice: 52 from 2022-10-10 end on
     * 2023-10-09).
     */
    public static LocalDate endOf(LocalDate first, int units) {
        return first.plusWeeks(units);
    }

    /** How many weekly units, the last one begun, lie from a first day to the day on which they are to have passed. */
    public static int unitsTo(LocalDate first, LocalDate end) {
        long days = ChronoUnit.DAYS.between(first, end);
        return (int) Math.max(0, Math.floorDiv(days + 6, 7));
    }

    private LocalDate weekOf(LocalDate day) {
        return day.with(TemporalAdjusters.previousOrSame(weekStart));
    }

    /** Whether the week has Monday-to-Friday days inside the session, and every one of them falls in a break. */
    private boolean isBreakWeek(LocalDate start) {
        boolean any = false;
        for (int i = 0; i < 7; i++) {
            LocalDate day = start.plusDays(i);
            if (day.getDayOfWeek().getValue() <= 5 && contains(day)) {
                if (breaks.stream().noneMatch(pause -> pause.has(day))) {
                    return false;
                }
                any = true;
            }
        }
        return any;
    }

    private boolean contains(LocalDate day) {
        return !day.isBefore(days.first())
                && days.last().map(last -> !day.isAfter(last)).orElse(true);
    }
}
