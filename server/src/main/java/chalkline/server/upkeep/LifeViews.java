package chalkline.server.upkeep;

import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What screens are told about shells that open, close and are put away. */
final class LifeViews {
    private LifeViews() {}

    /** How students meet a shell at a moment. */
    enum State {
        /** They can enter. */
        OPEN,
        /** It opens by itself later. */
        LATER,
        /** Its time is over. */
        OVER,
        /** Its instructor opens it. */
        SHUT,
        /** Nobody enters, whatever its dates. */
        CLOSED,
        NOT_BUILT
    }

    record Sheet(String versions, String zone, String at, List<StateCount> states, List<Row> rows) {}

    /** How many shells are in a state. */
    record StateCount(State state, int shells) {}

    /**
     * One shell.
     *
     * @param kind the delivery of its lead section
     * @param why it is closed, or what the next build will do to it; empty where there is nothing to say
     * @param byHand whether a person opened or shut it
     * @param sections sourcedIds, the lead first; none of a shell that is only closed
     */
    record Row(
            String key,
            String code,
            String title,
            String category,
            String department,
            String kind,
            State state,
            String opens,
            String closes,
            int students,
            String why,
            boolean byHand,
            List<String> sections) {}

    /** Somebody who is in a shell. */
    record Student(String user, String name) {}

    /** The build that opens or shuts, and the version of the conventions that says so from then on. */
    record Begun(long build, int version) {}

    /** A person who can enter a shell longer than the others. */
    record Extension(
            long id,
            String key,
            String code,
            String user,
            String name,
            String until,
            String reason,
            String by,
            Instant at) {}

    /**
     * What becomes of the shells of terms that are over.
     *
     * @param afterDays so many days after the last day of a term its shells are archived
     * @param keepTerms shells of so many terms are kept, before they can be deleted
     * @param byItself whether they are archived at night without anybody's doing
     */
    record Rule(
            @Min(0) @Max(3650) int afterDays,
            @Min(1) @Max(100) int keepTerms,
            boolean byItself) {}

    record Archive(Rule rule, String today, List<Term> terms) {}

    /**
     * A term that is over.
     *
     * @param lastDay empty where neither the list nor its shells say so
     * @param standing shells that are not archived
     * @param open how many of those students can enter now
     * @param due from which day on the rule archives them
     * @param isDue whether that day has come
     * @param pastKeeping whether the rule keeps its shells no longer
     * @param returned whether a person took its shells out of the archive, so that the rule leaves them alone
     */
    record Term(
            String term,
            String name,
            String lastDay,
            int standing,
            int open,
            int archived,
            @Nullable String due,
            boolean isDue,
            boolean pastKeeping,
            boolean returned) {}

    /** All that is known of one shell, the latest first. */
    record Story(String key, String code, String title, List<Event> events) {}

    /**
     * Something that became of a shell.
     *
     * @param who by name; empty where nobody is known
     * @param what in a few words
     * @param more what exactly, or why it failed
     * @param build the build that did it; null where none did
     */
    record Event(
            Instant at,
            String who,
            String what,
            String more,
            @Nullable Long build) {}

    /** What can become of a shell whose master was edited since. */
    enum MasterState {
        /** It started from what the master contains now. */
        CURRENT,
        /** Nobody has worked in it. */
        CAN_TAKE,
        /** Its content is its instructor's, or students have worked in it. */
        WORKED_IN,
        NOT_KNOWN
    }

    /**
     * A shell that started from a master.
     *
     * @param version what it started from
     * @param newest what the master contains now
     */
    record FromMaster(
            String key,
            String code,
            String title,
            String department,
            String master,
            int version,
            int newest,
            MasterState state) {}
}
