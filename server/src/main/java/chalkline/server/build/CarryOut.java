package chalkline.server.build;

import chalkline.core.naming.Digest;
import chalkline.server.frame.NotFound;
import chalkline.server.ledger.LedgerService;
import chalkline.server.lms.HeldService;
import chalkline.server.lms.Lms;
import chalkline.server.lms.LmsRefusal;
import chalkline.server.lms.LmsUnavailable;
import chalkline.server.outlines.StartService;
import chalkline.server.proof.ProofKey;
import com.github.kagkarlsson.scheduler.task.CompletionHandler;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.BiFunction;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.event.ContextClosedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/**
 * Carries a build out: takes the next steps that go together, sends them in one call and records what came of each before
 * it takes more. A call that was sent but not recorded, as after a crash, is made up of the same steps the next time and
 * goes out under the same idempotency key, so that nothing is done twice.
 */
@Component
class CarryOut {
    static final TaskDescriptor<Work> TASK = TaskDescriptor.of("build", Work.class);

    /** Which build to carry out. */
    record Work(long build) {}

    private static final Logger LOG = LoggerFactory.getLogger(CarryOut.class);
    private static final Duration UNTIL_LMS_IS_BACK = Duration.ofSeconds(10);
    private static final long COPY_PAUSE_MILLIS = 100;
    private static final int COPIES_AT_ONCE = 10;
    private static final Duration LONGEST_COPY = Duration.ofMinutes(30);
    private static final int DIGEST_DIGITS = 24;

    private final Builds builds;
    private final BuildSteps steps;
    private final Lms lms;
    private final StartService starts;
    private final HeldService held;
    private final LedgerService ledger;
    private final TransactionTemplate transaction;
    private final JsonMapper json;
    private volatile boolean stopping;

    CarryOut(
            Builds builds,
            BuildSteps steps,
            Lms lms,
            StartService starts,
            HeldService held,
            LedgerService ledger,
            TransactionTemplate transaction,
            JsonMapper json) {
        this.builds = builds;
        this.steps = steps;
        this.lms = lms;
        this.starts = starts;
        this.held = held;
        this.ledger = ledger;
        this.transaction = transaction;
        this.json = json;
    }

    /** Works until the build has ended, or until the LMS is to be left alone for a while. */
    CompletionHandler<Work> run(long id) {
        try {
            change(id, Build::run);
            List<BuildStep> batch = nextBatch(id);
            while (!batch.isEmpty() && !stopping && endAskedBy(id).isEmpty()) {
                record(id, batch, send(id, batch));
                askAboutCopies(id, Limit.of(COPIES_AT_ONCE));
                batch = nextBatch(id);
            }
            while (!stopping && askAboutCopies(id, Limit.unlimited())) {
                pause();
            }
            if (stopping) {
                // whoever is there next goes on at once
                return (done, operations) -> operations.reschedule(done, Instant.now());
            }
            boolean through = endAskedBy(id).isEmpty();
            if (!through) {
                leaveOut(id);
            }
            held.refresh();
            change(id, build -> build.end(!through || steps.existsByBuildIdAndState(id, StepState.FAILED)));
            return new CompletionHandler.OnCompleteRemove<>();
        } catch (LmsRefusal e) {
            LOG.warn("Build {} stops: {}", id, e.getMessage());
            stop(id, "lms-refuses", e.getMessage());
            return new CompletionHandler.OnCompleteRemove<>();
        } catch (LmsUnavailable e) {
            if (endAskedBy(id).isPresent()) {
                leaveOut(id);
                change(id, build -> build.end(true));
                return new CompletionHandler.OnCompleteRemove<>();
            }
            LOG.warn("Build {} waits: {}", id, e.getMessage());
            change(id, Build::waitForLms);
            return (done, operations) ->
                    operations.reschedule(done, Instant.now().plus(UNTIL_LMS_IS_BACK));
        }
    }

