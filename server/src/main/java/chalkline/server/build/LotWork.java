package chalkline.server.build;

import chalkline.server.ChalkLineSettings;
import chalkline.server.frame.Jobs;
import chalkline.server.frame.Time;
import chalkline.server.lms.CallsAtOnce;
import chalkline.server.lms.HeldService;
import chalkline.server.lms.Lms;
import chalkline.server.lms.LmsLeftAlone;
import chalkline.server.lms.LmsRefusal;
import chalkline.server.lms.LmsTooMany;
import chalkline.server.lms.LmsUnavailable;
import java.time.Duration;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.random.RandomGenerator;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;

/**
 * Carries one lot out: sends its steps, those of one verb in one call, and records what came of them before it sends more.
 * What passes is tried again later, what does not fails its steps, and what the LMS refuses as a whole ends the build.
 */
@Component
class LotWork {
    /** The LMS refused a whole call and did nothing. */
    static final String REFUSES = "lms-refuses";

    /** What the LMS answered to a call was no answer; it may have been carried out. */
    static final String UNREAD = "lms-unread";

    /** A call came to nothing again and again while the LMS answered others; it may have been carried out. */
    static final String FAILS = "lms-fails";

    static final Set<String> MAY_BE_DONE = Set.of(UNREAD, FAILS);

    private static final Logger LOG = LoggerFactory.getLogger(LotWork.class);
    private static final int MOST_TRIES = 12;
    private static final int MOST_ERRORS = 3;
    private static final Duration SOON = Duration.ofMillis(200);
    private static final Set<Build.State> GOES_ON = EnumSet.of(Build.State.RUNNING, Build.State.WAITING);

    private final Builds builds;
    private final BuildSteps steps;
    private final BuildLots lots;
    private final Records records;
    private final Calls calls;
    private final Planning planning;
    private final Workbench workbench;
    private final HeldService held;
    private final BuiltShells built;
    private final CallsAtOnce atOnce;
    private final Jobs jobs;
    private final Time time;
    private final ChalkLineSettings settings;
    private final RandomGenerator chance;

    LotWork(
            Builds builds,
            BuildSteps steps,
            BuildLots lots,
            Records records,
            Calls calls,
            Planning planning,
            Workbench workbench,
            HeldService held,
            BuiltShells built,
            CallsAtOnce atOnce,
            Jobs jobs,
            ChalkLineSettings settings,
            Time time,
            RandomGenerator chance) {
        this.chance = chance;
        this.time = time;
        this.builds = builds;
        this.steps = steps;
        this.lots = lots;
        this.records = records;
        this.calls = calls;
        this.planning = planning;
        this.workbench = workbench;
        this.held = held;
        this.built = built;
        this.atOnce = atOnce;
        this.jobs = jobs;
        this.settings = settings;
    }

    /** @param stopping whether the program is ending, so that nothing more is begun */
    void carryOut(BuildLots.Lot lot, BooleanSupplier stopping) {
        try {
            attempt(lot, stopping);
        } catch (BuildLots.LeaseLost e) {
            LOG.info("Lot {} is in other hands", lot.id());
        }
    }

    private void attempt(BuildLots.Lot lot, BooleanSupplier stopping) {
        try {
            switch (lot.phase()) {
                case PLAN -> planning.plan(lot);
                case END -> finish(lot);
                default -> goThrough(lot, stopping);
            }
        } catch (BuildLots.LeaseLost e) {
            throw e;
        } catch (LmsRefusal e) {
            if (isToBeReadAgain(lot, e)) {
                postpone(lot, e, lot.tries() + 1);
                return;
            }
            LOG.warn("Build {} stops: {}", lot.build(), e.getMessage());
            records.stop(lot, String.valueOf(e.getMessage()));
        } catch (LmsUnavailable e) {
            postpone(lot, e, lot.tries());
        } catch (DataIntegrityViolationException e) {
            fail(lot, e);
        } catch (DataAccessException | TransactionException e) {
            // the lease ends by itself, and whoever takes the lot then goes on from what was recorded
            LOG.warn("Lot {} is laid down, the database does not answer: {}", lot.id(), e.getMessage());
        } catch (RuntimeException e) {
            fail(lot, e);
        }
    }

    /** Where nothing is sent, as in planning and at the end, one answer that cannot be read ends nothing: it is asked again. */
    private static boolean isToBeReadAgain(BuildLots.Lot lot, LmsRefusal e) {
        boolean reads = lot.phase() == Phase.PLAN || lot.phase() == Phase.END;
        return reads && e.mayBeDone() && lot.tries() + 1 < MOST_TRIES;
    }

