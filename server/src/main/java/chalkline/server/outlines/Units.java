package chalkline.server.outlines;

import chalkline.core.calendar.IsoMoment;
import chalkline.core.templates.Due;
import chalkline.core.templates.Item;
import chalkline.core.templates.Outline;
import chalkline.core.templates.Template;
import chalkline.core.templates.Unit;
import chalkline.server.lms.Lms;
import java.time.LocalDate;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Writes outlines as the LMS takes them. */
public final class Units {
    /** ISO 8601 with seconds and offset; UTC is written +00:00. */
    private Units() {}

    /** An outline with its dates. */
    public static List<Lms.OutlineUnit> of(Outline outline) {
        return outline.units().stream()
                .map(unit -> new Lms.OutlineUnit(
                        unit.title(),
                        unit.instruction(),
                        unit.first().map(LocalDate::toString).orElse(null),
                        unit.last().map(LocalDate::toString).orElse(null),
                        unit.items().stream()
                                .map(placed -> item(placed.item(), placed.due()))
                                .toList()))
                .toList();
    }

    /** A template as it stands in its area: without dates, every week once. */
    public static Lms.TemplatePut of(Template template) {
        List<Unit> units = new ArrayList<>(template.units());
        if (!template.everyWeek().isEmpty()) {
            units.add(new Unit(template.weekTitle(), "", template.everyWeek()));
        }
        return new Lms.TemplatePut(
                template.id(),
                template.title(),
                template.instruction(),
                units.stream()
                        .map(unit -> new Lms.OutlineUnit(
                                unit.title(),
                                unit.instruction(),
                                null,
                                null,
                                unit.items().stream()
                                        .map(item -> item(item, Optional.empty()))
                                        .toList()))
                        .toList());
    }

    /** Whether shells from a template differ from what stands in its area: by dates, or by their weeks. */
    public static boolean isPlaced(Template template) {
        return !template.everyWeek().isEmpty()
                || template.units().stream()
                        .flatMap(unit -> unit.items().stream())
                        .map(Item::due)
                        .anyMatch(Optional<Due>::isPresent);
    }

    private static Lms.OutlineItem item(Item item, Optional<ZonedDateTime> due) {
        return new Lms.OutlineItem(
                null,
                item.kind().key(),
                item.title(),
                item.text(),
                item.address(),
                item.points().orElse(null),
                due.map(IsoMoment::write).orElse(null));
    }
}
