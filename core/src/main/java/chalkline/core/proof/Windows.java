package chalkline.core.proof;

import chalkline.core.arrivals.Section;
import chalkline.core.arrivals.Section.Days;
import chalkline.core.arrivals.Session;
import chalkline.core.calendar.Moment;
import chalkline.core.calendar.Weeks;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.Settings;
import java.time.LocalTime;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.Optional;

/** Works out the units of a shell and from when to when students can enter it. */
final class Windows {
    private static final LocalTime END_OF_DAY = LocalTime.of(23, 59);
    private static final int WEEK = 7;

    /** ISO 8601 with seconds and offset; UTC is written +00:00. */
    private static final DateTimeFormatter WRITTEN = DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH:mm:ssxxx");

    private final Conventions conventions;

    Windows(Conventions conventions) {
        this.conventions = conventions;
    }

    void place(Draft draft) {
        Section lead = draft.shell.lead();
        Settings settings = draft.shell.settings();
        Weeks weeks = new Weeks(lead.days(), conventions.breaksOf(lead.breakTerms()), conventions.weekStart());
        draft.values.put(Setting.UNIT_COUNT, units(draft, settings, weeks));

        Optional<ZonedDateTime> opens = opens(draft, settings, weeks);
        Optional<ZonedDateTime> closes = closes(draft, settings, weeks);
        draft.values.put(Setting.OPENS, opens.map(WRITTEN::format).orElse(""));
        draft.values.put(Setting.CLOSES, closes.map(WRITTEN::format).orElse(""));
        judge(draft, lead.days(), opens, closes);
    }

    private static String units(Draft draft, Settings settings, Weeks weeks) {
        String units = settings.get(Setting.UNIT_COUNT).text();
        if (!units.equals("weeks")) {
            return units;
        }
        if (weeks.count().isPresent()) {
            return Integer.toString(weeks.count().getAsInt());
        }
        draft.snags.add(Snag.NO_END);
        return "";
    }

    private Optional<ZonedDateTime> opens(Draft draft, Settings settings, Weeks weeks) {
        Moment.Result result = resolve(settings.get(Setting.OPENS).moment(), draft, weeks, LocalTime.MIDNIGHT);
        return settle(draft, result);
    }

    private Optional<ZonedDateTime> closes(Draft draft, Settings settings, Weeks weeks) {
        Moment.Result result = resolve(settings.get(Setting.CLOSES).moment(), draft, weeks, END_OF_DAY);
        String units = settings.get(Setting.UNIT_COUNT).text();
        boolean weekly = settings.get(Setting.LAYOUT).text().equals("weeks") && !units.equals("weeks");
        if (result instanceof Moment.Result.NoEnd && weekly) {
            // common practice: 52 weekly units from 2022-10-10 end on 2023-10-09
            return Optional.of(draft.shell
                    .lead()
                    .days()
                    .first()
                    .plusDays((long) WEEK * Integer.parseInt(units))
                    .atStartOfDay(conventions.zone()));
        }
        return settle(draft, result);
    }

    private Moment.Result resolve(Moment moment, Draft draft, Weeks weeks, LocalTime unless) {
        Section lead = draft.shell.lead();
        return moment.resolve(daysOf(lead.term()), lead.days(), weeks, unless, conventions.zone());
    }

    private static Days daysOf(Session session) {
        return new Days(session.start(), session.end());
    }

    private static Optional<ZonedDateTime> settle(Draft draft, Moment.Result result) {
        if (result instanceof Moment.Result.At at) {
            return Optional.of(at.at());
        }
        draft.snags.add(result instanceof Moment.Result.NoEnd ? Snag.NO_END : Snag.NO_SUCH_WEEK);
        return Optional.empty();
    }

    private static void judge(Draft draft, Days days, Optional<ZonedDateTime> opens, Optional<ZonedDateTime> closes) {
        if (opens.isPresent() && closes.isPresent() && !closes.get().isAfter(opens.get())) {
            draft.snags.add(Snag.WINDOW_BACKWARDS);
        }
        if (opens.isPresent() && opens.get().toLocalDate().isAfter(days.first())) {
            draft.snags.add(Snag.OPENS_LATE);
        }
        if (closes.isPresent()
                && days.last().isPresent()
                && closes.get().toLocalDate().isBefore(days.last().get())) {
            draft.snags.add(Snag.CLOSES_EARLY);
        }
    }
}