    private void goThrough(BuildLots.Lot lot, BooleanSupplier stopping) {
        Build build = builds.findById(lot.build()).orElseThrow();
        List<BuildStep> all = steps.findByLotOrderByOrdinal(lot.id());
        Build.State state = build.state();
        int tries = lot.tries();
        while (GOES_ON.contains(state) && !stopping.getAsBoolean()) {
            List<BuildStep> begun = in(all, StepState.UNDER_WAY);
            List<BuildStep> group = begun.isEmpty() ? next(all) : begun;
            if (group.isEmpty()) {
                records.ended(lot, all);
                return;
            }
            try {
                if (!begun.isEmpty()) {
                    Duration again = askAboutCopies(lot, all, begun);
                    if (!again.isZero()) {
                        lots.postpone(lot, again, 0, 0);
                        return;
                    }
                } else if (!holdBackForOthers(build, lot, group)) {
                    settle(build, lot, all, group);
                }
                tries = 0;
            } catch (LmsRefusal e) {
                LOG.warn("Build {} stops: {}", build.id(), e.getMessage());
                String word = e.mayBeDone() ? UNREAD : REFUSES;
                records.refused(lot, all, group, word, String.valueOf(e.getMessage()));
                return;
            } catch (LmsUnavailable e) {
                boolean alone = isAboutTheCall(
                        e, atOnce.sinceAnswer(), settings.builds().answersOthers());
                if (!alone || tries + 1 < MOST_TRIES) {
                    postpone(lot, e, alone ? tries + 1 : tries);
                    return;
                }
                String reason = e.getMessage() + " So it did " + MOST_TRIES + " times, while it answered other calls.";
                group.forEach(step -> step.fail(FAILS, reason, time.now()));
                record(lot, all, group);
            }
            state = records.stateOf(lot.build());
        }
        // whoever is there next goes on at once
        lots.postpone(lot, Duration.ZERO, tries, 0);
    }

    private static List<BuildStep> in(List<BuildStep> all, StepState state) {
        return all.stream().filter(step -> step.state() == state).toList();
    }

    /** The next steps that go together: of the same verb, under the same key. */
    private static List<BuildStep> next(List<BuildStep> all) {
        List<BuildStep> waiting = in(all, StepState.WAITS);
        return waiting.stream()
                .filter(step -> step.callKey().equals(waiting.get(0).callKey()))
                .toList();
    }

    private void settle(Build build, BuildLots.Lot lot, List<BuildStep> all, List<BuildStep> group) {
        List<Lms.Answer> answers = calls.send(build, lot.phase(), group, intended -> records.settled(lot, intended));
        for (int i = 0; i < group.size(); i++) {
            group.get(i).settle(answers.get(i), time.now());
            boolean stays = build.kind() == Build.Kind.TAKE_BACK
                    && TakeBack.LEAVES_AS_IT_IS.contains(group.get(i).refused());
            if (group.get(i).state() == StepState.FAILED && stays) {
                group.get(i).keep();
            }
        }
        record(lot, all, group);
    }

    private void record(BuildLots.Lot lot, List<BuildStep> all, List<BuildStep> group) {
        Set<String> failed = new HashSet<>();
        group.stream()
                .filter(step ->
                        step.state() == StepState.FAILED && !step.shellKey().isEmpty())
                .forEach(step -> failed.add(step.shellKey()));
        all.stream()
                .filter(step -> step.state() == StepState.WAITS && failed.contains(step.shellKey()))
                .forEach(step -> step.holdBack(""));
        if (records.settled(lot, group) == Build.State.WAITING) {
            records.change(lot, build -> {
                if (build.state() == Build.State.WAITING) {
                    build.goOn();
                }
            });
        }
    }

    /** Nothing leaves a shell, and none is closed, before what takes its sections over stands. */
    private boolean holdBackForOthers(Build build, BuildLots.Lot lot, List<BuildStep> group) {
        boolean leaves = build.kind() == Build.Kind.BUILD && (lot.phase() == Phase.LEAVE || lot.phase() == Phase.CLOSE);
        if (!leaves) {
            return false;
        }
        Work work = workbench.of(build);
        Map<String, List<String>> heirs = new HashMap<>();
        group.forEach(step -> heirs.put(step.shellKey(), work.heirs(step.shellKey())));
        Set<String> asked = new HashSet<>();
        heirs.values().forEach(asked::addAll);
        Set<String> missing = asked.isEmpty() ? Set.of() : new HashSet<>(steps.missing(build.id(), asked));
        List<BuildStep> held = new ArrayList<>();
        for (BuildStep step : group) {
            Optional<String> heir = heirs.getOrDefault(step.shellKey(), List.of()).stream()
                    .filter(missing::contains)
                    .findFirst();
            heir.ifPresent(key -> {
                step.holdBack("The shell " + work.row(key).code() + ", which its sections go to, does not stand yet.");
                held.add(step);
            });
        }
        if (!held.isEmpty()) {
            records.settled(lot, held);
        }
        return !held.isEmpty();
    }

