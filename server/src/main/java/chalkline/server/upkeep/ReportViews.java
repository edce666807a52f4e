package chalkline.server.upkeep;

import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What a term came to, in numbers. */
final class ReportViews {
    private ReportViews() {}

    /**
     * The report of a term.
     *
     * @param name of the term
     * @param seenAt when the LMS was last found changed
     * @param totals of this term
     * @param departments by name
     * @param templates what shells were made from, the most used first
     * @param builds the oldest first
     * @param failures the most frequent first
     * @param late shells that were built after their first section had begun
     * @param neverOpened shells that have begun and that no student could ever have entered
     * @param before this term and those before it, the latest first
     */
    record Report(
            String term,
            String name,
            String zone,
            @Nullable Instant seenAt,
            Totals totals,
            List<Department> departments,
            List<Count> templates,
            List<Build> builds,
            List<Count> failures,
            List<Shell> late,
            List<Shell> neverOpened,
            List<Before> before) {}

    /**
     * @param sections of the list
     * @param standing shells in the LMS that are not closed
     * @param crossLists shells of several sections, and {@code crossListed} how many sections those are
     * @param seats as the registrar has them, of sections that have a number
     * @param students places in sections
     */
    record Totals(
            int sections,
            int shells,
            int standing,
            int crossLists,
            int crossListed,
            int seats,
            int students,
            int instructors,
            int byHand,
            int drifted) {}

    record Department(String name, int shells, int standing, int open, int ownContent, int seats, int students) {}

    record Count(String name, int shells) {}

    /** @param seconds from its begin to its end; null while it is under way */
    record Build(
            long id,
            String kind,
            String by,
            Instant startedAt,
            @Nullable Long seconds,
            int shells,
            int done,
            int failed,
            boolean takenBack) {}

    record Shell(String key, String code, String title, String department, String when) {}

    /** A term as the LMS holds it. */
    record Before(String term, int shells, int closed, int archived, int students, int instructors, int withWork) {}
}
