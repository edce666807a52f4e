package chalkline.server.requests;

import chalkline.core.naming.Text;
import chalkline.core.requests.RequestKind;
import chalkline.core.requests.Special;
import chalkline.server.frame.Conflict;
import chalkline.server.frame.NotFound;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.SignedIn;
import chalkline.server.ledger.LedgerService;
import chalkline.server.people.PeopleService;
import chalkline.server.policy.MayPartly;
import chalkline.server.policy.Policy;
import chalkline.server.policy.Right;
import chalkline.server.policy.Scope;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/** Takes requests, has them decided by rule or by people, and tells how they stand. */
@Service
public class RequestService {
    static final String RULE = "rule";
    private static final Limit MOST = Limit.of(1000);
    private static final Set<RequestViews.State> OPEN = EnumSet.of(
            RequestViews.State.ASKED,
            RequestViews.State.BACK,
            RequestViews.State.APPROVED,
            RequestViews.State.BUILDING);
    /** Without these a decision is one's own to explain. */
    private static final Set<Special> PLAIN = EnumSet.of(Special.BY_PEOPLE, Special.NOBODY_TEACHES);

    private final ShellRequests requests;
    private final Looking looking;
    private final Asking asking;
    private final Turns turns;
    private final RequestMail mail;
    private final Policy policy;
    private final PeopleService people;
    private final LedgerService ledger;
    private final TransactionTemplate transaction;
    private final JsonMapper json;

