package chalkline.server.outlines;

import chalkline.server.lms.Lms;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * What the items of a shell are known by, asked for in their order: the LMS's own ids, else kind and title and, for the
 * second of two alike, its number. So a date that a person set stays with its item when others come before it.
 */
final class ItemIds {
    private final Map<String, Integer> alike = new HashMap<>();

    String of(Lms.OutlineItem item) {
        if (item.id() != null) {
            return item.id();
        }
        String name = item.kind() + " " + item.title();
        int number = alike.merge(name, 1, Integer::sum);
        return number == 1 ? name : name + " " + number;
    }

    /** When each item with a date is due, by what it is known by; empty text for those without. */
    static Map<String, String> dates(List<Lms.OutlineUnit> units) {
        ItemIds ids = new ItemIds();
        Map<String, String> dates = new HashMap<>();
        units.forEach(unit ->
                unit.items().forEach(item -> dates.put(ids.of(item), item.due() == null ? "" : item.due())));
        return dates;
    }
}
