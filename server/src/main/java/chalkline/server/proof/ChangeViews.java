package chalkline.server.proof;

import java.util.List;
import org.jspecify.annotations.Nullable;

/** What the screen of changes between two lists reads. */
final class ChangeViews {
    private ChangeViews() {}

    /**
     * What changed in one term.
     *
     * @param before the arrival that it is compared with
     */
    record Changes(long before, String term, String termName, List<Department> departments) {}

    /**
     * A department, as the registrar has it, of which anything changed.
     *
     * @param changed sections of both lists of which a fact or a person differs
     * @param builds shells with a section of it that stand in the proof of the later list only
     * @param alters shells of which a value differs between the proofs of both lists
     * @param leaves shells that only the proof of the list before has
     */
    record Department(
            String code,
            String name,
            String college,
            int sectionsIn,
            int sectionsOut,
            int changed,
            int instructorsIn,
            int instructorsOut,
            int adds,
            int drops,
            int builds,
            int alters,
            int leaves) {}

    /** A fact that differs, as the list's cells show it. */
    record Fact(String what, String before, String after) {}

    /**
     * Who came or left.
     *
     * @param what {@code instructor-in}, {@code instructor-out}, {@code add} or {@code drop}
     */
    record Mover(String what, String person, String name) {}

    /** A value of a shell under each of the two lists. */
    record ShellValue(String field, String name, String before, String after) {}

    /**
     * A section of which anything changed, with what that does to its shell; or of which only the shell did, for what
     * changed elsewhere.
     *
     * @param kind {@code in}, {@code out} or {@code changed}
     * @param shell the code of its shell; null where it has none
     * @param shellKey likewise
     * @param action what a build of the later list would do to it now; null where it is not in that proof
     * @param open whether students can enter the standing shell now
     * @param studentsBefore students of the section
     */
    record SectionChange(
            String section,
            String label,
            String title,
            String kind,
            List<Fact> facts,
            List<Mover> people,
            @Nullable String shell,
            @Nullable String shellKey,
            @Nullable String action,
            boolean open,
            List<ShellValue> values,
            int studentsBefore,
            int studentsAfter) {}
}
