package chalkline.server.upkeep;

import chalkline.core.upkeep.Drift;
import chalkline.server.policy.Right;
import org.springframework.stereotype.Service;

/** What other rooms are told of how true a term is. */
@Service
public class Upkeep {
    private final Terms terms;

    Upkeep(Terms terms) {
        this.terms = terms;
    }

    /** How many shells of a term people have changed by hand since they were built. */
    public int drifted(String term) {
        return (int) terms.seen(term, Right.READ_UPKEEP).drifts().stream()
                .map(Drift::key)
                .distinct()
                .count();
    }
}
