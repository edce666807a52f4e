package chalkline.server.requests;

import chalkline.core.requests.RequestKind;
import chalkline.core.requests.Special;
import chalkline.server.people.PeopleViews;
import chalkline.server.proof.ProofViews;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Requests as screens and scripts see them. */
public final class RequestViews {
    private RequestViews() {}

    /** How a request stands. */
    public enum State {
        /** It waits for whoever decides it. */
        ASKED,
        /** Something was asked back, so that it waits for the asker. */
        BACK,
        /** It is approved, and is carried out as soon as nothing else is being built. */
        APPROVED,
        /** It is being built. */
        BUILDING,
        /** What was asked for stands. */
        STANDS,
        /** It was approved, and could not be carried out, or not wholly. */
        FAILED,
        DECLINED,
        /** Whoever asked took it back. */
        WITHDRAWN;

        boolean isOpen() {
            return this == ASKED || this == BACK || this == APPROVED || this == BUILDING;
        }
    }

    /**
     * How a shell is, or would be.
     *
     * @param opens ISO 8601 with offset; empty where a stop leaves it open
     * @param open whether it opens by itself then
     */
    public record Shape(
            String code,
            String title,
            String template,
            String opens,
            String closes,
            boolean open,
            int students,
            List<String> instructors,
            List<String> sections,
            List<ProofViews.SnagView> snags) {}

    /**
     * A shell that a request touches.
     *
     * @param stands whether it stands in the LMS already
     * @param before how it would be without the request; null where it is only there with it
     * @param after how it would be with it; null where it would be closed
     */
    public record Touched(
            String key,
            boolean stands,
            boolean work,
            @Nullable Shape before,
            @Nullable Shape after) {}

    /** Something that a request is no matter of rule for. */
    public record SpecialView(Special special, String words, String needs) {}

    /**
     * What a request would do, and who decides it.
     *
     * @param words what is asked for, in a sentence
     * @param question what it would put together, where that is more than one course; empty otherwise
     * @param special why somebody has to decide it; nothing where a rule does
     * @param deciders who can decide it then
     */
    public record Does(
            String words,
            String question,
            List<Touched> shells,
            List<SpecialView> special,
            List<String> departments,
            List<PeopleViews.Contact> deciders) {}

    /** One turn of a request. */
    public record Turn(Instant at, String who, String what, String note) {}

    /**
     * A request in a list.
     *
     * @param may whether whoever looks may decide it now
     * @param own whether whoever looks asked for it
     */
    public record Row(
            long id,
            int version,
            String term,
            RequestKind kind,
            String words,
            State state,
            String asker,
            String departments,
            String special,
            String note,
            Instant askedAt,
            @Nullable String decidedBy,
            @Nullable Instant decidedAt,
            String reason,
            boolean may,
            boolean own) {}

    /**
     * All of a request.
     *
     * @param does what it would do as things are now; as they were when it was asked for, once it is decided
     * @param build the build that carries it out; null where none does yet
     */
    public record One(
            Row row,
            Wish wish,
            Does does,
            List<Turn> turns,
            @Nullable Long build) {}

    /**
     * Requests, the newest first.
     *
     * @param next what to ask for before, for those done with that are older; null where there are none
     */
    public record Sheet(List<Row> rows, @Nullable Long next) {}

    /**
     * From when a term can be asked for.
     *
     * @param opens the day; null where nobody opened it
     * @param open whether it is open today
     * @param byRule what is decided by rule there
     */
    public record Asking(String term, @Nullable String opens, boolean open, List<RequestKind> byRule) {}

    /** What came of one of several that were decided together. */
    public record Decided(long id, boolean done, String why) {}

    /** A request that a link in mail led to. */
    public record Linked(long request) {}
}
