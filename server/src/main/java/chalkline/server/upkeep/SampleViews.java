package chalkline.server.upkeep;

import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What screens are told about samples. */
final class SampleViews {
    private SampleViews() {}

    /** Of what a sample is drawn. */
    enum Of {
        /** What the next build would make or change. */
        TO_BUILD,
        /** What stands. */
        STANDING
    }

    /**
     * How large a sample would be.
     *
     * @param shells of which it is drawn
     * @param faulty so many faulty ones among them are the share that is not to slip by
     */
    record Size(Of of, int shells, int faulty, int size) {}

    /**
     * A sample.
     *
     * @param of how many shells it was drawn from
     * @param share of faulty shells that is not to slip by
     * @param looked how many were looked at
     * @param faulty how many of those were found faulty
     * @param says what follows, in a sentence
     */
    record Sample(
            long id,
            Of what,
            int of,
            double share,
            double confidence,
            long seed,
            String by,
            Instant at,
            int looked,
            int faulty,
            String says,
            List<Row> rows) {}

    /**
     * A shell to look at.
     *
     * @param part why it was drawn: its department and the layers that had a say
     * @param sound whether it was found as it should be; null before somebody looked
     */
    record Row(
            String key,
            String code,
            String title,
            String category,
            String opens,
            String instructors,
            int students,
            String part,
            @Nullable Boolean sound,
            String found,
            @Nullable String by) {}
}