    /** Ends a build that failed for reasons of its own, again and again; what is left of it can be tried again. */
    void giveUp(long id, String reason) {
        stop(id, "given-up", "Chalk Line gave up after three tries: " + reason);
    }

    private void stop(long id, String refused, String reason) {
        transaction.executeWithoutResult(status -> steps.giveUp(id, refused, reason));
        change(id, build -> build.end(true));
    }

    /** Who wants the build to end before it is through; whoever tries again wants it no longer. */
    private Optional<String> endAskedBy(long id) {
        return builds.findById(id).flatMap(Build::endAskedBy);
    }

    private void leaveOut(long id) {
        transaction.executeWithoutResult(status -> steps.leaveOut(id));
    }

    /** The program is ending: what is in flight is recorded, and nothing more is begun. */
    @EventListener(ContextClosedEvent.class)
    void stop() {
        stopping = true;
    }

    private void change(long id, java.util.function.Consumer<Build> change) {
        transaction.executeWithoutResult(status -> {
            Build build = builds.lock(id).orElseThrow();
            Build.State before = build.state();
            change.accept(build);
            builds.save(build);
            if (!build.isUnderWay() && before != build.state()) {
                ledger.write(
                        build.startedBy(),
                        "build ended",
                        build.term(),
                        Map.of("build", id, "state", build.state().name()));
            }
        });
    }

    /**
     * Waiting steps from the first one on, as long as they have the same verb: those that were sent together and of which
     * no answer was recorded, or the next ones under a new key, which is kept before anything is sent.
     */
    private List<BuildStep> nextBatch(long id) {
        List<BuildStep> waiting = steps.findByBuildIdAndStateOrderByOrdinal(id, StepState.WAITS, Limit.of(Plan.BATCH));
        List<BuildStep> batch = new ArrayList<>();
        for (BuildStep step : waiting) {
            boolean goesWithThem = batch.isEmpty()
                    || (step.verb() == batch.get(0).verb()
                            && step.idempotencyKey().equals(batch.get(0).idempotencyKey()));
            if (!goesWithThem) {
                break;
            }
            batch.add(step);
        }
        if (!batch.isEmpty() && batch.get(0).idempotencyKey().isEmpty()) {
            String key = UUID.randomUUID().toString();
            batch.forEach(step -> step.sendUnder(key));
            return steps.saveAllAndFlush(batch);
        }
        return batch;
    }

    private List<Lms.Answer> send(long id, List<BuildStep> batch) {
        String key = batch.get(0).idempotencyKey().orElseThrow();
        return switch (batch.get(0).verb()) {
            case CATEGORY -> call(batch, Lms.CategoryPut.class, key, lms::putCategories);
            case CLOSE -> call(batch, Lms.Key.class, key, lms::close);
            case RENAME -> call(batch, Lms.Rename.class, key, lms::rename);
            case SHELL -> call(batch, Lms.ShellPut.class, key, lms::putShells);
            case TEMPLATE -> call(batch, Lms.TemplatePut.class, key, lms::putTemplates);
            case OUTLINE -> outlines(id, batch, key);
            case COPY -> call(batch, Lms.Copy.class, key, lms::copyTemplates);
            case PEOPLE -> people(batch, key);
        };
    }

    private <T> List<Lms.Answer> call(
            List<BuildStep> batch, Class<T> payload, String key, BiFunction<String, List<T>, List<Lms.Answer>> verb) {
        return verb.apply(
                key,
                batch.stream()
                        .map(step -> json.readValue(step.payload(), payload))
                        .toList());
    }

