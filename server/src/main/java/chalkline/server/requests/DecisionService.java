package chalkline.server.requests;

import static chalkline.server.requests.RequestRecords.number;
import static chalkline.server.requests.RequestRecords.told;
import static chalkline.server.requests.RequestRecords.with;

import chalkline.core.requests.Special;
import chalkline.server.frame.Conflict;
import chalkline.server.frame.NotFound;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.SignedIn;
import chalkline.server.frame.Time;
import chalkline.server.ledger.LedgerService;
import chalkline.server.people.PeopleService;
import chalkline.server.policy.MayPartly;
import chalkline.server.policy.Policy;
import chalkline.server.policy.Right;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Has requests decided by people. */
@Service
class DecisionService {
    private static final Set<RequestViews.State> DECIDABLE =
            EnumSet.of(RequestViews.State.ASKED, RequestViews.State.BACK);
    /** Without these a decision is one's own to explain. */
    private static final Set<Special> PLAIN = EnumSet.of(Special.BY_PEOPLE, Special.NOBODY_TEACHES);

    private final ShellRequests requests;
    private final RequestRecords records;
    private final RequestReading reading;
    private final Looking looking;
    private final Turns turns;
    private final RequestMail mail;
    private final PeopleService people;
    private final LedgerService ledger;
    private final TransactionTemplate transaction;
    private final Time time;

    DecisionService(
            ShellRequests requests,
            RequestRecords records,
            RequestReading reading,
            Looking looking,
            Turns turns,
            RequestMail mail,
            PeopleService people,
            LedgerService ledger,
            TransactionTemplate transaction,
            Time time) {
        this.time = time;
        this.requests = requests;
        this.records = records;
        this.reading = reading;
        this.looking = looking;
        this.turns = turns;
        this.mail = mail;
        this.people = people;
        this.ledger = ledger;
        this.transaction = transaction;
    }

    /** What a person decides. */
    public enum What {
        APPROVE("approved"),
        DECLINE("declined"),
        ASK_BACK("asked back");

        private final String done;

        What(String done) {
            this.done = done;
        }
    }

    /** A request in the version of it that somebody saw. */
    public record Which(long id, int version) {}

    /**
     * Decides about a request.
     *
     * @param note why; wanted where it is declined or asked back, and where it is approved against what is special
     * @param instead what is approved instead of what was asked for; null where it is that
     * @throws Conflict where somebody else decided meanwhile
     */
    @MayPartly(Right.DECIDE)
    public RequestViews.One decide(Which which, What what, String note, @Nullable Wish instead) {
        ShellRequest before = records.withDepartments(which.id());
        Policy.require(records.mayDecide(before));
        if (what != What.APPROVE && note.isBlank()) {
            throw new Refusal(
                    "note", 0, what == What.DECLINE ? "Say why it is declined." : "Say what you want to know.");
        }
        if (what != What.APPROVE && instead != null) {
            throw new Refusal("instead", 0, "Only what is approved can be something else.");
        }
        if (what == What.APPROVE) {
            records.refuseMovedOn(before, which.version());
            Wish wish = instead == null ? records.wish(before) : instead;
            Looking.Seen seen = looking.see(wish, before.person(), null);
            Wishing.check(wish, seen);
            if (seen.special().contains(Special.STOPPED)) {
                throw new Refusal("The proof has a stop there, so nothing could be built: mend that first. "
                        + Wishing.reasons(seen));
            }
            requireReason(seen, note);
            Policy.require(records.reaches(seen.departments()));
            approve(which, note, wish, instead != null, seen);
        } else {
            transaction.executeWithoutResult(status -> turnAway(which, what, note));
        }
        return reading.one(which.id());
    }

    private static void requireReason(Looking.Seen seen, String note) {
        if (note.isBlank() && seen.special().stream().anyMatch(one -> !PLAIN.contains(one))) {
            throw new Refusal(
                    "note",
                    0,
                    "Say why it may be: "
                            + seen.special().stream().map(Special::words).collect(Collectors.joining(" ")));
        }
    }

    private void approve(Which which, String note, Wish wish, boolean changed, Looking.Seen seen) {
        RequestViews.Does does = looking.view(seen);
        transaction.executeWithoutResult(status -> {
            ShellRequest request = records.locked(which.id(), which.version(), DECIDABLE);
            String before = request.wish();
            records.take(request, wish, seen, does);
            request.decide(RequestViews.State.APPROVED, SignedIn.login(), note, time.now());
            long turn = turns.add(request.id(), SignedIn.login(), changed ? "approved with changes" : "approved", note);
            ledger.write(
                    "request approved",
                    number(request),
                    changed
                            ? with(
                                    told(request, does),
                                    Map.of("reason", note, "before", before, "after", request.wish()))
                            : with(told(request, does), Map.of("reason", note)));
            mail.tellAsker(
                    request,
                    turn,
                    "Approved: " + does.words(),
                    people.nameOf(SignedIn.login()) + " approved "
                            + (changed ? "this, with changes" : "what you asked for") + ": " + does.words()
                            + ". It is built now; you are told when it stands.",
                    note);
            requests.saveAndFlush(request);
        });
    }

    private void turnAway(Which which, What what, String note) {
        ShellRequest request = records.locked(which.id(), which.version(), DECIDABLE);
        String words = records.does(request).words();
        if (what == What.DECLINE) {
            request.decide(RequestViews.State.DECLINED, SignedIn.login(), note, time.now());
        } else {
            request.askBack(note);
        }
        long turn = turns.add(request.id(), SignedIn.login(), what.done, note);
        ledger.write(
                "request " + what.done,
                number(request),
                with(told(request, records.does(request)), Map.of("reason", note)));
        mail.tellAsker(
                request,
                turn,
                (what == What.DECLINE ? "Declined: " : "A question: ") + words,
                people.nameOf(SignedIn.login()) + (what == What.DECLINE ? " declined " : " asks about ") + words + ".",
                note);
        requests.saveAndFlush(request);
    }

    /** Decides about several at once, each for itself. */
    @MayPartly(Right.DECIDE)
    public List<RequestViews.Decided> decideAll(List<Which> which, What what, String note) {
        List<RequestViews.Decided> decided = new ArrayList<>();
        for (Which one : which) {
            try {
                decide(one, what, note, null);
                decided.add(new RequestViews.Decided(one.id(), true, ""));
            } catch (Refusal | Conflict | NotFound e) {
                decided.add(new RequestViews.Decided(one.id(), false, e.getMessage()));
            }
        }
        return decided;
    }
}
