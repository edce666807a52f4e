package chalkline.server.build;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import tools.jackson.databind.json.JsonMapper;

/**
 * Shells that earlier builds of a term made and did not fill: a copy that failed or was never answered for, content or
 * opening that did not follow. A copy that may have been begun is asked for once more as it was, under the key that it had,
 * so that the LMS answers for it instead of copying twice.
 */
final class Leftovers {
    private final JsonMapper json;
    private final Map<String, Map<Verb, Last>> last = new HashMap<>();

    /** What came last of one step of filling a shell. */
    private record Last(StepState state, String callKey, String refused, Optional<String> payload, Optional<Long> job) {
        boolean isOver() {
            return state == StepState.DONE;
        }

        /** Whether the LMS may be at it without our having heard so. */
        boolean isOpen() {
            return job.isEmpty()
                    && (state == StepState.LEFT
                            || (state == StepState.FAILED && LotWork.MAY_BE_DONE.contains(refused)));
        }
    }

    private Leftovers(JsonMapper json) {
        this.json = json;
    }

    static Leftovers none(JsonMapper json) {
        return new Leftovers(json);
    }

    /** @param fillings steps that fill shells, the oldest first */
    static Leftovers of(List<BuildStep> fillings, JsonMapper json) {
        Leftovers leftovers = new Leftovers(json);
        fillings.forEach(step -> leftovers
                .last
                .computeIfAbsent(step.shellKey(), key -> new HashMap<>())
                .put(step.verb(), new Last(step.state(), step.callKey(), step.refused(), step.payload(), step.job())));
        leftovers.last.values().removeIf(verbs -> verbs.values().stream().allMatch(Last::isOver));
        return leftovers;
    }

    /** Whether a shell is left over. */
    boolean of(String shellKey) {
        return last.containsKey(shellKey);
    }

    /** Whether one step of filling a shell was done, though not all. */
    boolean isDone(String shellKey, Verb verb) {
        return of(shellKey, verb).filter(Last::isOver).isPresent();
    }

    private Optional<Last> of(String shellKey, Verb verb) {
        return Optional.ofNullable(last.getOrDefault(shellKey, Map.of()).get(verb));
    }

    private Optional<Last> copy(String shellKey) {
        return of(shellKey, Verb.COPY);
    }

    /** A copy that the LMS is at is asked about, not begun again. */
    PlannedStep asBegun(PlannedStep copy) {
        return copy(copy.shellKey())
                .filter(before -> before.job().isPresent() && !before.isOver())
                .map(before -> copy.begunAs(null, before.job().orElseThrow()))
                .orElse(copy);
    }

    /**
     * Sets of shells whose copies went out in one call that was never answered for and go out in the same way again. Their
     * steps are given the key that they had.
     *
     * @param copies the copies that are planned now, by shell
     */
    List<Set<String>> sentTogether(Map<String, PlannedStep> copies) {
        Map<String, Set<String>> calls = new HashMap<>();
        last.forEach((key, verbs) -> copy(key)
                .filter(Last::isOpen)
                .ifPresent(open -> calls.computeIfAbsent(open.callKey(), call -> new HashSet<>())
                        .add(key)));
        List<Set<String>> same = new ArrayList<>();
        calls.forEach((call, keys) -> {
            boolean asBefore = keys.stream()
                    .allMatch(key -> copies.containsKey(key)
                            && json.writeValueAsString(copies.get(key).payload())
                                    .equals(copy(key).flatMap(Last::payload).orElse("")));
            if (asBefore) {
                keys.forEach(key -> copies.compute(key, (k, step) -> step == null ? null : step.begunAs(call, null)));
                same.add(keys);
            }
        });
        return same;
    }
}
