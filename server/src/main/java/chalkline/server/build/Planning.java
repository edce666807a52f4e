package chalkline.server.build;

import chalkline.core.proof.Action;
import chalkline.core.proof.ProofRow;
import chalkline.server.ChalkLineSettings;
import chalkline.server.frame.Chance;
import chalkline.server.frame.Conflict;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.Time;
import chalkline.server.lms.HeldService;
import chalkline.server.lms.Lms;
import chalkline.server.outlines.StartService;
import chalkline.server.outlines.Starts;
import chalkline.server.proof.ProofKey;
import chalkline.server.proof.ProofService;
import chalkline.server.templates.TemplateService;
import java.time.Duration;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.random.RandomGenerator;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Writes the lots and steps of a build down, a part at a time; whoever comes after a crash begins it anew. */
@Component
class Planning {
    private static final int PART = 1000;

    private final Builds builds;
    private final BuildSteps steps;
    private final BuildLots lots;
    private final Departments departments;
    private final Records records;
    private final Checks checks;
    private final TakeBack takeBack;
    private final ProofService proofs;
    private final StartService starts;
    private final TemplateService templates;
    private final HeldService held;
    private final ChalkLineSettings settings;
    private final JsonMapper json;
    private final RandomGenerator chance;
    private final Time time;

    Planning(
            Builds builds,
            BuildSteps steps,
            BuildLots lots,
            Departments departments,
            Records records,
            Checks checks,
            TakeBack takeBack,
            ProofService proofs,
            StartService starts,
            TemplateService templates,
            HeldService held,
            ChalkLineSettings settings,
            JsonMapper json,
            Time time,
            RandomGenerator chance) {
        this.chance = chance;
        this.time = time;
        this.builds = builds;
        this.steps = steps;
        this.lots = lots;
        this.departments = departments;
        this.records = records;
        this.checks = checks;
        this.takeBack = takeBack;
        this.proofs = proofs;
        this.starts = starts;
        this.templates = templates;
        this.held = held;
        this.settings = settings;
        this.json = json;
    }

    void plan(BuildLots.Lot lot) {
        Build build = builds.findById(lot.build()).orElseThrow();
        if (build.state() == Build.State.ENDING) {
            lots.postpone(lot, Duration.ZERO, 0, 0);
            return;
        }
        if (build.state() == Build.State.PLANNED && !takesItsTurn(lot, build)) {
            lots.postpone(lot, settings.builds().afterOther(), 0, 0);
            return;
        }
        Writer writer = new Writer(lot, build);
        writer.clear();
        try {
            if (build.kind() == Build.Kind.TAKE_BACK) {
                takeBack.plan(build, writer::add);
            } else if (build.kind() == Build.Kind.PUT_AWAY) {
                planAway(lot, build, writer);
            } else if (build.kind() == Build.Kind.FILL_AGAIN) {
                planFillAgain(lot, build, writer);
            } else {
                planRows(lot, build, writer);
            }
        } catch (Refusal | Conflict e) {
            records.refusedToPlan(lot, String.valueOf(e.getMessage()));
            return;
        }
        writer.end();
    }

    /** A build that waited for its time begins when no other one of the term is under way. */
    private boolean takesItsTurn(BuildLots.Lot lot, Build build) {
        return records.within(() -> {
            builds.lockTerm(build.term());
            if (builds.underWay(build.term()).isPresent()) {
                return false;
            }
            records.change(lot, planned -> planned.plan("{}"));
            return true;
        });
    }

    private void planRows(BuildLots.Lot lot, Build build, Writer writer) {
        Wanted wanted = json.readValue(build.wanted(), Wanted.class);
        ProofKey proof = proof(build, wanted);
        Leftovers leftovers = Leftovers.of(steps.fillings(build.term()), json);
        List<ProofRow> rows = build.follows()
                .map(other -> rowsLeft(proof, other, wanted.causes(), leftovers))
                .orElseGet(() -> rowsWanted(proof, wanted));
        Map<String, Integer> numbers = templates.numbers();
        Starts from = starts.built(proof, templates.of(numbers));
        Checks.refuseMissingTemplates(rows, starts.names(proof));
        records.change(lot, one -> {
            one.prove(proof);
            if (one.state() != Build.State.ENDING) {
                one.plan(json.writeValueAsString(numbers));
            }
        });
        Plan.write(
                new Plan.Of(
                        rows,
                        from,
                        leftovers,
                        proofs.codeLimit(proof),
                        settings.lms().batch(),
                        build.trial(),
                        wanted.putBack()),
                writer::add);
    }

