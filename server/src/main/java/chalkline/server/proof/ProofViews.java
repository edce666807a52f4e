package chalkline.server.proof;

import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What the proof's screens read. */
public final class ProofViews {
    private ProofViews() {}

    /**
     * What a list would do to a term if it were the one in use.
     *
     * @param sectionsNow sections of the term in the list in use
     * @param sectionsThen sections of the term in the other list; none leaves the term without a proof
     * @param closesOpen how many of the shells that it closes students can enter now
     * @param closesWithWork how many of them have student work
     * @param studentsOut how many students are in sections of the list in use that the other one does not have
     */
    public record ListEffect(
            String term,
            String name,
            int sectionsNow,
            int sectionsThen,
            int builds,
            int changes,
            int closes,
            int closesOpen,
            int closesWithWork,
            int stops,
            int studentsOut) {}

    /**
     * Something in the conventions that matches nothing in the list.
     *
     * @param path where it stands, such as {@code layers/2/when/subject/0}, counted from 0
     * @param at the same in words
     */
    public record Unmatched(String path, String at, String reason) {}

    /** How many shells have an action. */
    public record ActionCount(String action, int shells) {}

    /** A kind of snag, how many shells have it, and what it means. */
    public record SnagCount(String snag, boolean stop, int shells, String message, String toDo) {}

    /**
     * The proof at a glance.
     *
     * @param blockers what keeps the term from being built, in words; nothing is built until it is mended
     * @param closesOpen how many of the shells that it closes students can enter now
     * @param closesWithWork how many of them have student work
     * @param gone how many shells stood in the LMS and are no longer there
     * @param leftAlone how many shells of the term stand of which no list ever had a section, so that they are left as they are
     */
    public record Summary(
            String versions,
            String zone,
            int shells,
            List<ActionCount> actions,
            List<SnagCount> snags,
            String firstDay,
            @Nullable String lastDay,
            List<String> blockers,
            int closesOpen,
            int closesWithWork,
            int gone,
            int leftAlone) {}

    /**
     * One row of the sheet.
     *
     * @param open whether students can enter the standing shell now, within its window
     * @param work whether the standing shell has student work
     * @param gone whether it stood in the LMS and is no longer there
     * @param sections sourcedIds
     * @param reference the registrar's numbers and instructors' names, for looking things up
     */
    public record Row(
            String key,
            String action,
            String code,
            String title,
            String category,
            String department,
            String college,
            String opens,
            String closes,
            int students,
            List<String> sections,
            List<String> snags,
            List<String> changed,
            String reference,
            boolean open,
            boolean work,
            boolean gone) {}

    /** Rows after a key, in the order of keys. */
    public record Rows(
            String versions, List<Row> rows, @Nullable String next) {}

    /**
     * A step on the way to a value.
     *
     * @param origin DEFAULT, LAYER or OVERRIDE
     * @param index which layer or override, counted from 0
     * @param gives what the shell would have if this step were the last
     */
    public record Step(
            String origin, int index, String name, String text, String gives, boolean taken, boolean fixes) {}

    /** A fact that a pattern took in. */
    public record Fact(String token, String value, String help) {}

    /** A value of a shell, with its why and what the LMS holds where that differs. */
    public record Value(
            String setting,
            String name,
            String kind,
            String text,
            String written,
            boolean differs,
            @Nullable String held,
            List<Step> why,
            List<Fact> facts) {}

    /** A snag with its words. */
    public record SnagView(String snag, boolean stop, String message, String toDo) {}

    /** Everything about one shell. */
    public record Shell(
            String versions,
            String key,
            String action,
            String label,
            String courseTitle,
            String department,
            String departmentCode,
            String about,
            int students,
            List<String> instructors,
            String lead,
            List<String> sections,
            List<SnagView> snags,
            List<Value> values,
            List<String> changed,
            @Nullable Instant goneSince) {}

    /** Who comes into a standing shell and who leaves it. */
    public record Roster(List<Member> come, List<Member> leave) {}

    /**
     * Someone in a shell.
     *
     * @param role instructor or student
     * @param section the code of the section through which the person is in it
     */
    public record Member(String name, String role, String section) {}

    /** A field that an edit would change, in how many shells. */
    public record FieldCount(String field, String name, int shells) {}

    /** A department, and how many of its shells would change. */
    public record DepartmentCount(String department, int shells) {}

    /** A snag that an edit would bring or take away. */
    public record SnagChange(String snag, boolean stop, int before, int after) {}

    /** Before and after of one field of one shell. */
    public record Sample(String key, String field, String before, String after, List<String> snags) {}

    /** A section on which a pattern is hard to get right, and what it would give. */
    public record EdgeCase(String why, String key, String code, String title, String category, List<String> snags) {}

    /**
     * What an edit would do, before it is kept.
     *
     * @param named the first shells of those that the change is about whose names do not come out as the pattern says
     * @param blockers what the edited conventions name and the list does not have
     * @param matches how many sections each layer would match, where the stack is edited
     */
    public record Effect(
            int shells,
            int standing,
            List<FieldCount> fields,
            List<DepartmentCount> departments,
            List<SnagChange> snags,
            List<Sample> samples,
            List<EdgeCase> edgeCases,
            List<Named> named,
            List<String> blockers,
            List<Integer> matches) {}

    /** A shell whose code had to be told apart or whose title was shortened, or that has no name to go by. */
    public record Named(String key, String snag, boolean stop, String code, String title) {}

    /** A value that sections have for a condition, and how many. */
    public record FactCount(String value, int sections) {}

    /** What a condition can be picked from. */
    public record Facts(String condition, List<FactCount> values) {}
}
