package chalkline.server.masters;

import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What screens are told about masters. */
public final class MasterViews {
    private MasterViews() {}

    /**
     * All masters by code, those that are retired last.
     *
     * @param unusedTerms after how many terms without use one is offered for retirement
     * @param terms terms of the list whose dates a master may have, the latest first
     */
    public record Sheet(int unusedTerms, List<Term> terms, List<Row> masters) {}

    public record Term(String code, String name) {}

    /**
     * One master.
     *
     * @param courses names of courses as in {@code MATH 101}
     * @param stands whether the LMS holds it
     * @param says what goes on or went wrong when it was filled; empty where there is nothing to say
     * @param version how often its content was seen to be another; 0 where nobody looked yet
     * @param uses how many shells started from it, by term, the latest first
     * @param unusedTerms how many terms began since it was last used, or made
     * @param unused whether it is offered for retirement
     */
    public record Row(
            String id,
            String title,
            String code,
            List<String> category,
            List<String> courses,
            String datesOf,
            List<Person> people,
            String madeBy,
            Instant madeAt,
            boolean stands,
            String says,
            int version,
            @Nullable Instant editedAt,
            List<Use> uses,
            int unusedTerms,
            boolean unused,
            @Nullable Instant askedAt,
            @Nullable String retiredBy,
            @Nullable Instant retiredAt) {}

    /** Somebody who shares a master. */
    public record Person(String user, String name, String role) {}

    public record Use(String term, int shells) {}

    /** What a master contains, and what was changed in it before each look. */
    public record Content(String id, List<Unit> units, List<Version> versions) {}

    public record Unit(String title, List<Item> items) {}

    public record Item(String kind, String title) {}

    /** @param edits against the version before; none of the first */
    public record Version(int number, Instant seenAt, List<Edit> edits) {}

    /** @param what added, changed or taken out */
    public record Edit(String what, String unit, String kind, String title) {}

    /**
     * Somebody of the list who can share a master.
     *
     * @param teaches whether the list has that person teaching a section
     */
    public record Found(String user, String name, String email, boolean teaches) {}

    /** @param mails how many messages go out */
    public record Asked(int mails, Sheet sheet) {}
}
