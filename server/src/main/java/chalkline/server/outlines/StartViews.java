package chalkline.server.outlines;

import chalkline.server.proof.ProofViews;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What a new shell starts from, as screens and scripts see it. */
public final class StartViews {
    private StartViews() {}

    /**
     * What one shell starts from.
     *
     * @param kind none, template, earlier (a shell of an earlier term), master, missing (no such template or master)
     * @param message where it comes from, in words
     * @param evidence why this earlier shell was chosen
     * @param what outline, everything or settings
     * @param units its content with dates
     * @param others more earlier shells of the course
     * @param from the calendar of the earlier shell's term
     * @param to the calendar of the shell's own session
     * @param kept who looked at the dates and kept them, and when
     * @param revision how often dates of it were kept; an edit names the one that it was made to
     */
    public record Start(
            String key,
            String code,
            String kind,
            String message,
            List<String> evidence,
            String what,
            @Nullable String fromKey,
            List<Unit> units,
            List<Other> others,
            @Nullable Ruler from,
            @Nullable Ruler to,
            @Nullable Kept kept,
            int revision) {}

    /**
     * A shell to be built.
     *
     * @param kind as in {@link Start}
     * @param from the title of its template, or the code of the earlier shell
     * @param sameInstructor whether who teaches it now taught the earlier one
     * @param kept whether somebody kept dates for it
     */
    public record Row(
            String key, String code, String title, String kind, String from, boolean sameInstructor, boolean kept) {}

    /** What a section with some facts would get. */
    public record Example(ProofViews.Shell shell, Start start) {}

    /** A template laid out over a session, the other sessions of the term, and the shells that it touches. */
    public record Placed(Ruler ruler, List<Unit> units, List<SessionName> parts, Touched touched) {}

    /**
     * The shells of a term that are to start from a template.
     *
     * @param toBuild how many are to be built
     * @param standing how many stand already, and keep what they have
     * @param departments those to be built, by department
     */
    public record Touched(int toBuild, int standing, List<ProofViews.DepartmentCount> departments) {}

    public record SessionName(String code, String title) {}

    /** Weekly units from a first day to the day on which they have passed. */
    public record Span(LocalDate first, int units, LocalDate end) {}

    public record Kept(String by, Instant at) {}

    public record Other(String key, String code, String term, List<String> evidence) {}

    /** A unit; its days as ISO 8601 where it stands for a week. */
    public record Unit(
            String title,
            String instruction,
            @Nullable LocalDate first,
            @Nullable LocalDate last,
            List<Item> items) {}

    /**
     * An item.
     *
     * @param id what it is known by in the earlier shell that it comes from; empty where it comes from none
     * @param was when it was due in the earlier shell; null where it does not come from one, or had no date
     * @param due when it is due, as ISO 8601 with offset
     * @param notes why it did not simply move to the same day of the same week
     */
    public record Item(
            String id,
            String kind,
            String title,
            String text,
            String points,
            @Nullable String was,
            @Nullable String due,
            List<String> notes) {}

    /** A session as a ruler: its numbered weeks and its breaks. */
    public record Ruler(
            String code,
            String title,
            LocalDate first,
            @Nullable LocalDate last,
            List<Week> weeks,
            List<Pause> breaks) {}

    public record Week(int number, LocalDate first, LocalDate last) {}

    public record Pause(String name, LocalDate from, LocalDate to) {}
}
