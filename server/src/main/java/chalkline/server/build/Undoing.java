package chalkline.server.build;

import chalkline.core.naming.Text;
import chalkline.server.lms.Lms;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/** Steps that undo what a build did to shells, given how they stood before it and how they stand now. */
final class Undoing {
    private final Map<String, Lms.StandingShell> now;
    private final Map<String, Lms.StandingShell> before;
    private final Function<String, Lms.ShellPut> after;
    private final int codeLimit;
    private final List<PlannedStep> reopened = new ArrayList<>();
    private final List<PlannedStep> people = new ArrayList<>();
    private final List<PlannedStep> removed = new ArrayList<>();
    private final List<PlannedStep> names = new ArrayList<>();
    private final List<PlannedStep> kept = new ArrayList<>();
    private final List<Restored> restored = new ArrayList<>();

    /** A shell of which fields go back. */
    private record Restored(Did did, Lms.StandingShell now, Lms.StandingShell before, FieldsBack fields) {}

    /**
     * @param now shells that changed since the build began, by key
     * @param before shells as they were seen when the build was planned, by the keys that they had then
     * @param after what the build put of a shell, by key
     * @param codeLimit what the LMS takes of a code, in code points
     */
    Undoing(
            Map<String, Lms.StandingShell> now,
            Map<String, Lms.StandingShell> before,
            Function<String, Lms.ShellPut> after,
            int codeLimit) {
        this.now = now;
        this.before = before;
        this.after = after;
        this.codeLimit = codeLimit;
    }

    void undo(Collection<Did> all) {
        for (Did did : all) {
            Lms.StandingShell was = before.get(did.keyBefore());
            Lms.StandingShell is = now.get(did.key);
            if (did.removed) {
                keep(did, Verb.REMOVE, "gone", "It was deleted for good.");
            } else if (did.archived.isPresent()) {
                archive(did, did.archived.get(), is);
            } else if (did.made || (was == null && did.put)) {
                remove(did, is);
            } else if (is == null || was == null) {
                keep(did, Verb.SHELL, "gone", "It is gone from the LMS.");
            } else if (did.closed) {
                reopen(did, was, is);
            } else if (is.closed() && !was.closed()) {
                keep(did, Verb.SHELL, "touched", "It was closed since.");
            } else {
                restore(did, was, is);
            }
        }
        makeWay();
    }

    private static PlannedStep step(Did did, Verb verb, String message, Object payload) {
        return new PlannedStep(did.key, did.code, did.department, verb, message, payload);
    }

    private void keep(Did did, Verb verb, String word, String reason) {
        kept.add(step(did, verb, "stays as it is", "").keptFor(word, reason));
    }

    private void remove(Did did, Lms.@Nullable StandingShell is) {
        if (is == null) {
            return;
        }
        if (is.mark() == null || did.mark == 0) {
            keep(did, Verb.REMOVE, "touched", "The LMS does not say whether somebody changed it since.");
        } else if (is.activity()) {
            keep(did, Verb.REMOVE, "touched", "Students have worked in it.");
        } else if (is.openByHand()) {
            keep(did, Verb.REMOVE, "touched", "Somebody opened or closed it by hand.");
        } else if (is.mark() != did.mark) {
            keep(did, Verb.REMOVE, "touched", "It was changed since.");
        } else {
            removed.add(step(did, Verb.REMOVE, "remove " + is.code(), new Lms.Removal(did.key, did.mark)));
        }
    }

    private void archive(Did did, boolean archived, Lms.@Nullable StandingShell is) {
        boolean same =
                is != null && is.facts() != null && Objects.equals(is.facts().archived(), archived);
        if (is == null) {
            keep(did, Verb.ARCHIVE, "gone", "It is gone from the LMS.");
        } else if (same) {
            Verb back = archived ? Verb.UNARCHIVE : Verb.ARCHIVE;
            reopened.add(step(did, back, archived ? "as it was before it was archived" : "archived as before", ""));
        }
    }

    private void reopen(Did did, Lms.StandingShell was, Lms.StandingShell is) {
        if (is.closed() && !was.closed()) {
            reopened.add(step(did, Verb.REOPEN, "as it was before it was closed", new Lms.Closing(did.key, false)));
        }
        did.rename.ifPresent(rename -> {
            if (is.code().equals(rename.code())) {
                names.add(step(
                        did,
                        Verb.RENAME,
                        "code " + is.code() + " becomes " + was.code(),
                        new Lms.Rename(did.key, rename.key(), was.code())));
            } else {
                keep(did, Verb.RENAME, "touched", "Its code was changed since.");
            }
        });
    }

