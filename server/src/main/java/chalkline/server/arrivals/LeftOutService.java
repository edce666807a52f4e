package chalkline.server.arrivals;

import chalkline.core.arrivals.LeftOut;
import chalkline.server.frame.Conflict;
import chalkline.server.frame.NotFound;
import chalkline.server.frame.SignedIn;
import chalkline.server.frame.Time;
import chalkline.server.ledger.LedgerService;
import chalkline.server.people.PeopleService;
import chalkline.server.policy.May;
import chalkline.server.policy.MayPartly;
import chalkline.server.policy.Policy;
import chalkline.server.policy.Right;
import chalkline.server.policy.Scope;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Parts of what lists change that are left out: each holds for the lists that are read from then on, until it is lifted. */
@Service
class LeftOutService {
    private final LeftOutParts parts;
    private final LedgerService ledger;
    private final PeopleService people;
    private final Time time;
    private final Policy policy;

    LeftOutService(LeftOutParts parts, LedgerService ledger, PeopleService people, Policy policy, Time time) {
        this.time = time;
        this.policy = policy;
        this.parts = parts;
        this.ledger = ledger;
        this.people = people;
    }

    /** A part that is left out, with who said so and why. */
    record View(
            long id, LeftOut.Kind kind, String term, String department, String reason, String madeBy, Instant madeAt) {}

    /** Those that hold, in the order in which they were made. */
    @MayPartly(Right.READ_LISTS)
    public List<View> all() {
        Map<String, String> names = people.names();
        Scope scope = policy.scope(Right.READ_LISTS);
        return parts.findByLiftedAtIsNullOrderById().stream()
                .filter(one -> scope.department(one.part().department()))
                .map(one -> view(one, names))
                .toList();
    }

    private static View view(LeftOutPart one, Map<String, String> names) {
        LeftOut part = one.part();
        return new View(
                one.id(),
                part.kind(),
                part.term(),
                part.department(),
                one.reason(),
                names.getOrDefault(one.madeBy(), one.madeBy()),
                one.madeAt());
    }

    @May(Right.CHANGE_LISTS)
    @Transactional
    public View leaveOut(LeftOut part, String reason) {
        if (parts.findByLiftedAtIsNullOrderById().stream()
                .anyMatch(one -> one.part().equals(part))) {
            throw new Conflict("This part is left out already.");
        }
        LeftOutPart kept = parts.saveAndFlush(new LeftOutPart(part, reason, SignedIn.login(), time.now()));
        write("part of lists left out", kept);
        return view(kept, people.names());
    }

    /** From the next list on it is as the registrar says. */
    @May(Right.CHANGE_LISTS)
    @Transactional
    public void lift(long id) {
        LeftOutPart part = parts.findById(id)
                .filter(one -> !one.isLifted())
                .orElseThrow(() -> new NotFound("Nothing is left out as number " + id + "."));
        part.lift(SignedIn.login(), time.now());
        write("part of lists no longer left out", parts.saveAndFlush(part));
    }

    private void write(String what, LeftOutPart one) {
        ledger.write(
                what,
                one.part().department() + " " + one.part().term(),
                Map.of("kind", one.part().kind(), "reason", one.reason()));
    }
}
