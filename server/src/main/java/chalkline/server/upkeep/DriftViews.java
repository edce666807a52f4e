package chalkline.server.upkeep;

import chalkline.core.upkeep.DriftKind;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What screens are told about drift. */
final class DriftViews {
    private DriftViews() {}

    /**
     * Everything of a term that drifted.
     *
     * @param versions what it was computed from
     * @param zone of the campus
     * @param seenAt when the LMS was last found changed
     * @param built how many shells were ever built
     */
    record Sheet(
            String versions, String zone, @Nullable Instant seenAt, int built, List<KindCount> kinds, List<Row> rows) {}

    /** How many shells have drifted in one way. */
    record KindCount(DriftKind kind, String words, int shells) {}

    /**
     * One thing of one shell.
     *
     * @param field a setting's key or the name of another part
     * @param fieldName the same in words
     * @param built as it was built, in words
     * @param held as the LMS holds it
     * @param wanted as it is to be today
     * @param build the build that left the shell as it was
     * @param times how often this was found at this shell after it had been put right, this time included
     * @param since when it was found first, this time
     * @param stop why it cannot be put back, in words; empty where it can
     */
    record Row(
            String key,
            String code,
            String title,
            String department,
            DriftKind kind,
            String field,
            String fieldName,
            String built,
            String held,
            String wanted,
            long build,
            int times,
            @Nullable Instant since,
            String stop) {}

    /** What cannot be kept, and why. */
    record NotKept(String key, String code, String fieldName, String reason) {}

    /**
     * What keeping would do, or did.
     *
     * @param kept how many things stay as they are in the LMS
     * @param shells of how many shells
     * @param version the version of the conventions that says so; 0 where nothing was kept yet
     */
    record Keeping(int kept, int shells, List<NotKept> not, int version) {}
}
