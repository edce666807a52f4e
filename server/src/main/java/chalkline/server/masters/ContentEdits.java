package chalkline.server.masters;

import chalkline.server.lms.Lms;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** What became of the content of a shell between two looks at it, unit by unit and item by item. */
final class ContentEdits {
    private ContentEdits() {}

    private record Place(String unit, Lms.OutlineItem item) {}

    /** What was added, changed and taken out, in the order of the later content. */
    static List<MasterViews.Edit> between(List<Lms.OutlineUnit> before, List<Lms.OutlineUnit> after) {
        Map<String, Place> was = places(before);
        Map<String, Place> is = places(after);
        List<MasterViews.Edit> edits = new ArrayList<>();
        is.forEach((id, place) -> {
            Place old = was.get(id);
            if (old == null) {
                edits.add(edit("added", place));
            } else if (!same(old, place)) {
                edits.add(edit("changed", place));
            }
        });
        was.forEach((id, place) -> {
            if (!is.containsKey(id)) {
                edits.add(edit("taken out", place));
            }
        });
        return edits;
    }

    private static MasterViews.Edit edit(String what, Place place) {
        return new MasterViews.Edit(
                what, place.unit(), place.item().kind(), place.item().title());
    }

    private static boolean same(Place one, Place other) {
        return one.unit().equals(other.unit())
                && one.item().withoutId().equals(other.item().withoutId());
    }

    /** An item is known by the LMS's id; where there is none, by its kind, its title and how many of them come before. */
    private static Map<String, Place> places(List<Lms.OutlineUnit> units) {
        Map<String, Place> places = new LinkedHashMap<>();
        Map<String, Integer> nth = new HashMap<>();
        for (Lms.OutlineUnit unit : units) {
            // a unit is told as an item of its own, since it may have none
            Lms.OutlineItem head =
                    new Lms.OutlineItem(null, "unit", unit.title(), unit.instruction(), null, null, unit.first());
            places.put(counted(nth, "unit\n" + unit.title()), new Place(unit.title(), head));
            for (Lms.OutlineItem item : unit.items()) {
                String id = item.id() == null ? counted(nth, item.kind() + "\n" + item.title()) : item.id();
                places.put(id, new Place(unit.title(), item));
            }
        }
        return places;
    }

    private static String counted(Map<String, Integer> nth, String name) {
        return name + "\n" + nth.merge(name, 1, Integer::sum);
    }
}
