package chalkline.server.upkeep;

import chalkline.core.upkeep.FirstDayCause;
import java.util.List;

/** What screens are told about a check of a day. */
final class FirstDayViews {
    private FirstDayViews() {}

    /**
     * What a check found.
     *
     * @param at the moment for which it was asked, in the campus's zone
     * @param shells how many were looked at
     * @param later how many were left out, since they begin later or are over
     * @param clear how many of those looked at have nothing
     * @param touched those that have something
     * @param rows each thing about each of them
     */
    record Sheet(
            String versions,
            String zone,
            String at,
            int shells,
            int later,
            int clear,
            List<CauseCount> causes,
            List<Shell> touched,
            List<Row> rows) {}

    /** How many shells have a cause. */
    record CauseCount(FirstDayCause cause, String words, int shells) {}

    /** @param instructors by name */
    record Shell(String key, String code, String title, String department, String instructors, int students) {}

    /** @param detail what exactly, in names and codes */
    record Row(String key, FirstDayCause cause, String detail) {}
}
