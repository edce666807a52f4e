package chalkline.core.templates;

import chalkline.core.arrivals.Section.Days;
import chalkline.core.calendar.Moment;
import chalkline.core.calendar.Weeks;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * When an item is due: a moment such as {@code week 3 Fri 23:59}, or a weekday such as {@code Fri 23:59} of the week that
 * its unit is for. Without a time, the end of the day: 23:59.
 */
public final class Due {
    private static final LocalTime END_OF_DAY = LocalTime.of(23, 59);
    private static final List<String> DAY_NAMES = List.of("Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun");
    private static final Pattern WEEKDAY =
            Pattern.compile("(Mon|Tue|Wed|Thu|Fri|Sat|Sun)(?: +((?:[01][0-9]|2[0-3]):[0-5][0-9]))?");

    private final String source;
    private final boolean weekday;
    private final Optional<Moment> moment;

    private Due(String source, boolean weekday, Optional<Moment> moment) {
        this.source = source;
        this.weekday = weekday;
        this.moment = moment;
    }

    /** Reads a rule; empty where the text is none. */
    public static Optional<Due> parse(String text) {
        if (WEEKDAY.matcher(text).matches()) {
            return Optional.of(new Due(text, true, Optional.empty()));
        }
        return Moment.parse(text).map(moment -> new Due(text, false, Optional.of(moment)));
    }

    /** Whether it is a weekday of the week of its unit, and so means nothing without one. */
    public boolean isWeekday() {
        return weekday;
    }

    /** The same rule for the unit of week {@code n}. */
    Due inWeek(int n) {
        return weekday ? parse("week " + n + " " + source).orElseThrow() : this;
    }

    /** The moment in the campus zone; empty where the session has no such day. */
    Optional<ZonedDateTime> resolve(Days term, Days session, Weeks weeks, ZoneId zone) {
        return moment.map(rule -> rule.resolve(term, session, weeks, END_OF_DAY, zone))
                .filter(Moment.Result.At.class::isInstance)
                .map(result -> ((Moment.Result.At) result).at());
    }

    /**
     * The rule that gives a date of an earlier session: its weekday in its numbered week; days from the first or the last
     * day where it lies outside of the session.
     *
     * @param weeks the weeks of that session
     */
    public static Due of(LocalDateTime at, Days session, Weeks weeks) {
        return parse(anchor(at.toLocalDate(), session, weeks) + " "
                        + at.toLocalTime().truncatedTo(ChronoUnit.MINUTES))
                .orElseThrow();
    }

    private static String anchor(LocalDate day, Days session, Weeks weeks) {
        if (day.isBefore(session.first())) {
            return "part.start - " + ChronoUnit.DAYS.between(day, session.first()) + "d";
        }
        if (session.last().isPresent() && day.isAfter(session.last().get())) {
            return "part.end + " + ChronoUnit.DAYS.between(session.last().get(), day) + "d";
        }
        Weeks.Place place = weeks.placeOf(day);
        String name = DAY_NAMES.get(day.getDayOfWeek().getValue() - 1);
        if (!place.inBreakWeek()) {
            return "week " + place.number() + " " + name;
        }
        if (place.number() == 0) {
            return "part.start + " + ChronoUnit.DAYS.between(session.first(), day) + "d";
        }
        DayOfWeek weekday = day.getDayOfWeek();
        LocalDate counted = weeks.dayOf(place.number(), weekday).orElseThrow();
        return "week " + place.number() + " " + name + " + " + ChronoUnit.DAYS.between(counted, day) + "d";
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Due due && due.source.equals(source);
    }

    @Override
    public int hashCode() {
        return source.hashCode();
    }

    /** As it was written. */
    @Override
    public String toString() {
        return source;
    }
}
