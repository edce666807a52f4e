package chalkline.server.proof;

import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Moves;
import chalkline.core.conventions.Unmatched;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.conventions.Change;
import chalkline.server.conventions.KeepCheck;
import chalkline.server.frame.Refusal;
import java.util.List;
import org.springframework.stereotype.Component;

/** Moves to what the list in use does not have are not kept, as the command line refuses them too. */
@Component
class MovesCheck implements KeepCheck {
    private final ArrivalService arrivals;

    MovesCheck(ArrivalService arrivals) {
        this.arrivals = arrivals;
    }

    @Override
    public void check(Conventions before, Conventions after, Change change) {
        if (after.moves().equals(before.moves()) || arrivals.current().isEmpty()) {
            return;
        }
        List<Unmatched> unknown = Moves.unknown(arrivals.list(arrivals.current().get()), after);
        if (!unknown.isEmpty()) {
            throw new Refusal(
                    "file",
                    0,
                    String.join(
                            "\n",
                            unknown.stream()
                                    .map(one -> Paths.words(one.path(), after) + ": " + one.reason())
                                    .toList()));
        }
    }
}
