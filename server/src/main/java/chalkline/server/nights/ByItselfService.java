package chalkline.server.nights;

import chalkline.server.arrivals.ArrivalService;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.SignedIn;
import chalkline.server.frame.Time;
import chalkline.server.ledger.LedgerService;
import chalkline.server.policy.May;
import chalkline.server.policy.Right;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** What somebody lets go through by itself. */
@Service
class ByItselfService {
    private static final TypeReference<List<NightViews.Outcome>> OUTCOMES = new TypeReference<>() {};

    private final ByItselfSettings settings;
    private final ArrivalService arrivals;
    private final LedgerService ledger;
    private final Time time;
    private final JsonMapper json;

    ByItselfService(
            ByItselfSettings settings, ArrivalService arrivals, LedgerService ledger, JsonMapper json, Time time) {
        this.time = time;
        this.settings = settings;
        this.arrivals = arrivals;
        this.ledger = ledger;
        this.json = json;
    }

    @May(Right.READ_CAMPUS)
    public NightViews.View view() {
        return view(settings.findById(ByItself.ONLY).orElseGet(ByItself::off));
    }

    private NightViews.View view(ByItself now) {
        return new NightViews.View(List.copyOf(now.kinds()), now.most(), json.readValue(now.outcome(), OUTCOMES));
    }

    /** It holds from the next list on; what waits now goes on waiting. */
    @May(Right.CHANGE_CAMPUS)
    @Transactional
    public NightViews.View set(Set<Kind> kinds, int most) {
        if (kinds.contains(Kind.OTHER)) {
            throw new Refusal("kinds", 0, "What is none of the other kinds always waits for a person.");
        }
        ByItself now = settings.lock().orElseGet(ByItself::off);
        if (now.kinds().isEmpty()) {
            now.startAfter(arrivals.current().orElse(0L));
        }
        Map<String, Object> before = Map.of("kinds", Set.copyOf(now.kinds()), "most", now.most());
        now.set(kinds, most, SignedIn.login(), time.now());
        ledger.write(
                kinds.isEmpty() ? "by itself switched off" : "by itself set",
                "the registrar's list",
                Map.of("before", before, "after", Map.of("kinds", kinds, "most", most)));
        return view(settings.saveAndFlush(now));
    }
}
