package chalkline.server.requests;

import chalkline.server.frame.Conflict;
import chalkline.server.frame.NotFound;
import chalkline.server.people.PeopleService;
import chalkline.server.policy.Policy;
import chalkline.server.policy.Right;
import chalkline.server.policy.Scope;
import java.util.Collection;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Requests as they are kept: found, held for a change, and told of. */
@Component
class RequestRecords {
    /** Who decides where no person does. */
    static final String RULE = "rule";

    /** What is not done with. */
    static final Set<RequestViews.State> OPEN = EnumSet.of(
            RequestViews.State.ASKED,
            RequestViews.State.BACK,
            RequestViews.State.APPROVED,
            RequestViews.State.BUILDING);

    private final ShellRequests requests;
    private final Policy policy;
    private final PeopleService people;
    private final JsonMapper json;

    RequestRecords(ShellRequests requests, Policy policy, PeopleService people, JsonMapper json) {
        this.requests = requests;
        this.policy = policy;
        this.people = people;
        this.json = json;
    }

    ShellRequest find(long id) {
        return requests.findById(id).orElseThrow(() -> missing(id));
    }

    ShellRequest withDepartments(long id) {
        return requests.findWithDepartmentsById(id).orElseThrow(() -> missing(id));
    }

    /**
     * A request to change, until the transaction ends.
     *
     * @throws Conflict where it is not what was seen any more, or past those states
     */
    ShellRequest locked(long id, int version, Set<RequestViews.State> in) {
        ShellRequest request = requests.lock(id).orElseThrow(() -> missing(id));
        refuseMovedOn(request, version);
        if (!in.contains(request.state())) {
            throw new Conflict("This is past that: " + says(request) + ".");
        }
        return request;
    }

    void refuseMovedOn(ShellRequest request, int version) {
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

    /** Whether whoever is signed in may decide about it. */
    boolean mayDecide(ShellRequest request) {
        return reaches(request.departments());
    }

    boolean reaches(Collection<String> departments) {
        Scope scope = policy.scope(Right.DECIDE);
        return scope.all() || departments.stream().anyMatch(scope::department);
    }

    /** Writes into a request what is asked for now. */
    void take(ShellRequest request, Wish wish, Looking.Seen seen, RequestViews.Does does) {
        request.asks(
                json.writeValueAsString(wish),
                json.writeValueAsString(does),
                seen.departments(),
                seen.sections().stream().map(section -> section.id()).collect(Collectors.toSet()));
    }

    Wish wish(ShellRequest request) {
        return json.readValue(request.wish(), Wish.class);
    }

    RequestViews.Does does(ShellRequest request) {
        return json.readValue(request.does(), RequestViews.Does.class);
    }

    static String number(ShellRequest request) {
        return "request " + request.id();
    }

    static Map<String, Object> told(ShellRequest request, RequestViews.Does does) {
        return Map.of(
                "term", request.term(),
                "what", does.words(),
                "shells", does.shells().stream().map(RequestViews.Touched::key).toList(),
                "departments", request.departments());
    }

    static Map<String, Object> with(Map<String, Object> told, Map<String, Object> more) {
        Map<String, Object> all = new HashMap<>(told);
        all.putAll(more);
        return all;
    }
}
