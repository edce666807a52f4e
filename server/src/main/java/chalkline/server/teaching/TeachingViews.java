package chalkline.server.teaching;

import chalkline.server.people.PeopleViews;
import chalkline.server.requests.RequestViews;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What whoever teaches sees. */
final class TeachingViews {
    private TeachingViews() {}

    /** How students meet a shell. */
    public enum State {
        NOT_BUILT,
        OPEN,
        LATER,
        OVER,
        SHUT,
        CLOSED
    }

    /**
     * The shell of a section.
     *
     * @param opens ISO 8601 with offset; empty where a stop leaves it open
     * @param byHand whether somebody opens it by hand, rather than the day
     * @param with the other sections in it
     * @param stop what keeps it from being built, in words; empty where nothing does
     */
    public record Shell(
            String key,
            String code,
            String title,
            String category,
            State state,
            String opens,
            String closes,
            boolean byHand,
            boolean work,
            int students,
            List<String> with,
            String from,
            String stop) {}

    /**
     * A section that one teaches.
     *
     * @param course what tells courses apart
     * @param together other sections of the same course that one teaches, and that are in no shell with it
     * @param teachers who else teaches it
     * @param shell null where conventions make none
     */
    public record Section(
            String id,
            String label,
            String course,
            String courseTitle,
            String department,
            int students,
            String meets,
            String room,
            String delivery,
            List<String> teachers,
            List<String> together,
            @Nullable Shell shell) {}

    /** A shell of a term that is over. */
    public record Past(String term, String key, String code, String title, State state) {}

    /** Something that a shell can start from. */
    public record Start(String name, String words) {}

    /**
     * A section that nobody teaches yet, of a course that one teaches.
     */
    public record Free(String id, String label, String courseTitle, String department) {}

    /**
     * A term that one teaches in, or may ask for.
     *
     * @param contacts whom to ask where a section is missing or wrong
     */
    public record Term(
            String code,
            String name,
            String firstDay,
            @Nullable String lastDay,
            boolean over,
            RequestViews.Asking asking,
            List<Section> sections,
            List<Free> free,
            List<PeopleViews.Contact> contacts) {}

    /**
     * My teaching.
     *
     * @param listed whether the registrar's list has this person at all
     * @param starts what new shells can start from
     */
    public record Teaching(
            String name,
            String zone,
            String today,
            boolean listed,
            List<Term> terms,
            List<Past> past,
            List<Start> starts,
            List<RequestViews.Row> requests) {}
}
