package chalkline.server.build;

import chalkline.server.ChalkLineSettings;
import chalkline.server.frame.Refusal;
import chalkline.server.lms.HeldService;
import chalkline.server.lms.Lms;
import chalkline.server.lms.LmsReading;
import chalkline.server.proof.ProofService;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/**
 * Plans how a build is undone as far as it may be: closed shells are open as they were, people are where they were, shells
 * that it made and nobody touched are removed, fields that it changed go back unless they changed since, categories that it
 * made are removed where they are empty. What stays as it is is written down with its reason.
 */
@Component
class TakeBack {
    /** Words with which the LMS leaves something as it is, which is no failure of a taking back. */
    static final Set<String> LEAVES_AS_IT_IS = Set.of("touched", "category-in-use");

    private final BuildSteps steps;
    private final Builds builds;
    private final HeldService held;
    private final LmsReading lms;
    private final Workbench workbench;
    private final ProofService proofs;
    private final ChalkLineSettings settings;
    private final JsonMapper json;

    TakeBack(
            BuildSteps steps,
            Builds builds,
            HeldService held,
            LmsReading lms,
            Workbench workbench,
            ProofService proofs,
            ChalkLineSettings settings,
            JsonMapper json) {
        this.steps = steps;
        this.builds = builds;
        this.held = held;
        this.lms = lms;
        this.workbench = workbench;
        this.proofs = proofs;
        this.settings = settings;
        this.json = json;
    }

    void plan(Build build, Consumer<PlannedLot> lots) {
        Build undone = builds.findById(build.undoes().orElseThrow()).orElseThrow();
        Map<String, Did> done = new LinkedHashMap<>();
        List<PlannedStep> shared = new ArrayList<>();
        steps.each(undone.id(), step -> take(step, done, shared));
        if (done.isEmpty() && shared.isEmpty()) {
            throw new Refusal("There is nothing to take back: this build changed nothing.");
        }
        held.refresh();
        Set<String> before = new HashSet<>(done.keySet());
        done.values().forEach(one -> one.rename.ifPresent(rename -> before.add(rename.key())));
        int version = undone.proof().held();
        Undoing undoing = new Undoing(
                standing(held.markOf(version)),
                held.standing(version, before),
                key -> workbench.of(undone).shell(key, true, true),
                proofs.codeLimit(undone.proof()));
        undoing.undo(done.values());
        undoing.write(shared, settings.lms().batch(), lots);
    }

    /** Shells that changed since a mark, as they stand now. */
    private Map<String, Lms.StandingShell> standing(long mark) {
        Map<String, Lms.StandingShell> now = new HashMap<>();
        Lms.Changes changes;
        try {
            changes = lms.changedSince(mark, read -> {});
        } catch (Lms.UnknownMark putBack) {
            changes = lms.changedSince(0, read -> {});
        }
        changes.shells().forEach(shell -> now.put(shell.key(), shell));
        return now;
    }

    private void take(BuildStep step, Map<String, Did> done, List<PlannedStep> shared) {
        if (step.state() != StepState.DONE && step.undo().isEmpty()) {
            return;
        }
        if (step.shellKey().isEmpty()) {
            if (step.verb() == Verb.CATEGORY && step.made()) {
                Lms.CategoryPut category = json.readValue(step.payload().orElseThrow(), Lms.CategoryPut.class);
                shared.add(Plan.shared(
                        Verb.REMOVE_CATEGORY, "category " + String.join(" / ", category.levels()), category));
            } else if (step.verb() == Verb.TEMPLATE) {
                shared.add(Plan.shared(Verb.TEMPLATE, step.message(), "")
                        .keptFor("template-stays", "What the LMS had as this template before is not known."));
            }
            return;
        }
        Did one = done.computeIfAbsent(step.shellKey(), Did::new);
        one.code = step.shellCode();
        one.department = step.department();
        one.mark = Math.max(one.mark, step.mark().orElse(0L));
        step.undo().ifPresent(undo -> one.undo.add(json.readValue(undo, Lms.PeopleChange.class)));
        switch (step.verb()) {
            case SHELL -> {
                one.put = true;
                one.made |= step.made();
            }
            case CLOSE -> one.closed = true;
            case ARCHIVE -> one.archived = Optional.of(true);
            case UNARCHIVE -> one.archived = Optional.of(false);
            case REMOVE -> one.removed = true;
            case RENAME ->
                one.rename = Optional.of(json.readValue(step.payload().orElseThrow(), Lms.Rename.class));
            default -> {
                // a shell's content goes with the shell
            }
        }
    }
}
