package chalkline.server.outlines;

import chalkline.core.calendar.IsoMoment;
import chalkline.core.templates.Outline;
import chalkline.server.lms.Lms;
import chalkline.server.templates.TermCalendar;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** Turns calendars and outlines into what is shown of them. */
public final class Rulers {
    private Rulers() {}

    /** A session as a ruler of numbered weeks and breaks. */
    public static StartViews.Ruler of(TermCalendar calendar) {
        List<StartViews.Week> numbered = new ArrayList<>();
        int count = calendar.weeks().count().orElse(0);
        for (int n = 1; n <= count; n++) {
            LocalDate first = calendar.weeks().firstDayOf(n).orElseThrow();
            LocalDate last = calendar.weeks().lastDayOf(n).orElseThrow();
            numbered.add(new StartViews.Week(n, first, last));
        }
        LocalDate start = calendar.days().first();
        LocalDate end = calendar.days().last().orElse(LocalDate.MAX);
        return new StartViews.Ruler(
                calendar.code(),
                calendar.title(),
                start,
                calendar.days().last().orElse(null),
                numbered,
                calendar.breaks().stream()
                        .filter(pause ->
                                !pause.to().isBefore(start) && !pause.from().isAfter(end))
                        .map(pause -> new StartViews.Pause(pause.name(), pause.from(), pause.to()))
                        .toList());
    }

    static List<StartViews.Unit> views(Outline outline) {
        return outline.units().stream()
                .map(unit -> new StartViews.Unit(
                        unit.title(),
                        unit.instruction(),
                        unit.first().orElse(null),
                        unit.last().orElse(null),
                        unit.items().stream().map(Rulers::view).toList()))
                .toList();
    }

    private static StartViews.Item view(Outline.PlacedItem placed) {
        return new StartViews.Item(
                "",
                placed.item().kind().key(),
                placed.item().title(),
                placed.item().text(),
                placed.item().points().map(BigDecimal::toPlainString).orElse(""),
                null,
                placed.due().map(IsoMoment::write).orElse(null),
                placed.undated() ? List.of("no-such-day") : List.of());
    }

    /** Units of an earlier shell whose term nobody knows: their dates are left out. */
    static List<StartViews.Unit> undated(List<Lms.OutlineUnit> units) {
        ItemIds ids = new ItemIds();
        return units.stream()
                .map(unit -> new StartViews.Unit(
                        unit.title(),
                        unit.instruction() == null ? "" : unit.instruction(),
                        null,
                        null,
                        unit.items().stream()
                                .map(item -> new StartViews.Item(
                                        ids.of(item),
                                        item.kind(),
                                        item.title(),
                                        item.text() == null ? "" : item.text(),
                                        item.points() == null
                                                ? ""
                                                : item.points().toPlainString(),
                                        item.due(),
                                        null,
                                        item.due() == null ? List.of() : List.of("term-unknown")))
                                .toList()))
                .toList();
    }

    /**
     * Carried units with the dates that a person kept instead.
     *
     * @param kept by what items are known by; empty text takes a date out
     */
    static List<StartViews.Unit> withDates(List<StartViews.Unit> carried, Map<String, String> kept) {
        return carried.stream()
                .map(unit -> new StartViews.Unit(
                        unit.title(),
                        unit.instruction(),
                        unit.first(),
                        unit.last(),
                        unit.items().stream().map(item -> withDate(item, kept)).toList()))
                .toList();
    }

    private static StartViews.Item withDate(StartViews.Item item, Map<String, String> kept) {
        String due = kept.containsKey(item.id()) ? kept.get(item.id()) : item.due();
        return new StartViews.Item(
                item.id(),
                item.kind(),
                item.title(),
                item.text(),
                item.points(),
                item.was(),
                due == null || due.isEmpty() ? null : due,
                item.notes());
    }
}
