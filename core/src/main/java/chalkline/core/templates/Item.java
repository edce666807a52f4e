package chalkline.core.templates;

import java.math.BigDecimal;
import java.util.Optional;

/**
 * One thing in a unit of an outline.
 *
 * @param text what it says, or what is asked; empty where it has none
 * @param address where a link leads, or the path of a file in its package; empty for the other kinds
 * @param points what it counts, from 0
 * @param due when it is due, relative to the term or to the week of its unit
 */
public record Item(
        ItemKind kind, String title, String text, String address, Optional<BigDecimal> points, Optional<Due> due) {

    public static Item of(ItemKind kind, String title) {
        return new Item(kind, title, "", "", Optional.empty(), Optional.empty());
    }

    public Item withDue(Optional<Due> other) {
        return new Item(kind, title, text, address, points, other);
    }

    /** The same item in week {@code n}: {@code {week}} in its texts becomes the number. */
    Item inWeek(int n) {
        return new Item(
                kind, Template.inWeek(title, n), Template.inWeek(text, n), Template.inWeek(address, n), points, due);
    }
}
