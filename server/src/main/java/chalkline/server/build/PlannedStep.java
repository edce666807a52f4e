package chalkline.server.build;

import chalkline.server.lms.Lms;
import org.jspecify.annotations.Nullable;

/**
 * A step before it is written down.
 *
 * @param shellKey the shell it belongs to; empty for what many share
 * @param message what it does, for people to read
 * @param payload what is sent, where it does not follow from the proof
 * @param state {@code WAITS}, or {@code KEPT} with its reason
 * @param callKey the idempotency key under which it may have been sent before; null for a new one
 * @param job the copy that the LMS is at already; null where it is to be begun
 */
record PlannedStep(
        String shellKey,
        String shellCode,
        String department,
        Verb verb,
        String message,
        @Nullable Object payload,
        StepState state,
        String refused,
        String reason,
        @Nullable String callKey,
        @Nullable Long job) {

    PlannedStep(
            String shellKey, String shellCode, String department, Verb verb, String message, @Nullable Object payload) {
        this(shellKey, shellCode, department, verb, message, payload, StepState.WAITS, "", "", null, null);
    }

    /** How deep in the tree of categories what it makes or removes lies; 0 for all else. Each level has calls of its own. */
    int level() {
        return payload instanceof Lms.CategoryPut category ? category.levels().size() : 0;
    }

    /** What is left as it is when a build is taken back. */
    PlannedStep keptFor(String refused, String reason) {
        return new PlannedStep(
                shellKey, shellCode, department, verb, message, null, StepState.KEPT, refused, reason, null, null);
    }

    /** The same step as it was begun before. */
    PlannedStep begunAs(@Nullable String callKey, @Nullable Long job) {
        return new PlannedStep(
                shellKey,
                shellCode,
                department,
                verb,
                message,
                payload,
                job == null ? StepState.WAITS : StepState.UNDER_WAY,
                "",
                "",
                callKey,
                job);
    }
}
