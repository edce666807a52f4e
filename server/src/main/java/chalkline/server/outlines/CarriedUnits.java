package chalkline.server.outlines;

import chalkline.core.calendar.CarryForward;
import chalkline.core.calendar.IsoMoment;
import chalkline.server.lms.Lms;
import chalkline.server.templates.TermCalendar;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** The content of an earlier shell with its dates carried forward, each with why it moved as it did. */
final class CarriedUnits {
    private final CarryForward carry;
    private final TermCalendar from;
    private final TermCalendar to;
    private final ZoneId zone;

    CarriedUnits(TermCalendar from, TermCalendar to, ZoneId zone) {
        this.carry = new CarryForward(from.term(), to.term());
        this.from = from;
        this.to = to;
        this.zone = zone;
    }

    List<StartViews.Unit> views(List<Lms.OutlineUnit> units) {
        ItemIds ids = new ItemIds();
        return units.stream().map(unit -> view(unit, ids)).toList();
    }

    private StartViews.Unit view(Lms.OutlineUnit unit, ItemIds ids) {
        return new StartViews.Unit(
                unit.title(),
                unit.instruction() == null ? "" : unit.instruction(),
                firstDay(unit.first()),
                lastDay(unit.first()),
                unit.items().stream().map(item -> view(item, ids)).toList());
    }

    /** A unit of week n stands for week n; where the new term has no such week it stands for none. */
    private @Nullable LocalDate firstDay(@Nullable String first) {
        return first == null ? null : to.weeks().firstDayOf(numberOf(first)).orElse(null);
    }

    private @Nullable LocalDate lastDay(@Nullable String first) {
        return first == null ? null : to.weeks().lastDayOf(numberOf(first)).orElse(null);
    }

    private int numberOf(String first) {
        LocalDate day = LocalDate.parse(first);
        return day.isBefore(from.days().first()) ? 0 : from.weeks().placeOf(day).number();
    }

    private StartViews.Item view(Lms.OutlineItem item, ItemIds ids) {
        CarryForward.@Nullable Carried carried = item.due() == null ? null : carry.carry(local(item.due()));
        return new StartViews.Item(
                ids.of(item),
                item.kind(),
                item.title(),
                item.text() == null ? "" : item.text(),
                item.points() == null ? "" : item.points().toPlainString(),
                item.due(),
                carried == null ? null : IsoMoment.write(ZonedDateTime.ofLocal(carried.at(), zone, null)),
                carried == null ? List.of() : carried.notes());
    }

    private LocalDateTime local(String due) {
        return IsoMoment.known(due).atZoneSameInstant(zone).toLocalDateTime();
    }

    /** The earlier units with the days and dates of the carried ones. */
    List<Lms.OutlineUnit> units(List<Lms.OutlineUnit> units) {
        ItemIds ids = new ItemIds();
        return units.stream()
                .map(unit -> {
                    StartViews.Unit view = view(unit, new ItemIds());
                    return new Lms.OutlineUnit(
                            unit.title(),
                            unit.instruction(),
                            view.first() == null ? null : view.first().toString(),
                            view.last() == null ? null : view.last().toString(),
                            unit.items().stream()
                                    .map(item -> withDue(item, view(item, ids).due()))
                                    .toList());
                })
                .toList();
    }

    /** Units of a shell whose term nobody knows. */
    static List<Lms.OutlineUnit> withoutDates(List<Lms.OutlineUnit> units) {
        return units.stream()
                .map(unit -> new Lms.OutlineUnit(
                        unit.title(),
                        unit.instruction(),
                        null,
                        null,
                        unit.items().stream().map(item -> withDue(item, null)).toList()))
                .toList();
    }

    static Lms.OutlineItem withDue(Lms.OutlineItem item, @Nullable String due) {
        return new Lms.OutlineItem(
                item.id(), item.kind(), item.title(), item.text(), item.address(), item.points(), due);
    }
}