    private void restore(Did did, Lms.StandingShell was, Lms.StandingShell is) {
        people(did);
        if (did.put || did.rename.isPresent()) {
            FieldsBack fields = FieldsBack.of(was, did.put ? after.apply(did.key) : FieldsBack.put(is, did.key), is);
            restored.add(new Restored(did, is, was, fields));
            if (!fields.changedSince().isEmpty()) {
                keep(
                        did,
                        Verb.SHELL,
                        "changed-since",
                        "Changed since: " + String.join(", ", fields.changedSince()) + ".");
            }
        }
    }

    private void people(Did did) {
        Set<Lms.Member> add = new LinkedHashSet<>();
        Set<Lms.Member> remove = new LinkedHashSet<>();
        did.undo.forEach(change -> {
            add.addAll(change.add());
            remove.addAll(change.remove());
        });
        if (!add.isEmpty() || !remove.isEmpty()) {
            people.add(step(
                    did,
                    Verb.PEOPLE,
                    add.size() + " come back, " + remove.size() + " leave",
                    new Lms.PeopleChange(did.key, List.copyOf(add), List.copyOf(remove))));
        }
    }

    /** Shells get the keys that they had, and codes that another one is to have back are taken aside. */
    private void makeWay() {
        Set<String> wanted = new HashSet<>();
        Set<String> taken = new HashSet<>();
        now.values().forEach(shell -> taken.add(Text.codeKey(shell.code())));
        restored.stream()
                .filter(one -> one.fields().gives("code"))
                .forEach(one -> wanted.add(Text.codeKey(one.before().code())));
        for (Restored one : restored) {
            String code = one.now().code();
            boolean aside = one.fields().gives("code") && wanted.contains(Text.codeKey(code));
            String back = one.did().keyBefore();
            if (aside || !back.equals(one.did().key)) {
                names.add(step(
                        one.did(),
                        Verb.RENAME,
                        aside
                                ? "code " + code + " makes way"
                                : "goes back to " + one.before().code(),
                        new Lms.Rename(one.did().key, back, aside ? Plan.aside(code, taken, codeLimit) : code)));
            }
        }
    }

    /** @param shared what belongs to no shell: categories that were made, and what is kept */
    void write(List<PlannedStep> shared, int batch, Consumer<PlannedLot> lots) {
        inLots(Phase.REOPEN, reopened, batch, lots);
        inLots(Phase.REOPEN, people, batch, lots);
        inLots(Phase.REMOVE, removed, batch, lots);
        inLots(Phase.NAMES_BACK, names, batch, lots);
        List<Restored> back =
                restored.stream().filter(one -> !one.fields().names().isEmpty()).toList();
        for (int from = 0; from < back.size(); from += batch) {
            lots.accept(new PlannedLot(
                    Phase.FIELDS_BACK, fields(back.subList(from, Math.min(back.size(), from + batch)))));
        }
        // one lot, since what is below goes before what is above
        List<PlannedStep> categories = shared.stream()
                .filter(step -> step.payload() instanceof Lms.CategoryPut)
                .sorted(Comparator.comparing(Undoing::height))
                .toList();
        if (!categories.isEmpty()) {
            lots.accept(new PlannedLot(Phase.CATEGORIES_BACK, categories));
        }
        shared.stream().filter(step -> step.state() == StepState.KEPT).forEach(kept::add);
        if (!kept.isEmpty()) {
            lots.accept(new PlannedLot(Phase.END, kept));
        }
    }

    private static int height(PlannedStep step) {
        return step.payload() instanceof Lms.CategoryPut category
                ? -category.levels().size()
                : 0;
    }

    private static List<PlannedStep> fields(List<Restored> some) {
        List<PlannedStep> steps = new ArrayList<>();
        some.forEach(one -> steps.add(step(
                one.did(),
                Verb.SHELL,
                String.join(", ", one.fields().names()) + " as before",
                one.fields().put(one.did().keyBefore()))));
        some.stream()
                .filter(one -> one.before().closed())
                .forEach(one -> steps.add(step(one.did(), Verb.CLOSE, "closed as before", "")));
        return steps;
    }

    private static void inLots(Phase phase, List<PlannedStep> steps, int batch, Consumer<PlannedLot> lots) {
        for (int from = 0; from < steps.size(); from += batch) {
            lots.accept(new PlannedLot(phase, steps.subList(from, Math.min(steps.size(), from + batch))));
        }
    }
}
