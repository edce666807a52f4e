package chalkline.server.build;

import chalkline.core.conventions.Conventions;
import chalkline.core.proof.ProofRow;
import chalkline.core.templates.EarlierShells;
import chalkline.core.templates.Outlines;
import chalkline.server.outlines.Starts;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.json.JsonMapper;

/** Plans a build without writing it down. */
public final class PlanTimer {
    private static final int CODE_LIMIT = 100;
    private static final int BATCH = 25;

    private PlanTimer() {}

    /** How many steps all rows of a proof come to. */
    public static int steps(List<ProofRow> rows, Conventions conventions) {
        int[] steps = {0};
        Starts starts = new Starts(
                Map.of(), new EarlierShells(List.of(), Map.of()), new Outlines(conventions), Map.of(), List.of());
        Plan.write(
                new Plan.Of(rows, starts, Leftovers.none(new JsonMapper()), CODE_LIMIT, BATCH, 0, false),
                lot -> steps[0] += lot.steps().size());
        return steps[0];
    }
}