    /** When to ask again about copies that are not done; nothing where none is left. */
    private Duration askAboutCopies(BuildLots.Lot lot, List<BuildStep> all, List<BuildStep> copies) {
        Lms.Copies states = calls.copies(
                copies.stream().map(copy -> copy.job().orElseThrow()).toList());
        Map<Long, Lms.CopyState> byJob = new HashMap<>();
        states.jobs().forEach(state -> byJob.put(state.job(), state));
        List<BuildStep> settled = new ArrayList<>();
        for (BuildStep copy : copies) {
            Lms.CopyState state = byJob.get(copy.job().orElseThrow());
            if (state == null) {
                copy.lost("copy-lost", "The LMS knows nothing of this copy any more.", time.now());
            } else if (state.done()) {
                copy.copied(state.mark(), time.now());
            } else if (state.failed() != null) {
                copy.lost("copy-failed", state.failed(), time.now());
            } else if (copy.hasLasted(settings.lms().longestCopy(), time.now())) {
                copy.lost(
                        "copy-endless",
                        "The copy did not end within " + minutes(settings.lms().longestCopy()) + ".",
                        time.now());
            } else {
                continue;
            }
            settled.add(copy);
        }
        if (!settled.isEmpty()) {
            record(lot, all, settled);
        }
        return settled.size() == copies.size()
                ? Duration.ZERO
                : Duration.ofMillis(states.askAfterMillis() == null ? SOON.toMillis() : states.askAfterMillis());
    }

    private static String minutes(Duration time) {
        return time.toMinutes() > 0 ? time.toMinutes() + " minutes" : time.toSeconds() + " seconds";
    }

    /** The build ends with what the LMS holds then. */
    private void finish(BuildLots.Lot lot) {
        String unread = "";
        boolean early = records.stateOf(lot.build()) == Build.State.ENDING;
        if (early) {
            records.leaveOut(lot.build());
        }
        try {
            if (early) {
                held.refreshAtOnce();
            } else {
                held.refresh();
            }
        } catch (LmsUnavailable e) {
            if (!early && (!(e instanceof LmsRefusal refusal) || isToBeReadAgain(lot, refusal))) {
                throw e;
            }
            unread = early
                    ? ""
                    : "Everything was sent, but what the LMS holds could not be read at the end, so it is not known to stand: "
                            + e.getMessage();
        }
        built.write(builds.findById(lot.build()).orElseThrow());
        records.finished(lot, unread);
    }

    private void postpone(BuildLots.Lot lot, LmsUnavailable e, int tries) {
        Duration wait = e instanceof LmsLeftAlone
                ? jittered(settings.lms().leftAlone().dividedBy(2))
                : e.after().map(after -> spread(after, chance)).orElseGet(() -> jittered(grown(tries)));
        lots.postpone(lot, wait, tries, lot.errors());
        if (atOnce.sinceAnswer().compareTo(settings.builds().silent()) > 0) {
            records.change(lot.build(), build -> {
                if (build.state() == Build.State.RUNNING || build.state() == Build.State.PLANNING) {
                    LOG.warn("Build {} waits: {}", build.id(), e.getMessage());
                    build.waitForLms(String.valueOf(e.getMessage()));
                }
            });
        }
    }

    private Duration grown(int tries) {
        Duration grown = settings.builds().firstPause().multipliedBy(1L << Math.min(tries, 10));
        Duration longest = settings.builds().longestPause();
        return grown.compareTo(longest) < 0 ? grown : longest;
    }

    /**
     * Whether it is this call that comes to nothing, rather than the LMS being away or having too many calls, which says
     * nothing of this one, however often.
     */
    static boolean isAboutTheCall(LmsUnavailable e, Duration sinceAnswer, Duration answersOthers) {
        return !(e instanceof LmsLeftAlone || e instanceof LmsTooMany) && sinceAnswer.compareTo(answersOthers) < 0;
    }

    /** All that are told the same second would come in it together, and most would be sent away again. */
    static Duration spread(Duration least, RandomGenerator chance) {
        return least.plusMillis(chance.nextLong(least.toMillis() + 1));
    }

    private Duration jittered(Duration most) {
        long millis = Math.max(2, most.toMillis());
        return Duration.ofMillis(chance.nextLong(millis / 2, millis));
    }

    /** A mistake of Chalk Line's own is tried again, and ends the build after the third time. */
    private void fail(BuildLots.Lot lot, RuntimeException e) {
        LOG.error("Lot {} of build {} failed", lot.id(), lot.build(), e);
        if (lot.errors() + 1 < MOST_ERRORS) {
            lots.postpone(lot, settings.retryPause().multipliedBy(lot.errors() + 1L), lot.tries(), lot.errors() + 1);
            return;
        }
        String reason = "Chalk Line gave up after three tries: " + jobs.giveUp("build", Long.toString(lot.build()), e);
        if (lot.phase() == Phase.END) {
            records.finished(lot, reason);
        } else {
            records.stop(lot, reason);
        }
    }
}
