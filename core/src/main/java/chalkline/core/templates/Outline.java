package chalkline.core.templates;

import java.time.LocalDate;
import java.time.ZonedDateTime;
import java.util.List;
import java.util.Optional;

/** The content of one shell in order, its dates worked out. */
public record Outline(List<PlacedUnit> units) {
    public static final Outline EMPTY = new Outline(List.of());

    /**
     * One unit.
     *
     * @param first its first day; empty where it stands for no week
     * @param last its last day, inclusive
     */
    public record PlacedUnit(
            String title,
            String instruction,
            Optional<LocalDate> first,
            Optional<LocalDate> last,
            List<PlacedItem> items) {}

    /**
     * One item.
     *
     * @param due when it is due, in the campus zone
     * @param undated whether its rule names a day that the session does not have, so that it has no date
     */
    public record PlacedItem(Item item, Optional<ZonedDateTime> due, boolean undated) {}
}
