package chalkline.core.proof;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.Section;
import chalkline.core.arrivals.Section.Days;
import chalkline.core.calendar.IsoMoment;
import chalkline.core.calendar.Moment;
import chalkline.core.calendar.Weeks;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.Settings;
import chalkline.core.conventions.Stack;
import chalkline.core.conventions.Value;
import java.time.LocalTime;
import java.time.ZonedDateTime;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/** Works out the units of a shell and from when to when students can enter it. */
final class Windows {
    private static final LocalTime END_OF_DAY = LocalTime.of(23, 59);

    private final Conventions conventions;
    private final Map<WeeksOf, Weeks> weeks = new ConcurrentHashMap<>();
    private final Map<Asked, Window> windows = new ConcurrentHashMap<>();
    private final Map<Alike, Window> ofLeads = new ConcurrentHashMap<>();

    private record WeeksOf(Days days, List<String> breakTerms) {}

    /** All that a window follows from; shells that share it share their window. */
    private record Asked(
            Value opens, Value closes, String units, String layout, Days term, Days days, List<String> breakTerms) {
        static Asked of(Section section, Settings settings, Value opens, Value closes) {
            AcademicSession term = section.term();
            return new Asked(
                    opens,
                    closes,
                    settings.get(Setting.UNIT_COUNT).text(),
                    settings.get(Setting.LAYOUT).text(),
                    new Days(term.start(), term.end()),
                    section.days(),
                    section.breakTerms());
        }

        static Asked of(Section section, Settings settings) {
            return of(section, settings, settings.get(Setting.OPENS), settings.get(Setting.CLOSES));
        }
    }

    /** Sections of one list share these very objects where they are alike: quicker to tell than all that is in them. */
    @SuppressWarnings("ReferenceEquality")
    private record Alike(Settings settings, AcademicSession term, Days days, List<String> breakTerms) {
        static Alike of(Shell shell) {
            Section lead = shell.lead();
            return new Alike(shell.settings(), lead.term(), lead.days(), lead.breakTerms());
        }

        @Override
        public boolean equals(Object other) {
            return other instanceof Alike alike
                    && alike.settings == settings
                    && alike.term == term
                    && alike.days == days
                    && alike.breakTerms == breakTerms;
        }

        @Override
        public int hashCode() {
            return 31 * System.identityHashCode(settings) + System.identityHashCode(days);
        }
    }

    /** From when to when, where the moments can be placed, and what is the matter with them. */
    private record Window(
            String units,
            Optional<ZonedDateTime> opens,
            String opensWritten,
            Optional<ZonedDateTime> closes,
            String closesWritten,
            Set<Snag> snags) {}

    Windows(Conventions conventions) {
        this.conventions = conventions;
    }

    void place(Draft draft) {
        Section lead = draft.shell().lead();
        Window window = ofLeads.computeIfAbsent(
                Alike.of(draft.shell()),
                alike -> windows.computeIfAbsent(Asked.of(lead, draft.shell().settings()), this::window));
        draft.put(Setting.UNIT_COUNT, window.units());
        draft.put(Setting.OPENS, window.opensWritten());
        draft.put(Setting.CLOSES, window.closesWritten());
        draft.snags.addAll(window.snags());
        draft.shell().ownWindows().forEach((id, own) -> placeSection(draft, sectionOf(draft, id), own, window));
    }

    private Window window(Asked asked) {
        Set<Snag> snags = EnumSet.noneOf(Snag.class);
        Weeks numbered = weeksOf(asked);
        String units = units(asked, numbered, snags);
        Optional<ZonedDateTime> opens = opens(asked, numbered, snags);
        Optional<ZonedDateTime> closes = closes(asked, numbered, snags);
        judge(asked.days(), opens, closes, snags);
        return new Window(units, opens, written(opens), closes, written(closes), snags);
    }

    private static String written(Optional<ZonedDateTime> moment) {
        return moment.map(IsoMoment::write).orElse("");
    }

    private static Section sectionOf(Draft draft, String id) {
        return draft.sections().stream()
                .filter(section -> section.id().equals(id))
                .findFirst()
                .orElseThrow();
    }

