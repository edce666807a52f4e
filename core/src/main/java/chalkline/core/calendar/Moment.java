package chalkline.core.calendar;

import chalkline.core.Bounds;
import chalkline.core.arrivals.Section.Days;
import java.time.DateTimeException;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A date and time written relative to the term, such as {@code term.start - 7d 08:00}, or as a plain date. Immutable; the
 * day that it means depends on the section that it is resolved for.
 */
public final class Moment {

    /** What a moment counts from. */
    private enum Anchor {
        TERM_START,
        TERM_END,
        PART_START,
        PART_END,
        WEEK,
        DATE
    }

    private static final List<String> DAY_NAMES = List.of("Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun");

    private static final Pattern SHAPE = Pattern.compile(
            "(?:(?:(?<anchor>(?:term|part)\\.(?:start|end))|week *(?<week>[0-9]{1,6})(?: +(?<day>Mon|Tue|Wed|Thu|Fri|Sat|Sun))?)"
                    + "(?: *(?<sign>[+-]) *(?<number>[0-9]{1,6}) *(?<unit>[dwb]))?"
                    + "|(?<date>[0-9]{4}-[0-9]{2}-[0-9]{2}))"
                    + "(?: +(?<time>[0-9]{2}:[0-9]{2}))?");

    private final String source;
    private final Anchor anchor;
    private final int week;
    private final Optional<DayOfWeek> day;
    private final int offset;
    private final char unit;
    private final Optional<LocalDate> date;
    private final Optional<LocalTime> time;

    private Moment(String source, Matcher m) {
        this.source = source;
        this.date = Optional.ofNullable(m.group("date")).map(LocalDate::parse);
        this.anchor = anchor(m);
        this.week = m.group("week") == null ? 0 : Integer.parseInt(m.group("week"));
        this.day = Optional.ofNullable(m.group("day")).map(name -> DayOfWeek.of(DAY_NAMES.indexOf(name) + 1));
        int number = m.group("number") == null ? 0 : Integer.parseInt(m.group("number"));
        this.offset = "-".equals(m.group("sign")) ? -number : number;
        this.unit = m.group("unit") == null ? 'd' : m.group("unit").charAt(0);
        this.time = Optional.ofNullable(m.group("time")).map(LocalTime::parse);
    }

    private static Anchor anchor(Matcher m) {
        if (m.group("anchor") != null) {
            return Anchor.valueOf(m.group("anchor").replace('.', '_').toUpperCase(Locale.ROOT));
        }
        return m.group("week") != null ? Anchor.WEEK : Anchor.DATE;
    }

    /**
     * Reads a moment; empty where the text is none, names a day or time that does not exist, or lies further away than any
     * term ({@link Bounds}).
     */
    public static Optional<Moment> parse(String text) {
        Matcher m = SHAPE.matcher(text);
        if (!m.matches()) {
            return Optional.empty();
        }
        try {
            return Optional.of(new Moment(text, m)).filter(Moment::isNear);
        } catch (DateTimeException noSuchDayOrTime) {
            return Optional.empty();
        }
    }

    private boolean isNear() {
        int most = switch (unit) {
            case 'w' -> Bounds.MOMENT_WEEKS;
            case 'b' -> Bounds.MOMENT_WORKING_DAYS;
            default -> Bounds.MOMENT_DAYS;
        };
        return Math.abs(offset) <= most && date.flatMap(Bounds::outside).isEmpty();
    }

    /** What came of resolving a moment: an instant in the campus zone, or the reason why there is none. */
    public sealed interface Result {
        record At(ZonedDateTime at) implements Result {}

        /** The session has no such week. */
        record NoSuchWeek() implements Result {}

        /** The session that it counts from has no end. */
        record NoEnd() implements Result {}
    }

    /**
     * Resolves the moment for a section.
     *
     * @param term the days of its term
     * @param session its own days, those of its part of term where it has one
     * @param weeks the weeks of its session
     * @param unless the time of day where the moment gives none
     * @param zone the campus zone; a local time that a clock change skips moves forward by the gap, one that occurs twice
     *     is the earlier ({@link ZonedDateTime#ofLocal})
     */
    public Result resolve(Days term, Days session, Weeks weeks, LocalTime unless, ZoneId zone) {
        Optional<LocalDate> from = switch (anchor) {
            case TERM_START -> Optional.of(term.first());
            case TERM_END -> term.last();
            case PART_START -> Optional.of(session.first());
            case PART_END -> session.last();
            case WEEK -> day.isPresent() ? weeks.dayOf(week, day.get()) : weeks.firstDayOf(week);
            case DATE -> date;
        };
        if (from.isEmpty()) {
            return anchor == Anchor.WEEK ? new Result.NoSuchWeek() : new Result.NoEnd();
        }
        LocalDate moved = switch (unit) {
            case 'w' -> from.get().plusWeeks(offset);
            case 'b' -> weeks.plusWorkingDays(from.get(), offset);
            default -> from.get().plusDays(offset);
        };
        return new Result.At(ZonedDateTime.ofLocal(LocalDateTime.of(moved, time.orElse(unless)), zone, null));
    }

    /**
     * The same moment so many days later, or earlier where negative; empty where it counts working days, which days cannot
     * be added to.
     */
    public Optional<Moment> plusDays(int days) {
        String at = time.map(t -> " " + t).orElse("");
        if (date.isPresent()) {
            return parse(date.get().plusDays(days) + at);
        }
        if (unit == 'b' && offset != 0) {
            return Optional.empty();
        }
        int moved = (unit == 'w' ? 7 * offset : offset) + days;
        String from = anchor == Anchor.WEEK
                ? "week " + week
                        + day.map(d -> " " + DAY_NAMES.get(d.getValue() - 1)).orElse("")
                : anchor.name().toLowerCase(Locale.ROOT).replace('_', '.');
        return parse(from + (moved == 0 ? "" : (moved < 0 ? " - " : " + ") + Math.abs(moved) + "d") + at);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Moment moment && moment.source.equals(source);
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