    /** Content goes in when copies have been carried out, which would else write over it. */
    private List<Lms.Answer> outlines(long id, List<BuildStep> batch, String key) {
        while (askAboutCopies(id, Limit.unlimited())) {
            pause();
        }
        ProofKey proof = builds.findById(id).orElseThrow().proof();
        List<Lms.OutlinePut> puts = new ArrayList<>();
        List<Lms.Answer> answers = new ArrayList<>();
        for (BuildStep step : batch) {
            Plan.Content content = json.readValue(step.payload(), Plan.Content.class);
            try {
                puts.add(new Lms.OutlinePut(content.key(), units(proof, content)));
                answers.add(null);
            } catch (NotFound e) {
                answers.add(new Lms.Answer(false, "shell-missing", e.getMessage(), null));
            }
        }
        // what an earlier shell holds may change between two calls, and then the second must not pass for the first
        Iterator<Lms.Answer> given = puts.isEmpty()
                ? Collections.emptyIterator()
                : lms.putOutlines(of(key, puts), puts).iterator();
        answers.replaceAll(answer -> answer == null ? given.next() : answer);
        return answers;
    }

    private List<Lms.OutlineUnit> units(ProofKey proof, Plan.Content content) {
        List<Lms.OutlineUnit> units = content.units();
        return units != null ? units : starts.carried(proof, content.key(), String.valueOf(content.from()));
    }

    private List<Lms.Answer> people(List<BuildStep> batch, String key) {
        List<Lms.PeopleChange> changes = new ArrayList<>();
        boolean compared = false;
        for (BuildStep step : batch) {
            Plan.Desired desired = json.readValue(step.payload(), Plan.Desired.class);
            Set<Lms.Member> now = new HashSet<>();
            if (!desired.fresh()) {
                now.addAll(lms.people(desired.key()));
                compared = true;
            }
            Set<Lms.Member> wanted = new HashSet<>(desired.members());
            changes.add(new Lms.PeopleChange(
                    desired.key(),
                    desired.members().stream()
                            .filter(member -> !now.contains(member))
                            .toList(),
                    now.stream()
                            .filter(member -> desired.leave() && !wanted.contains(member))
                            .toList()));
        }
        // a difference depends on who is there, so a repeated call may differ and must not pass for the first one
        return lms.changePeople(compared ? of(key, changes) : key, changes);
    }

    /** A key for content that may differ when the call is repeated, and must then not pass for the first. */
    private String of(String key, List<?> content) {
        return key + "-" + Digest.of(json.writeValueAsString(content)).substring(0, DIGEST_DIGITS);
    }

    private void record(long id, List<BuildStep> batch, List<Lms.Answer> answers) {
        transaction.executeWithoutResult(status -> {
            Set<String> failed = new HashSet<>();
            for (int i = 0; i < batch.size(); i++) {
                BuildStep step = batch.get(i);
                step.settle(answers.get(i));
                if (step.state() == StepState.FAILED && !step.shellKey().isEmpty()) {
                    failed.add(step.shellKey());
                }
            }
            steps.saveAllAndFlush(batch);
            if (!failed.isEmpty()) {
                steps.holdBack(id, failed);
            }
        });
    }

    /** Settles copies that are done meanwhile; whether some are not. */
    private boolean askAboutCopies(long id, Limit limit) {
        List<BuildStep> copies = steps.findByBuildIdAndStateOrderByOrdinal(id, StepState.UNDER_WAY, limit);
        List<BuildStep> done = new ArrayList<>();
        Set<String> failed = new HashSet<>();
        for (BuildStep copy : copies) {
            try {
                if (lms.isCopied(copy.job().orElseThrow())) {
                    copy.copied();
                    done.add(copy);
                } else if (copy.hasLasted(LONGEST_COPY)) {
                    failed.add(copy.lost("copy-endless", "The copy did not end within half an hour."));
                    done.add(copy);
                }
            } catch (NotFound e) {
                failed.add(copy.lost("copy-lost", e.getMessage()));
                done.add(copy);
            }
        }
        transaction.executeWithoutResult(status -> {
            steps.saveAllAndFlush(done);
            if (!failed.isEmpty()) {
                steps.holdBack(id, failed);
            }
        });
        return done.size() < copies.size();
    }

    private static void pause() {
        try {
            Thread.sleep(COPY_PAUSE_MILLIS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new LmsUnavailable("The program is ending.", e);
        }
    }
}
