package chalkline.core.calendar;

import chalkline.core.arrivals.Section.Days;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;

/**
 * Moves dates of an earlier term to the matching days of a new one: the same weekday of the same numbered week, around
 * the breaks of both. The time of day stays.
 */
public final class CarryForward {
    private static final String BEFORE_TERM = "before-term";
    private static final String AFTER_TERM = "after-term";
    private static final String PAST_LAST_WEEK = "past-last-week";
    private static final String WAS_IN_BREAK = "was-in-break";
    private static final String MOVED_FROM_BREAK = "moved-from-break";

    private final Term from;
    private final Term to;

    /** A term with its breaks and weeks. */
    public record Term(Days days, List<Break> breaks, Weeks weeks) {
        public static Term of(Days days, List<Break> breaks, DayOfWeek weekStart) {
            return new Term(days, breaks, new Weeks(days, breaks, weekStart));
        }

        private boolean has(LocalDate day) {
            return !day.isBefore(days.first())
                    && days.last().map(last -> !day.isAfter(last)).orElse(true);
        }

        private boolean isTaught(LocalDate day) {
            return has(day) && breaks.stream().noneMatch(pause -> pause.has(day));
        }
    }

    /**
     * Where a date goes.
     *
     * @param notes what is to be known of it, in the order of their names
     */
    public record Carried(LocalDateTime at, List<String> notes) {}

    public CarryForward(Term from, Term to) {
        this.from = from;
        this.to = to;
    }

    /** The day of the new term that matches a day of the earlier one. */
    public Carried carry(LocalDateTime at) {
        Set<String> notes = new TreeSet<>();
        LocalDate day = day(at.toLocalDate(), notes);
        return new Carried(LocalDateTime.of(day, at.toLocalTime()), List.copyOf(notes));
    }

    private LocalDate day(LocalDate x, Set<String> notes) {
        LocalDate first = from.days().first();
        long fromFirst = ChronoUnit.DAYS.between(first, x);
        if (x.isBefore(first)) {
            notes.add(BEFORE_TERM);
            return to.days().first().plusDays(fromFirst);
        }
        Optional<LocalDate> last = from.days().last();
        boolean after = last.isPresent() && x.isAfter(last.get());
        if (after) {
            notes.add(AFTER_TERM);
        }
        OptionalInt weeks = to.weeks().count();
        if (weeks.isEmpty() || weeks.getAsInt() == 0) {
            return to.days().first().plusDays(fromFirst);
        }
        if (after) {
            return to.days().last().orElseThrow().plusDays(ChronoUnit.DAYS.between(last.get(), x));
        }
        Weeks.Place place = from.weeks().placeOf(x);
        return place.inBreakWeek()
                ? afterBreak(place.number(), weeks.getAsInt(), notes)
                : inWeek(x, place.number(), weeks.getAsInt(), notes);
    }

    private LocalDate afterBreak(int before, int weeks, Set<String> notes) {
        notes.add(WAS_IN_BREAK);
        LocalDate start = to.weeks().startOf(Math.min(before + 1, weeks)).orElseThrow();
        Predicate<LocalDate> works = day -> isMondayToFriday(day) && to.isTaught(day);
        return nearest(start, works).orElse(start);
    }

    private LocalDate inWeek(LocalDate x, int number, int weeks, Set<String> notes) {
        if (number > weeks) {
            notes.add(PAST_LAST_WEEK);
        }
        LocalDate target =
                to.weeks().dayOf(Math.min(number, weeks), x.getDayOfWeek()).orElseThrow();
        if (to.isTaught(target)) {
            return target;
        }
        boolean weekend = !isMondayToFriday(x);
        Optional<LocalDate> moved = nearest(target, day -> to.isTaught(day) && (weekend || isMondayToFriday(day)));
        moved.ifPresent(day -> notes.add(MOVED_FROM_BREAK));
        return moved.orElse(target);
    }

    /** The next day in the new term, from a day on, that will do; where there is none, the one before. */
    private Optional<LocalDate> nearest(LocalDate from, Predicate<LocalDate> willDo) {
        LocalDate first = to.days().first();
        LocalDate last = to.days().last().orElseThrow();
        for (LocalDate day = from.isBefore(first) ? first : from; !day.isAfter(last); day = day.plusDays(1)) {
            if (willDo.test(day)) {
                return Optional.of(day);
            }
        }
        for (LocalDate day = from.isAfter(last) ? last : from; !day.isBefore(first); day = day.minusDays(1)) {
            if (willDo.test(day)) {
                return Optional.of(day);
            }
        }
        return Optional.empty();
    }

    private static boolean isMondayToFriday(LocalDate day) {
        return day.getDayOfWeek().getValue() <= 5;
    }
}
