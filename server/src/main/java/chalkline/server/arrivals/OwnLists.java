package chalkline.server.arrivals;

import chalkline.core.Bounds;
import chalkline.core.arrivals.CombinedList;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.sheets.OwnSections;
import chalkline.server.frame.Conflict;
import chalkline.server.frame.NotFound;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.SignedIn;
import chalkline.server.frame.Time;
import chalkline.server.ledger.LedgerService;
import chalkline.server.policy.May;
import chalkline.server.policy.Right;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Our own sections in versions, each in use beside what registrars list. */
@Service
public class OwnLists {
    private final Arrivals arrivals;
    private final ListStore store;
    private final LedgerService ledger;
    private final Time time;

    OwnLists(Arrivals arrivals, ListStore store, LedgerService ledger, Time time) {
        this.time = time;
        this.arrivals = arrivals;
        this.store = store;
        this.ledger = ledger;
    }

    /**
     * Our own sections, and what sheets say otherwise of those of registrars.
     *
     * @param merged the class of a registrar's list that one is the same as, by the own section's id
     */
    public record Own(RegistrarList list, Map<String, String> merged) {}

    /** Our own sections beside a list that is or was in use; none where there are none. */
    public Own own(long arrival) {
        return own(arrivals.findById(arrival).orElseThrow(() -> new NotFound("There is no arrival " + arrival + ".")));
    }

    private Own own(Arrival beside) {
        return beside.rowsOf(CombinedList.OWN)
                .map(rows -> new Own(
                        store.rows(rows), arrivals.findById(rows).orElseThrow().merged()))
                .orElse(new Own(OwnSections.NONE, Map.of()));
    }

    /** How our own sections become others. */
    public interface Change {
        /**
         * @param arrival the number that the change gets, for ids that nothing had before
         * @param inUse all that holds now, own sections included
         */
        Own apply(long arrival, RegistrarList inUse, Own now);
    }

    /**
     * Keeps another version of our own sections beside what registrars list, in the transaction of whoever asks for it.
     *
     * @param against the list in use that the change was made to
     * @return the number under which they are in use now
     * @throws Conflict where another list is in use meanwhile
     */
    @May(Right.CHANGE_LISTS)
    @Transactional(propagation = Propagation.MANDATORY)
    public long change(String name, String reason, long against, Change change) {
        Arrival now = arrivals.lockInUse()
                .orElseThrow(
                        () -> new Refusal("Bring in the registrar's list first: terms and departments come from it."));
        if (now.id() != against) {
            throw new Conflict("Another list was taken into use meanwhile. Look at the rows again; nothing was kept.");
        }
        Arrival arrival = arrivals.saveAndFlush(
                new Arrival(Arrival.Way.SHEET, CombinedList.OWN, name, SignedIn.login(), time.now()));
        Own before = own(now);
        Own after = change.apply(arrival.id(), store.read(now.id()), before);
        if (after.list().classes().size() > Bounds.OWN_SECTIONS) {
            throw new Refusal("That would be more than " + Bounds.OWN_SECTIONS + " sections of our own.");
        }
        // nobody but this transaction knows of the arrival yet
        store.write(arrival.id(), after.list(), () -> {});
        arrival.merge(after.merged());
        arrival.keep(after.list(), List.of(), now.id(), now.partsWith(CombinedList.OWN, arrival.id()), time.now());
        arrival.brought(DepartmentTally.sum(
                before.list().classes().keySet(), after.list().classes().keySet()));
        arrival.use(SignedIn.login(), reason, time.now());
        arrivals.saveAndFlush(arrival);
        ledger.write("own sections kept", name, Map.of("arrival", arrival.id(), "reason", reason));
        return arrival.id();
    }
}
