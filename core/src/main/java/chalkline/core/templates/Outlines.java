package chalkline.core.templates;

import chalkline.core.arrivals.Section;
import chalkline.core.arrivals.Section.Days;
import chalkline.core.calendar.Weeks;
import chalkline.core.conventions.Conventions;
import chalkline.core.templates.Outline.PlacedItem;
import chalkline.core.templates.Outline.PlacedUnit;
import java.time.LocalDate;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Works out what the shells of a term contain from their templates and weeks. */
public final class Outlines {
    private final Conventions conventions;

    public Outlines(Conventions conventions) {
        this.conventions = conventions;
    }

    /** The teaching weeks of a section. */
    public Weeks weeksOf(Section section) {
        return new Weeks(section.days(), conventions.breaksOf(section.breakTerms()), conventions.weekStart());
    }

    /**
     * The content of a shell.
     *
     * @param lead the section that leads it, whose session gives the weeks
     * @param layout the shell's layout: with {@code weeks} the counted units are its teaching weeks and have days, with
     *     {@code units} they have none, with the others there are none
     * @param count how many units the conventions give it, from 0
     */
    public Outline of(Template template, Section lead, String layout, int count) {
        Days term = new Days(lead.term().start(), lead.term().end());
        return of(template, term, lead.days(), weeksOf(lead), layout, count);
    }

    /**
     * The content of a shell of a session.
     *
     * @param session its days, those of the term or of a part of it
     * @param weeks the weeks of the session
     */
    public Outline of(Template template, Days term, Days session, Weeks weeks, String layout, int count) {
        Placing placing = new Placing(term, session, weeks);
        List<PlacedUnit> units = new ArrayList<>();
        for (Unit unit : template.units()) {
            units.add(new PlacedUnit(
                    unit.title(),
                    unit.instruction(),
                    Optional.empty(),
                    Optional.empty(),
                    unit.items().stream().map(placing::item).toList()));
        }
        boolean weekly = layout.equals("weeks");
        if (!template.everyWeek().isEmpty() && (weekly || layout.equals("units"))) {
            for (int n = 1; n <= count; n++) {
                units.add(placing.week(template, n, weekly));
            }
        }
        return new Outline(units);
    }

    private final class Placing {
        private final Days term;
        private final Days session;
        private final Weeks weeks;

        Placing(Days term, Days session, Weeks weeks) {
            this.term = term;
            this.session = session;
            this.weeks = weeks;
        }

        PlacedUnit week(Template template, int n, boolean weekly) {
            Optional<LocalDate> first = weekly ? weeks.firstDayOf(n) : Optional.empty();
            Optional<LocalDate> last = weekly ? weeks.lastDayOf(n) : Optional.empty();
            List<PlacedItem> items = template.everyWeek().stream()
                    .map(item -> item.inWeek(n))
                    .map(item -> weekly ? item.withDue(item.due().map(due -> due.inWeek(n))) : item)
                    .map(this::item)
                    .toList();
            return new PlacedUnit(Template.inWeek(template.weekTitle(), n), "", first, last, items);
        }

        PlacedItem item(Item item) {
            Optional<ZonedDateTime> due =
                    item.due().flatMap(rule -> rule.resolve(term, session, weeks, conventions.zone()));
            return new PlacedItem(item, due, item.due().isPresent() && due.isEmpty());
        }
    }
}
