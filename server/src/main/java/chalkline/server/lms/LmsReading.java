package chalkline.server.lms;

import chalkline.server.frame.NotFound;
import java.util.List;
import java.util.function.IntConsumer;

/** What an LMS tells. An LMS that tells nothing, as one that takes files only, is not asked. */
public interface LmsReading {

    /** Whether an LMS is set at all. */
    boolean isThere();

    /**
     * All shells that changed after a mark, and what is gone since.
     *
     * @param read told how many shells were read so far
     * @throws Lms.UnknownMark where the LMS does not know the mark, as one that was put back to an older state
     */
    Lms.Changes changedSince(long mark, IntConsumer read);

    /** Who is in a shell now. */
    List<Lms.Member> people(String key);

    /** Who is in some shells now, in their order. */
    List<List<Lms.Member>> people(List<String> keys);

    /**
     * What a shell contains.
     *
     * @throws NotFound where there is no such shell
     */
    List<Lms.OutlineUnit> outline(String key);

    /** The categories that there are. */
    List<Lms.Category> categories();

    /** How copies stand; those that the LMS knows nothing of are left out. */
    Lms.Copies copies(List<Long> jobs);
}