    /** Shells that are gone already are left out. */
    private void planAway(BuildLots.Lot lot, Build build, Writer writer) {
        Wanted wanted = json.readValue(build.wanted(), Wanted.class);
        Away away = Objects.requireNonNull(wanted.away());
        Set<String> keys = build.follows()
                .map(other -> left(other, wanted.causes()).keySet())
                .orElse(wanted.keys());
        held.refresh();
        ProofKey now = proofs.now(build.term());
        Map<String, Lms.StandingShell> standing = held.standing(now.held(), keys);
        records.change(lot, one -> {
            one.prove(now);
            if (one.state() != Build.State.ENDING) {
                one.plan("{}");
            }
        });
        List<PlannedStep> steps = new ArrayList<>();
        for (String key : new TreeSet<>(keys)) {
            Lms.StandingShell shell = standing.get(key);
            if (shell != null) {
                Object payload = away == Away.DELETE ? new Lms.Removal(key, null) : null;
                String place = shell.category().get(shell.category().size() - 1);
                steps.add(new PlannedStep(key, shell.code(), place, away.verb(), away.words(), payload));
            }
        }
        int batch = settings.lms().batch();
        for (int from = 0; from < steps.size(); from += batch) {
            writer.add(new PlannedLot(Phase.REMOVE, steps.subList(from, Math.min(steps.size(), from + batch))));
        }
    }

    /** Shells that are not as the proof has them are left out. */
    private void planFillAgain(BuildLots.Lot lot, Build build, Writer writer) {
        Wanted wanted = json.readValue(build.wanted(), Wanted.class);
        Set<String> keys = build.follows()
                .map(other -> left(other, wanted.causes()).keySet())
                .orElse(wanted.keys());
        held.refresh();
        ProofKey now = proofs.now(build.term());
        records.change(lot, one -> {
            one.prove(now);
            if (one.state() != Build.State.ENDING) {
                one.plan("{}");
            }
        });
        Map<String, ProofRow> rows = proofs.proof(now).byKey();
        List<ProofRow> standing = keys.stream()
                .sorted()
                .flatMap(key -> Optional.ofNullable(rows.get(key)).stream())
                .filter(row -> row.shell().isPresent()
                        && row.held()
                                .filter(held -> held.key().equals(row.key()))
                                .isPresent())
                .toList();
        Plan.fillAgain(
                standing,
                Objects.requireNonNull(wanted.master()),
                settings.lms().batch(),
                writer::add);
    }

    private List<ProofRow> rowsWanted(ProofKey proof, Wanted wanted) {
        List<ProofRow> rows =
                wanted.putBack() ? checks.rowsToPutBack(proof, wanted.keys()) : checks.rows(proof, wanted.keys());
        Checks.refuseNothing(rows);
        Checks.refuseUnagreedClosings(rows, wanted.closes());
        return rows;
    }

    /** What is left of another build, as it is today; nothing is closed that it did not close. */
    private List<ProofRow> rowsLeft(ProofKey proof, long other, List<String> causes, Leftovers leftovers) {
        Map<String, Set<Verb>> left = left(other, causes);
        if (left.isEmpty()) {
            return List.of();
        }
        List<ProofRow> rows = new ArrayList<>(checks.rows(proof, left.keySet()));
        Checks.refuseUnagreedClosings(
                rows.stream()
                        .filter(row -> !left.getOrDefault(row.key(), Set.of()).contains(Verb.CLOSE))
                        .toList(),
                0);
        // shells that stand as they should but for what they were to be filled with, or who was to be in them
        proofs.proof(proof).proof().rows().stream()
                .filter(row -> row.action() == Action.KEEP)
                .filter(row -> left.getOrDefault(row.key(), Set.of()).contains(Verb.PEOPLE)
                        || (left.containsKey(row.key()) && leftovers.of(row.key())))
                .forEach(rows::add);
        return rows;
    }

