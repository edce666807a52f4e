package chalkline.server.crosslists;

import chalkline.server.proof.ProofViews;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Cross-lists as screens and scripts see them. */
final class CrossListViews {
    private CrossListViews() {}

    /**
     * The cross-lists of a term, and what looks like one.
     *
     * @param version the version of the conventions that holds
     * @param allow what the policy joins without approval: same-course, same-department or any
     * @param tiers the kinds of evidence, the strongest first
     * @param nextId what a new cross-list may be called
     */
    public record Sheet(
            String versions,
            int version,
            String allow,
            List<TierView> tiers,
            String nextId,
            List<Row> suggested,
            List<Row> kept) {}

    /** A kind of evidence, and whether its suggestions are marked from the start. */
    public record TierView(String tier, String name, boolean mark) {}

    /**
     * Sections together, kept or suggested.
     *
     * @param id of a kept one; empty for a suggestion
     * @param tier how strong the evidence is: listed, same-meeting, same-course; kept where it is kept
     * @param sections sourcedIds; of a kept one all that it names, in the list or not
     * @param evidence what they share, in words
     * @param students each counted once
     * @param twice how many of them are in two of the sections
     * @param coursesDiffer whether it puts different courses together, so that a person must look at it
     */
    public record Row(
            String id,
            String tier,
            String key,
            String lead,
            List<String> sections,
            String label,
            String title,
            String department,
            List<String> instructors,
            int students,
            int twice,
            List<String> evidence,
            boolean coursesDiffer,
            boolean approved,
            String reason,
            List<String> snags,
            boolean stopped) {}

    /** A section that can be put into a cross-list. */
    public record Found(
            String id, String name, String title, String instructors, int students, String about, String crossList) {}

    /**
     * What some sections become in one shell.
     *
     * @param why why this section leads, in words
     * @param otherCategories where the shell would lie if another section led
     * @param groups their names; none without groups
     * @param shutWhileTaught sections that begin before the shell opens or go on after it closes, as it may be where
     *     another session leads
     * @param question what it would do, where sections of different courses come together; empty otherwise
     */
    public record Joining(
            String key,
            String lead,
            String why,
            String label,
            String code,
            String title,
            String category,
            List<String> otherCategories,
            List<String> instructors,
            int students,
            List<Twice> twice,
            List<Member> members,
            List<String> groups,
            String opens,
            String closes,
            List<String> shutWhileTaught,
            String question,
            List<ProofViews.SnagView> snags) {}

    /** A student in several of the sections. */
    public record Twice(String name, List<String> sections) {}

    /**
     * A section at the joining table.
     *
     * @param only how many of its students are in no other of the sections
     * @param own the shell that it has in the LMS by itself; null where none stands, or where it leads
     */
    public record Member(
            String id,
            String name,
            String title,
            String department,
            String instructors,
            int students,
            int only,
            String capacity,
            String meets,
            String room,
            String session,
            @Nullable Own own) {}

    /** A shell that a joined section has in the LMS already. */
    public record Own(String key, String code, boolean open, boolean closed, boolean activity) {}
}
