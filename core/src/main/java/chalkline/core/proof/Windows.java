package chalkline.core.proof;

import chalkline.core.arrivals.Section;
import chalkline.core.arrivals.Section.Days;
import chalkline.core.arrivals.Session;
import chalkline.core.calendar.Moment;
import chalkline.core.calendar.Weeks;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.Settings;
import chalkline.core.conventions.Stack;
import java.time.LocalTime;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Works out the units of a shell and from when to when students can enter it. */
final class Windows {
    private static final LocalTime END_OF_DAY = LocalTime.of(23, 59);
    private static final int WEEK = 7;

    /** ISO 8601 with seconds and offset; UTC is written +00:00. */
    private static final DateTimeFormatter WRITTEN = DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH:mm:ssxxx");

    private final Conventions conventions;
    private final Map<WeeksOf, Weeks> weeks = new HashMap<>();

    private record WeeksOf(Days days, List<String> breakTerms) {}

    Windows(Conventions conventions) {
        this.conventions = conventions;
    }

    void place(Draft draft) {
        Section lead = draft.shell().lead();
        Settings settings = draft.shell().settings();
        Weeks weeks = weeksOf(lead);
        draft.values.put(Setting.UNIT_COUNT, units(draft, settings, weeks));

        Optional<ZonedDateTime> opens =
                settle(draft, resolve(settings.get(Setting.OPENS).moment(), lead, weeks, LocalTime.MIDNIGHT));
        Optional<ZonedDateTime> closes =
                closes(draft, settings.get(Setting.CLOSES).moment(), lead, weeks);
        draft.values.put(Setting.OPENS, opens.map(WRITTEN::format).orElse(""));
        draft.values.put(Setting.CLOSES, closes.map(WRITTEN::format).orElse(""));
        judge(draft, lead.days(), opens, closes);
        draft.shell().ownWindows().forEach((id, own) -> placeSection(draft, sectionOf(draft, id), own, opens, closes));
    }

    private static Section sectionOf(Draft draft, String id) {
        return draft.sections().stream()
                .filter(section -> section.id().equals(id))
                .findFirst()
                .orElseThrow();
    }

    /** Students of a section with dates of its own enter from the later opening to the earlier closing. */
    private void placeSection(
            Draft draft,
            Section section,
            Stack.OwnWindow own,
            Optional<ZonedDateTime> shellOpens,
            Optional<ZonedDateTime> shellCloses) {
        Weeks weeks = weeksOf(section);
        Optional<ZonedDateTime> opens = own.opens()
                .flatMap(value -> settle(draft, resolve(value.moment(), section, weeks, LocalTime.MIDNIGHT)));
        Optional<ZonedDateTime> closes = own.closes().flatMap(value -> closes(draft, value.moment(), section, weeks));
        boolean late = opens.isPresent()
                && shellOpens.isPresent()
                && opens.get().toInstant().isAfter(shellOpens.get().toInstant());
        boolean early = closes.isPresent()
                && shellCloses.isPresent()
                && closes.get().toInstant().isBefore(shellCloses.get().toInstant());
        if (late || early) {
            draft.snags.add(Snag.SECTION_WINDOW_HIDES);
        }
        if (own.ignored()) {
            draft.snags.add(Snag.FIXED_SETTING);
        }
    }

    private Weeks weeksOf(Section section) {
        return weeks.computeIfAbsent(
                new WeeksOf(section.days(), section.breakTerms()),
                key -> new Weeks(key.days(), conventions.breaksOf(key.breakTerms()), conventions.weekStart()));
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

    private Optional<ZonedDateTime> closes(Draft draft, Moment moment, Section section, Weeks weeks) {
        Moment.Result result = resolve(moment, section, weeks, END_OF_DAY);
        Settings settings = draft.shell().settings();
        String units = settings.get(Setting.UNIT_COUNT).text();
        boolean weekly = settings.get(Setting.LAYOUT).text().equals("weeks") && !units.equals("weeks");
        if (result instanceof Moment.Result.NoEnd && weekly) {
            // common practice: 52 weekly units from 2022-10-10 end on 2023-10-09
            return Optional.of(section.days()
                    .first()
                    .plusDays((long) WEEK * Integer.parseInt(units))
                    .atStartOfDay(conventions.zone()));
        }
        return settle(draft, result);
    }

    private Moment.Result resolve(Moment moment, Section section, Weeks weeks, LocalTime unless) {
        return moment.resolve(daysOf(section.term()), section.days(), weeks, unless, conventions.zone());
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
