package chalkline.server.templates;

import chalkline.core.calendar.IsoMoment;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Setting;
import chalkline.core.naming.Plain;
import chalkline.core.proof.HeldShell;
import chalkline.core.templates.Due;
import chalkline.core.templates.Template;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.frame.NotFound;
import chalkline.server.lms.AtOnce;
import chalkline.server.lms.HeldService;
import chalkline.server.lms.Lms;
import chalkline.server.lms.LmsReading;
import chalkline.server.policy.May;
import chalkline.server.policy.Right;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes a template of what a shell in the LMS contains: its dates become rules relative to the weeks of its session. */
@Component
class TakenFromShell {
    private static final int LONGEST_ID = 100;

    private final LmsReading lms;
    private final HeldService held;
    private final ArrivalService arrivals;
    private final ConventionsService conventions;

    TakenFromShell(@AtOnce LmsReading lms, HeldService held, ArrivalService arrivals, ConventionsService conventions) {
        this.lms = lms;
        this.held = held;
        this.arrivals = arrivals;
        this.conventions = conventions;
    }

    /** The template that a shell gives, with what could not be taken. Nothing is kept yet. */
    @May(Right.READ_PROOF)
    TemplateService.Imported read(String key) {
        HeldShell shell = held.shells(held.current()).stream()
                .filter(one -> one.key().equals(key) || one.code().equals(key))
                .findFirst()
                .orElseThrow(() -> new NotFound("The LMS holds no shell with the code or key “" + key + "”."));
        Conventions rules = conventions.version(conventions.current());
        List<Lms.OutlineUnit> outline = lms.outline(shell.key());
        Optional<TermCalendar> calendar = arrivals.current()
                .map(arrivals::list)
                .flatMap(list ->
                        list.term(shell.term()).map(term -> TermCalendar.ofContent(list, term, outline, rules)));
        List<String> leftOut = new ArrayList<>(List.of("People, their work and their grades, which no template has."));
        List<TemplateDraft.UnitDraft> units = new ArrayList<>();
        for (Lms.OutlineUnit unit : outline) {
            List<TemplateDraft.ItemDraft> items = new ArrayList<>();
            for (Lms.OutlineItem item : unit.items()) {
                items.add(item(item, rules, calendar, leftOut));
            }
            units.add(new TemplateDraft.UnitDraft(unit.title(), orEmpty(unit.instruction()), items));
        }
        String title = shell.values().getOrDefault(Setting.TITLE, shell.code());
        String id = Plain.slug(shell.code());
        return new TemplateService.Imported(
                new TemplateDraft(
                        id.substring(0, Math.min(id.length(), LONGEST_ID)),
                        title,
                        "",
                        units,
                        Template.WEEK_TITLE,
                        List.of(),
                        Map.of()),
                leftOut);
    }

    private static TemplateDraft.ItemDraft item(
            Lms.OutlineItem item, Conventions rules, Optional<TermCalendar> calendar, List<String> leftOut) {
        String due = "";
        if (item.due() != null && calendar.isEmpty()) {
            leftOut.add("When “" + item.title() + "” is due: the registrar's list does not have its term.");
        } else if (item.due() != null) {
            LocalDateTime at =
                    IsoMoment.known(item.due()).atZoneSameInstant(rules.zone()).toLocalDateTime();
            due = Due.of(at, calendar.get().days(), calendar.get().weeks()).toString();
        }
        return new TemplateDraft.ItemDraft(
                item.kind(),
                item.title(),
                orEmpty(item.text()),
                orEmpty(item.address()),
                item.points() == null ? "" : item.points().toPlainString(),
                due);
    }

    private static String orEmpty(@Nullable String text) {
        return text == null ? "" : text;
    }
}
