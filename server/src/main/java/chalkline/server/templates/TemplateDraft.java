package chalkline.server.templates;

import chalkline.core.Bounds;
import chalkline.core.naming.Text;
import chalkline.core.templates.Due;
import chalkline.core.templates.Item;
import chalkline.core.templates.ItemKind;
import chalkline.core.templates.Template;
import chalkline.core.templates.Unit;
import chalkline.server.frame.Refusal;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A template as it is written and kept: all fields are text.
 *
 * @param id what conventions call it: small letters, digits and hyphens
 * @param weekTitle the title of the unit of a week, {@code {week}} standing for its number
 * @param everyWeek the items of the unit of a week
 * @param files hashes of the files that came with it, by their paths
 */
public record TemplateDraft(
        @NotNull String id,
        @NotNull @Size(max = Bounds.NAME) String title,
        @NotNull @Size(max = Bounds.TEXT) String instruction,
        @NotNull @Size(max = Bounds.UNITS) List<@Valid UnitDraft> units,
        @NotNull @Size(max = Bounds.NAME) String weekTitle,
        @NotNull @Size(max = 50) List<@Valid ItemDraft> everyWeek,
        @NotNull @Size(max = Bounds.MEMBERS) Map<String, String> files) {
    private static final Set<String> OTHER_MEANING = Set.of("none", "previous", "master");
    private static final int MOST_POINTS = 100_000;

    /** A unit of the outline. */
    public record UnitDraft(
            @NotNull @Size(max = Bounds.FIELD) String title,
            @NotNull @Size(max = Bounds.TEXT) String instruction,
            @NotNull @Size(max = Bounds.UNITS) List<@Valid ItemDraft> items) {}

    /** An item; {@code points} and {@code due} are empty where it has none. */
    public record ItemDraft(
            @NotNull String kind,
            @NotNull @Size(max = Bounds.FIELD) String title,
            @NotNull @Size(max = Bounds.TEXT) String text,
            @NotNull @Size(max = Bounds.FIELD) String address,
            @NotNull @Size(max = Bounds.WORD) String points,
            @NotNull @Size(max = Bounds.NAME) String due) {}

    /** The template that is written here, every field checked. */
    public Template toCore() {
        if (!id.matches("[a-z0-9][a-z0-9-]{0,99}") || OTHER_MEANING.contains(id)) {
            throw new Refusal(
                    "id",
                    0,
                    "A template is called by small letters, digits and hyphens, and not “none”, “previous” or “master”.");
        }
        if (Text.trim(title).isEmpty()) {
            throw new Refusal("title", 0, "Give the template a title.");
        }
        List<Unit> made = new ArrayList<>();
        for (int i = 0; i < units.size(); i++) {
            UnitDraft unit = units.get(i);
            if (Text.trim(unit.title()).isEmpty()) {
                throw new Refusal("units." + i + ".title", 0, "Give the unit a title.");
            }
            made.add(new Unit(unit.title(), unit.instruction(), items(unit.items(), "units." + i + ".items", false)));
        }
        return new Template(id, title, instruction, made, weekTitle, items(everyWeek, "everyWeek", true));
    }

    /** Refuses links that lead to anything but a page or a mailbox; what was kept before is left as it is. */
    void checkLinks() {
        for (int i = 0; i < units.size(); i++) {
            checkLinks(units.get(i).items(), "units." + i + ".items");
        }
        checkLinks(everyWeek, "everyWeek");
    }

    private static void checkLinks(List<ItemDraft> items, String at) {
        for (int i = 0; i < items.size(); i++) {
            ItemDraft item = items.get(i);
            if (item.kind().equals(ItemKind.LINK.key()) && !ItemKind.isLink(item.address())) {
                throw new Refusal(
                        at + "." + i + ".address",
                        0,
                        "A link leads to an address that starts with http:, https: or mailto:, such as"
                                + " https://library.skerrow.example/.");
            }
        }
    }

    private static List<Item> items(List<ItemDraft> drafts, String at, boolean ofWeek) {
        List<Item> items = new ArrayList<>();
        for (int i = 0; i < drafts.size(); i++) {
            items.add(item(drafts.get(i), at + "." + i, ofWeek));
        }
        return items;
    }

    private static Item item(ItemDraft draft, String at, boolean ofWeek) {
        ItemKind kind = ItemKind.named(draft.kind())
                .orElseThrow(() -> new Refusal(at + ".kind", 0, "There is no kind “" + draft.kind() + "”."));
        if (Text.trim(draft.title()).isEmpty()) {
            throw new Refusal(at + ".title", 0, "Give the item a title.");
        }
        return new Item(
                kind,
                draft.title(),
                draft.text(),
                draft.address(),
                points(draft.points(), at + ".points"),
                due(draft.due(), at + ".due", ofWeek));
    }

    private static Optional<BigDecimal> points(String text, String at) {
        if (text.isEmpty()) {
            return Optional.empty();
        }
        if (!text.matches("[0-9]{1,6}(\\.[0-9]{1,2})?") || new BigDecimal(text).intValue() > MOST_POINTS) {
            throw new Refusal(at, 0, "Points are a number from 0, such as 10 or 2.5.");
        }
        return Optional.of(new BigDecimal(text));
    }

    private static Optional<Due> due(String text, String at, boolean ofWeek) {
        if (text.isEmpty()) {
            return Optional.empty();
        }
        Due due = Due.parse(text)
                .orElseThrow(() -> new Refusal(
                        at,
                        0,
                        ofWeek
                                ? "Due is a weekday and a time, such as Fri 23:59, or a moment, such as term.end + 3d."
                                : "Due is a moment, such as week 3 Fri 23:59 or term.end + 3d."));
        if (due.isWeekday() && !ofWeek) {
            throw new Refusal(
                    at, 0, "A weekday alone means something only in every week; say which: week 3 " + text + ".");
        }
        return Optional.of(due);
    }

    /** How a template is written. */
    static TemplateDraft of(Template template, Map<String, String> files) {
        return new TemplateDraft(
                template.id(),
                template.title(),
                template.instruction(),
                template.units().stream()
                        .map(unit -> new UnitDraft(
                                unit.title(),
                                unit.instruction(),
                                unit.items().stream()
                                        .map(TemplateDraft::written)
                                        .toList()))
                        .toList(),
                template.weekTitle(),
                template.everyWeek().stream().map(TemplateDraft::written).toList(),
                new HashMap<>(files));
    }

    private static ItemDraft written(Item item) {
        return new ItemDraft(
                item.kind().key(),
                item.title(),
                item.text(),
                item.address(),
                item.points().map(BigDecimal::toPlainString).orElse(""),
                item.due().map(Due::toString).orElse(""));
    }
}