    /** What was seen; or, at a time of its own and where another build is gone on with, what holds now. */
    private ProofKey proof(Build build, Wanted wanted) {
        held.refresh();
        if (build.startsAt().isEmpty() && build.follows().isEmpty()) {
            if (!wanted.checked() && checks.joinsStandingShells(build.proof(), wanted.keys())) {
                checks.refuseOld(build.proof());
            }
            checks.refuseStanding(build.proof(), wanted.keys());
            return build.proof();
        }
        ProofKey now = proofs.now(build.term());
        boolean same = now.arrival() == build.proof().arrival()
                && now.conventions() == build.proof().conventions();
        if (build.startsAt().isPresent() && !same) {
            throw new Conflict("Nothing was built. The list or the conventions changed since this build was planned;"
                    + " look at the proof and plan it anew.");
        }
        return now;
    }

    /**
     * Shells of another build of which something did not come to its end, all or those that failed for some reasons; with
     * what that was.
     */
    private Map<String, Set<Verb>> left(long other, List<String> causes) {
        Map<String, Set<Verb>> left = new TreeMap<>();
        Set<String> ofThese = new HashSet<>();
        steps.each(other, step -> {
            boolean over = step.state() == StepState.DONE || step.state() == StepState.KEPT;
            if (!over && !step.shellKey().isEmpty()) {
                left.computeIfAbsent(step.shellKey(), key -> EnumSet.noneOf(Verb.class))
                        .add(step.verb());
                if (causes.isEmpty() || causes.contains(step.refused())) {
                    ofThese.add(step.shellKey());
                }
            }
        });
        left.keySet().retainAll(ofThese);
        return left;
    }

    /** Writes lots down as they come, and counts them. */
    private final class Writer {
        private final BuildLots.Lot lot;
        private final long build;
        private final boolean looks;
        private final List<BuildLots.Row> rows = new ArrayList<>();
        private final List<BuildStep> part = new ArrayList<>();
        private final Map<String, Set<String>> shells = new TreeMap<>();
        private int lotCount;
        private int stepCount;

        Writer(BuildLots.Lot lot, Build build) {
            this.lot = lot;
            this.build = build.id();
            this.looks = build.kind() == Build.Kind.TAKE_BACK && build.follows().isEmpty();
        }

        void clear() {
            records.within(() -> {
                lots.hold(lot);
                steps.deleteOf(build);
                departments.deleteOf(build);
                lots.deletePlanned(build);
            });
        }

        void add(PlannedLot planned) {
            long id = BuildLots.id(build, ++lotCount);
            String call = Chance.name(chance);
            boolean waits = false;
            Map<String, Integer> of = new HashMap<>();
            for (PlannedStep step : planned.steps()) {
                String kind = step.level() == 0 ? step.verb().name() : step.verb() + "-" + step.level();
                int nth = of.merge(kind, 1, Integer::sum) - 1;
                String key = step.callKey() == null
                        ? call + "-" + kind + "-" + nth / settings.lms().batch()
                        : step.callKey();
                part.add(new BuildStep(build, id, stepCount++, step, written(step.payload()), key, time.now()));
                boolean kept = step.state() == StepState.KEPT;
                waits |= !kept;
                if (!kept && !step.shellKey().isEmpty()) {
                    shells.computeIfAbsent(step.department(), name -> new HashSet<>())
                            .add(step.shellKey());
                }
            }
            if (waits) {
                rows.add(new BuildLots.Row(id, planned.phase(), time.now()));
            }
            if (part.size() >= PART) {
                write();
            }
        }

        private @Nullable String written(@Nullable Object payload) {
            return payload == null ? null : json.writeValueAsString(payload);
        }

        private int count() {
            return shells.values().stream().mapToInt(Set::size).sum();
        }

        private void write() {
            records.within(() -> {
                records.change(lot, one -> one.planned(count()));
                lots.insert(build, rows);
                steps.saveAllAndFlush(part);
            });
            rows.clear();
            part.clear();
        }

        void end() {
            write();
            records.within(() -> {
                departments.insert(build, shells);
                records.change(lot, one -> {
                    lots.end(lot);
                    one.begin(lots.next(build), count());
                    if (looks && one.state() == Build.State.RUNNING) {
                        one.pause(Build.TO_LOOK);
                    }
                });
            });
        }
    }
}
