package chalkline.standins.lms;

import chalkline.core.arrivals.Section;
import chalkline.core.calendar.Break;
import chalkline.core.calendar.IsoMoment;
import chalkline.core.calendar.Weeks;
import java.math.BigDecimal;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/** What instructors had in the shells of the terms before: a welcome, then readings and exercises week by week. */
final class EarlierContent {
    private static final ZoneId ZONE = ZoneId.of("America/Halifax");
    private static final List<Break> BREAKS = List.of(
            new Break("Mid-term break", LocalDate.parse("2026-02-16"), LocalDate.parse("2026-02-20")),
            new Break("Reading week", LocalDate.parse("2026-10-12"), LocalDate.parse("2026-10-16")));
    private static final int QUIZ_EVERY = 4;
    private static final long READING_BYTES = 184_320;

    private EarlierContent() {}

    static List<Wire.Unit> of(Section section) {
        Weeks weeks = new Weeks(section.days(), BREAKS, DayOfWeek.MONDAY);
        List<Wire.Unit> units = new ArrayList<>();
        units.add(new Wire.Unit(
                "Welcome",
                "Say who you are and how to reach you.",
                null,
                null,
                List.of(
                        item("page", "About " + section.course().title(), null, null, null),
                        item("announcement", "Welcome aboard", null, null, null))));
        int count = weeks.count().orElse(0);
        for (int n = 1; n <= count; n++) {
            units.add(week(weeks, n));
        }
        LocalDate last = section.days().last().orElseThrow();
        units.add(new Wire.Unit(
                "At the end",
                null,
                null,
                null,
                List.of(item("assignment", "Final paper", "40", due(last.plusDays(3), LocalTime.NOON), null))));
        return units;
    }

    private static Wire.Unit week(Weeks weeks, int n) {
        List<Wire.Item> items = new ArrayList<>();
        items.add(item("file", "Reading " + n, null, null, READING_BYTES + n));
        if (n % QUIZ_EVERY == 0) {
            items.add(item("quiz", "Quiz " + n / QUIZ_EVERY, "20", due(weeks, n, DayOfWeek.WEDNESDAY, "12:00"), null));
        }
        items.add(item("assignment", "Exercise " + n, "10", due(weeks, n, DayOfWeek.FRIDAY, "23:59"), null));
        return new Wire.Unit(
                "Week " + n,
                null,
                weeks.firstDayOf(n).orElseThrow().toString(),
                weeks.lastDayOf(n).orElseThrow().toString(),
                items);
    }

    private static String due(Weeks weeks, int n, DayOfWeek day, String time) {
        return due(weeks.dayOf(n, day).orElseThrow(), LocalTime.parse(time));
    }

    private static String due(LocalDate day, LocalTime time) {
        return IsoMoment.write(ZonedDateTime.of(day, time, ZONE));
    }

    private static Wire.Item item(
            String kind, String title, @Nullable String points, @Nullable String due, @Nullable Long size) {
        String address = kind.equals("file") ? title.toLowerCase(Locale.ROOT).replace(' ', '-') + ".pdf" : null;
        return new Wire.Item(
                null, kind, title, null, address, points == null ? null : new BigDecimal(points), due, size);
    }
}
