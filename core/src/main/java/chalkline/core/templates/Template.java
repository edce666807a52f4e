package chalkline.core.templates;

import java.util.List;

/**
 * What new shells start from: units that each has, then a unit for every teaching week (or every unit that the
 * conventions count), filled after one pattern.
 *
 * @param id what conventions call it
 * @param instruction what the instructor is told; students do not see it
 * @param units in order
 * @param weekTitle the title of the unit of a week, {@code {week}} standing for its number
 * @param everyWeek the items of the unit of a week; without any there are no such units
 */
public record Template(
        String id, String title, String instruction, List<Unit> units, String weekTitle, List<Item> everyWeek) {
    public static final String WEEK_TITLE = "Week {week}";

    static String inWeek(String text, int n) {
        return text.replace("{week}", Integer.toString(n));
    }
}
