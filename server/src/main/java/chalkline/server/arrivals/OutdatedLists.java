package chalkline.server.arrivals;

import chalkline.server.ChalkLineSettings;
import chalkline.server.frame.Needed;
import chalkline.server.frame.Outdated;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Rows of lists that are not in use any more, and from which nothing that is still told was computed. */
@Component
class OutdatedLists implements Outdated {
    private final Arrivals arrivals;
    private final ListStore store;
    private final List<Needed> needed;
    private final OnceListed once;
    private final TransactionTemplate transaction;

    OutdatedLists(
            Arrivals arrivals, ListStore store, List<Needed> needed, OnceListed once, TransactionTemplate transaction) {
        this.once = once;
        this.arrivals = arrivals;
        this.store = store;
        this.needed = needed;
        this.transaction = transaction;
    }

    @Override
    public String what() {
        return "rows of lists";
    }

    @Override
    public int days(ChalkLineSettings.Keep keep) {
        return keep.lists();
    }

    @Override
    public int takeOut(Instant before) {
        Set<Long> stay = new HashSet<>();
        arrivals.findFirstByStateOrderByInUseSinceDescIdDesc(Arrival.State.KEPT).ifPresent(one -> stay.add(one.id()));
        needed.forEach(of -> stay.addAll(of.lists(before)));
        List<Arrival> all = arrivals.findAll();
        // what came in lately is held against the one before it
        all.stream().filter(one -> !one.receivedAt().isBefore(before)).forEach(one -> {
            stay.add(one.id());
            one.againstId().ifPresent(stay::add);
        });
        Set<Long> rows = new HashSet<>();
        all.stream()
                .filter(one -> stay.contains(one.id()))
                .forEach(one -> rows.addAll(one.parts().values()));
        rows.addAll(stay);
        int taken = 0;
        for (Arrival old : all) {
            if (ListStore.HAVE_ROWS.contains(old.state()) && !rows.contains(old.id()) && !old.isOutdated()) {
                taken += takeOut(old);
            }
        }
        return taken;
    }

    private int takeOut(Arrival old) {
        long id = old.id();
        if (old.state() == Arrival.State.KEPT) {
            once.note(id);
        }
        transaction.executeWithoutResult(status -> {
            Arrival arrival = arrivals.lock(id).orElseThrow();
            arrival.outdate();
            arrivals.save(arrival);
        });
        return store.forget(id);
    }
}
