package chalkline.server.build;

import chalkline.server.frame.OnceMore;
import chalkline.server.frame.Time;
import chalkline.server.ledger.LedgerService;
import io.micrometer.core.instrument.MeterRegistry;
import java.time.Duration;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionTemplate;

/** Writes down what came of the steps of a build: each in one transaction that holds only for whoever has the lot. */
@Component
class Records {
    private final Builds builds;
    private final BuildSteps steps;
    private final BuildLots lots;
    private final Departments departments;
    private final LedgerService ledger;
    private final StepRows rows;
    private final TransactionTemplate transaction;
    private final MeterRegistry metrics;
    private final Time time;

    Records(
            Builds builds,
            BuildSteps steps,
            BuildLots lots,
            Departments departments,
            LedgerService ledger,
            StepRows rows,
            PlatformTransactionManager transactions,
            MeterRegistry metrics,
            Time time) {
        this.time = time;
        this.metrics = metrics;
        this.builds = builds;
        this.steps = steps;
        this.lots = lots;
        this.departments = departments;
        this.ledger = ledger;
        this.rows = rows;
        this.transaction = new TransactionTemplate(transactions);
        // what another worker has recorded must be seen once its lock is released
        this.transaction.setIsolationLevel(TransactionDefinition.ISOLATION_READ_COMMITTED);
    }

    <T> T within(Supplier<T> work) {
        return OnceMore.trying(() -> transaction.execute(status -> work.get()));
    }

    void within(Runnable work) {
        transaction.executeWithoutResult(status -> work.run());
    }

    /** Changes a build that nobody else changes meanwhile. */
    void change(long id, Consumer<Build> change) {
        within(() -> changeHeld(id, change));
    }

    /** Changes the build of a lot, if whoever does has the lot still: one that slept may find the build long over. */
    void change(BuildLots.Lot lot, Consumer<Build> change) {
        within(() -> {
            lots.hold(lot);
            changeHeld(lot.build(), change);
        });
    }

    private void changeHeld(long id, Consumer<Build> change) {
        Build build = builds.lock(id).orElseThrow();
        change.accept(build);
        builds.saveAndFlush(build);
    }

    Build.State stateOf(long build) {
        return builds.stateOf(build);
    }

    /** Records what came of steps of a lot; how the build stands by now. */
    Build.State settled(BuildLots.Lot lot, List<BuildStep> settled) {
        return within(() -> {
            lots.hold(lot);
            write(settled);
            holdBack(lot, settled);
            return stateOf(lot.build());
        });
    }

    private void write(Collection<BuildStep> settled) {
        settled.forEach(step -> metrics.counter(
                        "chalkline.build.steps", "outcome", step.state().name().toLowerCase(Locale.ROOT))
                .increment());
        rows.settle(settled);
    }

    private void holdBack(BuildLots.Lot lot, Collection<BuildStep> settled) {
        Set<String> failed = shells(settled, StepState.FAILED);
        if (!failed.isEmpty()) {
            steps.holdBack(lot.build(), failed);
        }
    }

    private static Set<String> shells(Collection<BuildStep> of, StepState state) {
        Set<String> shells = new HashSet<>();
        of.stream()
                .filter(step -> step.state() == state && !step.shellKey().isEmpty())
                .forEach(step -> shells.add(step.shellKey()));
        return shells;
    }

    /** A lot has ended: its shells are counted, and the next phase begins if it was the last of its own. */
    void ended(BuildLots.Lot lot, List<BuildStep> all) {
        within(() -> changeHeld(lot.build(), build -> end(lot, all, build)));
    }

    private void end(BuildLots.Lot lot, List<BuildStep> all, Build build) {
        lots.end(lot);
        count(lot, all);
        advance(build);
    }

    private void advance(Build build) {
        Phase next = lots.next(build.id());
        if (next != build.phase()) {
            boolean looks = build.phase() == Phase.TRIAL && build.state() != Build.State.ENDING && next != Phase.END;
            build.enter(next);
            if (looks) {
                build.pause(Build.AFTER_TRIAL);
            }
        }
    }

    /** Counters are kept as lots end, so that looking at a build costs the same however large it is. */
    private void count(BuildLots.Lot lot, List<BuildStep> all) {
        Map<String, String> names = new TreeMap<>();
        all.stream()
                .filter(step -> !step.shellKey().isEmpty())
                .forEach(step -> names.put(step.shellKey(), step.department()));
        if (names.isEmpty()) {
            return;
        }
        Set<String> failed = shells(all, StepState.FAILED);
        Set<String> kept = shells(all, StepState.KEPT);
        Set<String> open = new HashSet<>(steps.unfinished(lot.build(), names.keySet()));
        Map<String, int[]> counts = new TreeMap<>();
        names.forEach((key, department) -> {
            int[] of = counts.computeIfAbsent(department, name -> new int[3]);
            of[0] += kept.contains(key) ? 1 : 0;
            of[1] += !open.contains(key) && !kept.contains(key) ? 1 : 0;
            of[2] += failed.contains(key) ? 1 : 0;
        });
        counts.forEach((department, of) -> departments.count(lot.build(), department, of[0], of[1], of[2]));
    }

    /** The LMS refuses a whole call: its steps have failed, and nothing more of the build is begun. */
    void refused(BuildLots.Lot lot, List<BuildStep> all, List<BuildStep> group, String refused, String reason) {
        within(() -> changeHeld(lot.build(), build -> {
            group.forEach(step -> step.fail(refused, reason, time.now()));
            write(group);
            holdBack(lot, group);
            end(lot, all, build);
            build.endSoon(null, reason);
        }));
    }

    /** Nothing more of a build is begun. */
    void stop(BuildLots.Lot lot, String reason) {
        change(lot, build -> {
            lots.postpone(lot, Duration.ZERO, 0, 0);
            build.endSoon(null, reason);
        });
    }

    /** Whatever was not begun is left for another time. */
    void leaveOut(long build) {
        within(() -> {
            steps.leaveOut(build);
            lots.leaveOut(build);
        });
    }

    /** @param trouble what kept it from ending well; empty where nothing did */
    void finished(BuildLots.Lot lot, String trouble) {
        within(() -> changeHeld(lot.build(), build -> {
            lots.end(lot);
            boolean through = build.state() != Build.State.ENDING
                    && trouble.isEmpty()
                    && !steps.existsByBuildIdAndStateNotIn(build.id(), Set.of(StepState.DONE, StepState.KEPT));
            // what it waited for is over; only why it was to end stays
            String asked = build.state() == Build.State.ENDING ? build.reason() : "";
            build.end(!through, trouble.isEmpty() ? asked : trouble, time.now());
            writeEnd(build);
        }));
    }

    /** A build that could not be planned has ended. */
    void refusedToPlan(BuildLots.Lot lot, String reason) {
        within(() -> changeHeld(lot.build(), build -> {
            lots.end(lot);
            steps.deleteOf(build.id());
            lots.endAll(build.id());
            build.end(true, reason, time.now());
            writeEnd(build);
        }));
    }

    private void writeEnd(Build build) {
        ledger.write(
                build.startedBy(),
                "build ended",
                build.term(),
                Map.of(
                        "build",
                        build.id(),
                        "state",
                        build.state().name(),
                        "departments",
                        departments.of(build.id()).stream()
                                .map(BuildViews.Department::name)
                                .filter(name -> !name.isEmpty())
                                .toList()));
    }
}
