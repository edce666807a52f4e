package chalkline.server.requests;

import static chalkline.server.requests.RequestRecords.number;
import static chalkline.server.requests.RequestRecords.told;

import chalkline.core.requests.RequestKind;
import chalkline.server.frame.Conflict;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.SignedIn;
import chalkline.server.frame.Time;
import chalkline.server.ledger.LedgerService;
import chalkline.server.people.PeopleService;
import chalkline.server.policy.MayPartly;
import chalkline.server.policy.Policy;
import chalkline.server.policy.Right;
import chalkline.server.policy.Scope;
import java.util.EnumSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Takes requests; where a rule decides them, they are approved at once. */
@Service
class RequestService {
    private final ShellRequests requests;
    private final RequestRecords records;
    private final RequestReading reading;
    private final Looking looking;
    private final Asking asking;
    private final Turns turns;
    private final RequestMail mail;
    private final Policy policy;
    private final PeopleService people;
    private final LedgerService ledger;
    private final TransactionTemplate transaction;
    private final Time time;

    RequestService(
            ShellRequests requests,
            RequestRecords records,
            RequestReading reading,
            Looking looking,
            Asking asking,
            Turns turns,
            RequestMail mail,
            Policy policy,
            PeopleService people,
            LedgerService ledger,
            TransactionTemplate transaction,
            Time time) {
        this.time = time;
        this.requests = requests;
        this.records = records;
        this.reading = reading;
        this.looking = looking;
        this.asking = asking;
        this.turns = turns;
        this.mail = mail;
        this.policy = policy;
        this.people = people;
        this.ledger = ledger;
        this.transaction = transaction;
    }

    /** What it would do, before it is asked for. */
    @MayPartly(Right.ASK)
    public RequestViews.Does look(Wish wish) {
        return looking.view(seen(wish, null));
    }

    private Looking.Seen seen(Wish wish, @Nullable ShellRequest own) {
        asking.requireOpen(wish.term(), looking.term(wish.term()).title());
        String person = policy.who().person();
        Looking.Seen seen = looking.see(wish, person, null);
        requireOwn(wish, seen);
        Wishing.check(wish, seen);
        requests.findTouching(wish.term(), wish.sections(), RequestRecords.OPEN).stream()
                .filter(other -> other.kind() == wish.kind() && (own == null || other.id() != own.id()))
                .findFirst()
                .ifPresent(other -> {
                    throw new Conflict(
                            other.asker().equals(SignedIn.login())
                                    ? "You asked for this already; it waits under Requests, number " + other.id() + "."
                                    : people.nameOf(other.asker()) + " asked for this already, under number "
                                            + other.id() + ".");
                });
        return seen;
    }

    /** One asks for one's own; and, where nobody teaches a section, for that one. */
    private void requireOwn(Wish wish, Looking.Seen seen) {
        Scope scope = policy.scope(Right.ASK);
        if (wish.kind() == RequestKind.TAKE_OVER) {
            if (seen.sections().stream()
                    .anyMatch(section -> !section.instructors().isEmpty())) {
                throw new Refusal("sections", 0, "The registrar has somebody for this section.");
            }
            return;
        }
        Policy.require(seen.sections().stream()
                .filter(section -> wish.sections().contains(section.id()))
                .anyMatch(scope::section));
    }

    /** Asks for something; where a rule decides it, it is approved at once. */
    @MayPartly(Right.ASK)
    public RequestViews.One ask(Wish wish) {
        Looking.Seen seen = seen(wish, null);
        RequestViews.Does does = looking.view(seen);
        long id = transaction.execute(status -> {
            ShellRequest request =
                    new ShellRequest(wish, SignedIn.login(), policy.who().person(), time.now());
            records.take(request, wish, seen, does);
            requests.saveAndFlush(request);
            long turn = turns.add(request.id(), SignedIn.login(), "asked", wish.note());
            ledger.write("request made", number(request), told(request, does));
            decideByRule(request, seen, does, turn);
            return request.id();
        });
        return reading.one(id);
    }

    private void decideByRule(ShellRequest request, Looking.Seen seen, RequestViews.Does does, long turn) {
        if (seen.isByRule()) {
            request.decide(RequestViews.State.APPROVED, RequestRecords.RULE, "", time.now());
            turns.add(request.id(), RequestRecords.RULE, "approved", "");
            ledger.write(RequestRecords.RULE, "request approved", number(request), told(request, does));
        } else {
            String why =
                    does.special().stream().map(RequestViews.SpecialView::words).collect(Collectors.joining(" "));
            mail.tell(
                    request,
                    turn,
                    does.deciders(),
                    "Request " + request.id() + ": " + does.words(),
                    people.nameOf(request.asker()) + " asks: " + does.words() + ".",
                    why,
                    note(request));
        }
    }

    private String note(ShellRequest request) {
        String note = records.wish(request).note();
        return note.isBlank() ? "" : "“" + note + "”";
    }

    /** Answers what was asked back, perhaps with another wish; it is looked at anew. */
    @MayPartly(Right.ASK)
    public RequestViews.One answer(long id, int version, Wish wish) {
        ShellRequest before = records.find(id);
        requireAsker(before);
        Looking.Seen seen = seen(wish, before);
        RequestViews.Does does = looking.view(seen);
        transaction.executeWithoutResult(status -> {
            ShellRequest request = records.locked(id, version, EnumSet.of(RequestViews.State.BACK));
            request.answer();
            records.take(request, wish, seen, does);
            long turn = turns.add(id, SignedIn.login(), "answered", wish.note());
            ledger.write("request answered", number(request), told(request, does));
            decideByRule(request, seen, does, turn);
            requests.saveAndFlush(request);
        });
        return reading.one(id);
    }

    /** Takes a request back that nothing was done about yet. */
    @MayPartly(Right.ASK)
    public RequestViews.One withdraw(long id, int version) {
        transaction.executeWithoutResult(status -> {
            requireAsker(records.find(id));
            ShellRequest request =
                    records.locked(id, version, EnumSet.of(RequestViews.State.ASKED, RequestViews.State.BACK));
            request.withdraw(time.now());
            turns.add(id, SignedIn.login(), "taken back", "");
            ledger.write("request taken back", number(request), told(request, records.does(request)));
            requests.saveAndFlush(request);
        });
        return reading.one(id);
    }

    private void requireAsker(ShellRequest request) {
        Policy.require(request.asker().equals(SignedIn.login()));
    }
}
