package chalkline.server.build;

import java.util.List;

/** Steps that one worker carries out one call after the other, in this order. */
record PlannedLot(Phase phase, List<PlannedStep> steps) {}