    /** Students of a section with dates of its own enter from the later opening to the earlier closing. */
    private void placeSection(Draft draft, Section section, Stack.OwnWindow own, Window shell) {
        Settings settings = draft.shell().settings();
        Asked asked = Asked.of(
                section,
                settings,
                own.opens().orElse(settings.get(Setting.OPENS)),
                own.closes().orElse(settings.get(Setting.CLOSES)));
        Weeks numbered = weeksOf(asked);
        Optional<ZonedDateTime> opens =
                own.opens().isPresent() ? opens(asked, numbered, draft.snags) : Optional.empty();
        Optional<ZonedDateTime> closes =
                own.closes().isPresent() ? closes(asked, numbered, draft.snags) : Optional.empty();
        boolean late = opens.isPresent()
                && shell.opens().isPresent()
                && opens.get().toInstant().isAfter(shell.opens().get().toInstant());
        boolean early = closes.isPresent()
                && shell.closes().isPresent()
                && closes.get().toInstant().isBefore(shell.closes().get().toInstant());
        Optional<ZonedDateTime> from = late ? opens : shell.opens();
        Optional<ZonedDateTime> to = early ? closes : shell.closes();
        if ((late || early) && from.isPresent() && to.isPresent()) {
            draft.sectionWindows.put(section.id(), new SectionWindow(written(from), written(to)));
        }
        if (late || early) {
            draft.snags.add(Snag.SECTION_WINDOW_HIDES);
        }
        if (own.ignored()) {
            draft.snags.add(Snag.FIXED_SETTING);
        }
    }

    private Weeks weeksOf(Asked asked) {
        return weeks.computeIfAbsent(
                new WeeksOf(asked.days(), asked.breakTerms()),
                key -> new Weeks(key.days(), conventions.breaksOf(key.breakTerms()), conventions.weekStart()));
    }

    private static String units(Asked asked, Weeks weeks, Set<Snag> snags) {
        if (!asked.units().equals("weeks")) {
            return asked.units();
        }
        if (weeks.count().isPresent()) {
            return Integer.toString(weeks.count().getAsInt());
        }
        snags.add(Snag.NO_END);
        return "";
    }

    private Optional<ZonedDateTime> opens(Asked asked, Weeks weeks, Set<Snag> snags) {
        return orSnag(resolve(asked, asked.opens(), weeks, LocalTime.MIDNIGHT), snags);
    }

    private Optional<ZonedDateTime> closes(Asked asked, Weeks weeks, Set<Snag> snags) {
        Moment.Result result = resolve(asked, asked.closes(), weeks, END_OF_DAY);
        boolean weekly = asked.layout().equals("weeks") && !asked.units().equals("weeks");
        if (result instanceof Moment.Result.NoEnd && weekly) {
            return Optional.of(Weeks.endOf(asked.days().first(), Integer.parseInt(asked.units()))
                    .atStartOfDay(conventions.zone()));
        }
        return orSnag(result, snags);
    }

    private Moment.Result resolve(Asked asked, Value value, Weeks weeks, LocalTime unless) {
        return value.moment().resolve(asked.term(), asked.days(), weeks, unless, conventions.zone());
    }

    private static Optional<ZonedDateTime> orSnag(Moment.Result result, Set<Snag> snags) {
        if (result instanceof Moment.Result.At at) {
            return Optional.of(at.at());
        }
        snags.add(result instanceof Moment.Result.NoEnd ? Snag.NO_END : Snag.NO_SUCH_WEEK);
        return Optional.empty();
    }

    private static void judge(
            Days days, Optional<ZonedDateTime> opens, Optional<ZonedDateTime> closes, Set<Snag> snags) {
        if (opens.isPresent() && closes.isPresent() && !closes.get().isAfter(opens.get())) {
            snags.add(Snag.WINDOW_BACKWARDS);
        }
        if (opens.isPresent() && opens.get().toLocalDate().isAfter(days.first())) {
            snags.add(Snag.OPENS_LATE);
        }
        if (closes.isPresent()
                && days.last().isPresent()
                && closes.get().toLocalDate().isBefore(days.last().get())) {
            snags.add(Snag.CLOSES_EARLY);
        }
    }
}
