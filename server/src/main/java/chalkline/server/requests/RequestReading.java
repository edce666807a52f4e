package chalkline.server.requests;

import chalkline.core.naming.Text;
import chalkline.core.requests.Special;
import chalkline.server.frame.NotFound;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.SignedIn;
import chalkline.server.people.PeopleService;
import chalkline.server.policy.MayPartly;
import chalkline.server.policy.Policy;
import chalkline.server.policy.Right;
import chalkline.server.policy.Scope;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Tells how requests stand. */
@Service
public class RequestReading {
    private static final Limit PAGE = Limit.of(1000);
    /** A query can't be asked for one of none. */
    private static final Set<String> NONE = Set.of("");

    private final ShellRequests requests;
    private final RequestRecords records;
    private final Looking looking;
    private final Turns turns;
    private final RequestMail mail;
    private final Policy policy;
    private final PeopleService people;
    private final TransactionTemplate transaction;

    RequestReading(
            ShellRequests requests,
            RequestRecords records,
            Looking looking,
            Turns turns,
            RequestMail mail,
            Policy policy,
            PeopleService people,
            TransactionTemplate transaction) {
        this.requests = requests;
        this.records = records;
        this.looking = looking;
        this.turns = turns;
        this.mail = mail;
        this.policy = policy;
        this.people = people;
        this.transaction = transaction;
    }

    /**
     * Requests that whoever is signed in may see, the newest first: all that are open, and a page of those done with.
     *
     * @param before the number that those of the page come before; empty for the first page, which has the open ones too
     */
    @MayPartly(Right.READ_REQUESTS)
    @Transactional(readOnly = true)
    public RequestViews.Sheet sheet(Optional<Long> before) {
        Scope scope = policy.scope(Right.READ_REQUESTS);
        Set<String> departments = scope.departments().isEmpty() ? NONE : scope.departments();
        List<Long> ids = requests.done(
                scope.all(), SignedIn.login(), departments, RequestRecords.OPEN, before.orElse(Long.MAX_VALUE), PAGE);
        Long next = ids.size() == PAGE.max() ? ids.get(ids.size() - 1) : null;
        List<Long> all = new ArrayList<>(ids);
        if (before.isEmpty()) {
            all.addAll(requests.open(scope.all(), SignedIn.login(), departments, RequestRecords.OPEN));
        }
        return new RequestViews.Sheet(rows(requests.findByIdInOrderByIdDesc(all)), next);
    }

    /** The last requests of one person, for My teaching. */
    @MayPartly(Right.TEACH)
    @Transactional(readOnly = true)
    public List<RequestViews.Row> own() {
        return rows(requests.findByIdInOrderByIdDesc(requests.own(SignedIn.login(), PAGE)));
    }

    private List<RequestViews.Row> rows(List<ShellRequest> all) {
        Map<String, String> names = names(all);
        return all.stream()
                .map(request -> row(request, records.does(request), names))
                .toList();
    }

    private Map<String, String> names(Collection<ShellRequest> all) {
        Set<String> logins = new HashSet<>();
        all.forEach(request -> {
            logins.add(request.asker());
            request.decidedBy().ifPresent(logins::add);
        });
        return people.names(logins);
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
                records.wish(request).note(),
                request.askedAt(),
                request.decidedBy()
                        .map(login -> names.getOrDefault(login, login))
                        .orElse(null),
                request.decidedAt().orElse(null),
                request.reason(),
                records.mayDecide(request),
                request.asker().equals(SignedIn.login()));
    }

    /** All of one request; while it is open, what it would do is looked at anew. */
    @MayPartly(Right.READ_REQUESTS)
    public RequestViews.One one(long id) {
        Scope scope = policy.scope(Right.READ_REQUESTS);
        return transaction.execute(status -> {
            ShellRequest request = records.find(id);
            Policy.require(
                    scope.by(request.asker()) || request.departments().stream().anyMatch(scope::department));
            RequestViews.Does then = records.does(request);
            Wish wish = records.wish(request);
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