    RequestService(
            ShellRequests requests,
            Looking looking,
            Asking asking,
            Turns turns,
            RequestMail mail,
            Policy policy,
            PeopleService people,
            LedgerService ledger,
            TransactionTemplate transaction,
            JsonMapper json) {
        this.requests = requests;
        this.looking = looking;
        this.asking = asking;
        this.turns = turns;
        this.mail = mail;
        this.policy = policy;
        this.people = people;
        this.ledger = ledger;
        this.transaction = transaction;
        this.json = json;
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
        requests.findTouching(wish.term(), wish.sections(), OPEN).stream()
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
                    new ShellRequest(wish, SignedIn.login(), policy.who().person());
            take(request, wish, seen, does);
            requests.saveAndFlush(request);
            long turn = turns.add(request.id(), SignedIn.login(), "asked", wish.note());
            ledger.write("request made", number(request), told(request, does));
            decideByRule(request, seen, does, turn);
            return request.id();
        });
        return one(id);
    }

    private void take(ShellRequest request, Wish wish, Looking.Seen seen, RequestViews.Does does) {
        request.asks(
                json.writeValueAsString(wish),
                json.writeValueAsString(does),
                seen.departments(),
                seen.sections().stream().map(section -> section.id()).collect(Collectors.toSet()));
    }

    private void decideByRule(ShellRequest request, Looking.Seen seen, RequestViews.Does does, long turn) {
        if (seen.isByRule()) {
            request.decide(RequestViews.State.APPROVED, RULE, "");
            turns.add(request.id(), RULE, "approved", "");
            ledger.write(RULE, "request approved", number(request), told(request, does));
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
        String note = wish(request).note();
        return note.isBlank() ? "" : "“" + note + "”";
    }

    private Wish wish(ShellRequest request) {
        return json.readValue(request.wish(), Wish.class);
    }

    static String number(ShellRequest request) {
        return "request " + request.id();
    }

    private static Map<String, Object> told(ShellRequest request, RequestViews.Does does) {
        return Map.of(
                "term", request.term(),
                "what", does.words(),
                "shells", does.shells().stream().map(RequestViews.Touched::key).toList(),
                "departments", request.departments());
    }

    private static Map<String, Object> with(Map<String, Object> told, Map<String, Object> more) {
        Map<String, Object> all = new HashMap<>(told);
        all.putAll(more);
        return all;
    }

    /** Answers what was asked back, perhaps with another wish; it is looked at anew. */
    @MayPartly(Right.ASK)
    public RequestViews.One answer(long id, int version, Wish wish) {
        ShellRequest before = requests.findById(id).orElseThrow(() -> missing(id));
        requireAsker(before);
        Looking.Seen seen = seen(wish, before);
        RequestViews.Does does = looking.view(seen);
        transaction.executeWithoutResult(status -> {
            ShellRequest request = locked(id, version, EnumSet.of(RequestViews.State.BACK));
            request.answer();
            take(request, wish, seen, does);
            long turn = turns.add(id, SignedIn.login(), "answered", wish.note());
            ledger.write("request answered", number(request), told(request, does));
            decideByRule(request, seen, does, turn);
            requests.saveAndFlush(request);
        });
        return one(id);
    }

    /** Takes a request back that nothing was done about yet. */
    @MayPartly(Right.ASK)
    public RequestViews.One withdraw(long id, int version) {
        transaction.executeWithoutResult(status -> {
            requireAsker(requests.findById(id).orElseThrow(() -> missing(id)));
            ShellRequest request = locked(id, version, EnumSet.of(RequestViews.State.ASKED, RequestViews.State.BACK));
            request.withdraw();
            turns.add(id, SignedIn.login(), "taken back", "");
            ledger.write("request taken back", number(request), told(request, does(request)));
            requests.saveAndFlush(request);
        });
        return one(id);
    }

    private void requireAsker(ShellRequest request) {
        Policy.require(request.asker().equals(SignedIn.login()));
    }

    /**
     * Decides about a request.
     *
     * @param note why; wanted where it is declined or asked back, and where it is approved against what is special
     * @param instead what is approved instead of what was asked for; null where it is that
     * @throws Conflict where somebody else decided meanwhile
     */
    @MayPartly(Right.DECIDE)
    public RequestViews.One decide(Which which, What what, String note, @Nullable Wish instead) {
        ShellRequest before = requests.findWithDepartmentsById(which.id()).orElseThrow(() -> missing(which.id()));
        Policy.require(mayDecide(before));
        if (what != What.APPROVE && note.isBlank()) {
            throw new Refusal(
                    "note", 0, what == What.DECLINE ? "Say why it is declined." : "Say what you want to know.");
        }
        if (what != What.APPROVE && instead != null) {
            throw new Refusal("instead", 0, "Only what is approved can be something else.");
        }
        if (what == What.APPROVE) {
            refuseMovedOn(before, which.version());
            Wish wish = instead == null ? wish(before) : instead;
            Looking.Seen seen = looking.see(wish, before.person(), null);
            Wishing.check(wish, seen);
            if (seen.special().contains(Special.STOPPED)) {
                throw new Refusal("The proof has a stop there, so nothing could be built: mend that first. "
                        + Wishing.reasons(seen));
            }
            requireReason(seen, note);
            Policy.require(reaches(seen.departments()));
            approve(which, note, wish, instead != null, seen);
        } else {
            transaction.executeWithoutResult(status -> turnAway(which, what, note));
        }
        return one(which.id());
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
            ShellRequest request =
                    locked(which.id(), which.version(), EnumSet.of(RequestViews.State.ASKED, RequestViews.State.BACK));
            String before = request.wish();
            take(request, wish, seen, does);
            request.decide(RequestViews.State.APPROVED, SignedIn.login(), note);
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
        ShellRequest request =
                locked(which.id(), which.version(), EnumSet.of(RequestViews.State.ASKED, RequestViews.State.BACK));
        String words = does(request).words();
        if (what == What.DECLINE) {
            request.decide(RequestViews.State.DECLINED, SignedIn.login(), note);
        } else {
            request.askBack(note);
        }
        long turn = turns.add(request.id(), SignedIn.login(), what.done, note);
        ledger.write(
                "request " + what.done, number(request), with(told(request, does(request)), Map.of("reason", note)));
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

    private ShellRequest locked(long id, int version, Set<RequestViews.State> in) {
        ShellRequest request = requests.lock(id).orElseThrow(() -> missing(id));
        refuseMovedOn(request, version);
        if (!in.contains(request.state())) {
            throw new Conflict("This is past that: " + says(request) + ".");
        }
        return request;
    }

    private void refuseMovedOn(ShellRequest request, int version) {
        if (request.version() != version) {
            throw new Conflict("Somebody was faster: " + says(request) + ". Nothing of yours was done.");
        }
    }

    private String says(ShellRequest request) {
        String by = request.decidedBy()
                .map(login -> login.equals(RULE) ? " by rule" : " by " + people.nameOf(login))
                .orElse("");
        return switch (request.state()) {
            case ASKED -> "it was changed by who asked for it";
            case BACK -> "something was asked back";
            case APPROVED, BUILDING, STANDS, FAILED -> "it was approved" + by;
            case DECLINED -> "it was declined" + by;
            case WITHDRAWN -> "it was taken back by who asked for it";
        };
    }

    private static NotFound missing(long id) {
        return new NotFound("There is no request " + id + ".");
    }

    private boolean mayDecide(ShellRequest request) {
        return reaches(request.departments());
    }

    private boolean reaches(Collection<String> departments) {
        Scope scope = policy.scope(Right.DECIDE);
        return scope.all() || departments.stream().anyMatch(scope::department);
    }

    /** Requests that whoever is signed in may see, the newest first. */
    @MayPartly(Right.READ_REQUESTS)
    @Transactional(readOnly = true)
    public RequestViews.Sheet sheet() {
        Scope scope = policy.scope(Right.READ_REQUESTS);
        List<ShellRequest> all = scope.all()
                ? requests.findByOrderByIdDesc(MOST)
                : scope.departments().isEmpty()
                        ? requests.findByAskerOrderByIdDesc(SignedIn.login(), MOST)
                        : requests.findOf(SignedIn.login(), scope.departments(), MOST);
        Map<RequestViews.State, Integer> states = new EnumMap<>(RequestViews.State.class);
        all.forEach(request -> states.merge(request.state(), 1, Integer::sum));
        return new RequestViews.Sheet(
                rows(all),
                states.entrySet().stream()
                        .map(state -> new RequestViews.StateCount(state.getKey(), state.getValue()))
                        .toList());
    }

    /** Open requests of one person in a term, for My teaching. */
    @MayPartly(Right.TEACH)
    @Transactional(readOnly = true)
    public List<RequestViews.Row> own() {
        return rows(requests.findByAskerOrderByIdDesc(SignedIn.login(), MOST));
    }

    private List<RequestViews.Row> rows(List<ShellRequest> all) {
        Map<String, String> names = names(all);
        return all.stream().map(request -> row(request, does(request), names)).toList();
    }

    private Map<String, String> names(Collection<ShellRequest> all) {
        Set<String> logins = new HashSet<>();
        all.forEach(request -> {
            logins.add(request.asker());
            request.decidedBy().ifPresent(logins::add);
        });
        return people.names(logins);
    }

    private RequestViews.Does does(ShellRequest request) {
        return json.readValue(request.does(), RequestViews.Does.class);
    }

    private RequestViews.Row row(ShellRequest request, RequestViews.Does does, Map<String, String> names) {
        return new RequestViews.Row(
                request.id(),
                request.version(),
                request.term(),
                request.kind(),
                does.words(),
                request.state(),
                names.getOrDefault(request.asker(), request.asker()),
                does.departments().stream().sorted(Text.NATURAL).collect(Collectors.joining(", ")),
                does.special().stream().map(RequestViews.SpecialView::words).collect(Collectors.joining(" ")),
                wish(request).note(),
                request.askedAt(),
                request.decidedBy()
                        .map(login -> names.getOrDefault(login, login))
                        .orElse(null),
                request.decidedAt().orElse(null),
                request.reason(),
                mayDecide(request),
                request.asker().equals(SignedIn.login()));
    }

    /** All of one request; while it is open, what it would do is looked at anew. */
    @MayPartly(Right.READ_REQUESTS)
    public RequestViews.One one(long id) {
        Scope scope = policy.scope(Right.READ_REQUESTS);
        return transaction.execute(status -> {
            ShellRequest request = requests.findById(id).orElseThrow(() -> missing(id));
            Policy.require(
                    scope.by(request.asker()) || request.departments().stream().anyMatch(scope::department));
            RequestViews.Does then = does(request);
            Wish wish = wish(request);
            return new RequestViews.One(
                    row(request, then, names(List.of(request))),
                    wish,
                    request.state() == RequestViews.State.ASKED || request.state() == RequestViews.State.BACK
                            ? now(request, wish, then)
                            : then,
                    turns.of(id),
                    request.build().orElse(null));
        });
    }

    private RequestViews.Does now(ShellRequest request, Wish wish, RequestViews.Does then) {
        try {
            return looking.view(looking.see(wish, request.person(), null));
        } catch (Refusal | NotFound e) {
            List<RequestViews.SpecialView> special = new ArrayList<>(then.special());
            special.add(new RequestViews.SpecialView(
                    Special.CHANGED, Special.CHANGED.words() + " " + e.getMessage(), Special.CHANGED.needs()));
            return new RequestViews.Does(
                    then.words(), then.question(), List.of(), special, then.departments(), then.deciders());
        }
    }

    /** What a link in mail leads to. */
    @MayPartly(Right.READ_REQUESTS)
    @Transactional(readOnly = true)
    public RequestViews.Linked follow(String secret) {
        return mail.follow(secret);
    }
}
