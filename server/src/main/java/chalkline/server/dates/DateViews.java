package chalkline.server.dates;

import chalkline.server.outlines.StartViews;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Windows of shells and sections as screens and scripts see them. Moments are ISO 8601 with offset. */
final class DateViews {
    private DateViews() {}

    /**
     * What windows are drawn under.
     *
     * @param version the version of the conventions that holds
     * @param clocks when the clocks of the campus change, a month before the term to three after it
     */
    public record Frame(
            String versions, int version, String zone, StartViews.Ruler term, List<Part> parts, List<Clock> clocks) {}

    /** A part of the term; its days as ISO 8601. */
    public record Part(String title, String first, @Nullable String last) {}

    /** A clock change, and by how many minutes local time jumps. */
    public record Clock(String at, int minutes) {}

    /** Rows after a key, in the order of keys. */
    public record Rows(
            String versions, List<Row> rows, @Nullable String next) {}

    /**
     * A shell and its window.
     *
     * @param name its courses and sections
     * @param opensFrom the moment as it is written, and where it comes from
     * @param open whether students can enter within the window; else a person opens it
     * @param standing whether it stands in the LMS
     * @param keptOut how many students a section's own dates keep out of it for a time
     * @param sections of a shell with several; empty for one of a single section
     */
    public record Row(
            String key,
            String lead,
            String name,
            String title,
            String department,
            String template,
            String part,
            String opens,
            String closes,
            String opensFrom,
            String closesFrom,
            boolean open,
            boolean standing,
            int students,
            int keptOut,
            List<SectionAvailability> sections) {}

    /**
     * A section of a shared shell.
     *
     * @param opens from when its students can enter
     * @param ownOpens the section's own moment as it is written; null where it is as the shell
     * @param keptOut whether its own dates keep its students out for a time
     */
    public record SectionAvailability(
            String id,
            String name,
            int students,
            boolean leads,
            String opens,
            String closes,
            @Nullable String ownOpens,
            @Nullable String ownCloses,
            boolean keptOut) {}

    /**
     * Who can enter on a day, at noon.
     *
     * @param within shells whose window holds that moment
     * @param open those of them that students can enter; the others wait for a person to open them
     * @param students who can enter at least one shell, each counted once
     * @param keptOut who are in an open shell but kept out of it by dates of their section, each counted once
     */
    public record Day(String day, int within, int open, int students, int keptOut) {}
}
