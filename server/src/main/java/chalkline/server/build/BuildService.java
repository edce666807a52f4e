package chalkline.server.build;

import chalkline.core.proof.ProofRow;
import chalkline.server.frame.Conflict;
import chalkline.server.frame.NotFound;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.SignedIn;
import chalkline.server.frame.Time;
import chalkline.server.ledger.LedgerService;
import chalkline.server.lms.HeldService;
import chalkline.server.lms.LmsWriting;
import chalkline.server.outlines.StartService;
import chalkline.server.people.PeopleService;
import chalkline.server.policy.May;
import chalkline.server.policy.MayPartly;
import chalkline.server.policy.Policy;
import chalkline.server.policy.Right;
import chalkline.server.proof.ProofKey;
import chalkline.server.proof.ProofService;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Consumer;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Starts builds, steers them and tells how they stand. The work itself is done by {@link BuildEngine}, in the background. */
@Service
public class BuildService {
    private final Builds builds;
    private final BuildSteps steps;
    private final BuildLots lots;
    private final BuildReading reading;
    private final Records records;
    private final Checks checks;
    private final BuildEngine engine;
    private final ProofService proofs;
    private final StartService starts;
    private final LmsWriting lms;
    private final HeldService held;
    private final LedgerService ledger;
    private final PeopleService people;
    private final JsonMapper json;
    private final OwnBuilds own;
    private final Time time;

    BuildService(
            Builds builds,
            BuildSteps steps,
            BuildLots lots,
            BuildReading reading,
            Records records,
            Checks checks,
            BuildEngine engine,
            ProofService proofs,
            StartService starts,
            LmsWriting lms,
            HeldService held,
            LedgerService ledger,
            PeopleService people,
            JsonMapper json,
            OwnBuilds own,
            Time time) {
        this.time = time;
        this.own = own;
        this.builds = builds;
        this.steps = steps;
        this.lots = lots;
        this.reading = reading;
        this.records = records;
        this.checks = checks;
        this.engine = engine;
        this.proofs = proofs;
        this.starts = starts;
        this.lms = lms;
        this.held = held;
        this.ledger = ledger;
        this.people = people;
        this.json = json;
    }

    /**
     * How a build is to be started.
     *
     * @param keys the shells to build; all that can be, if empty
     * @param closes how many shells the person agreed to have closed
     * @param trial how many shells are carried out before it pauses; none for 0
     * @param at when it begins; null for at once
     * @param putBack whether what people did by hand to these shells is put back
     */
    record Order(
            Set<String> keys,
            int closes,
            int trial,
            @Nullable Instant at,
            boolean putBack) {
        Order of(Set<String> shells) {
            return new Order(shells, closes, trial, at, putBack);
        }
    }

    /**
     * Starts to build shells of a proof; its steps are planned in the background.
     *
     * @param proof the proof that was seen; it must still be the one that holds
     */
    @MayPartly(Right.BUILD)
    public BuildViews.Build start(ProofKey proof, Order asked) {
        if (!lms.isThere()) {
            throw new Refusal(
                    "Nothing was built: no LMS is set. Set LMS_URL to its address and start Chalk Line again.");
        }
        Order order = asked.of(own.ordered(proof, asked.keys()));
        boolean known = proofs.isKnown(proof) && proofs.now(proof.term()).equals(proof);
        if (known && checks.joinsStandingShells(proof, order.keys())) {
            // students may have worked in them since; then the proof is another one, and is refused below
            held.refreshAtOnce();
        }
        return begun(() -> begin(proof, order, known));
    }

    /** Starts to build some shells of a proof, with nothing closed; the number of the build. */
    @MayPartly(Right.BUILD)
    public long startAll(ProofKey proof, Set<String> keys) {
        return start(proof, new Order(keys, 0, 0, null, false)).id();
    }

    /**
     * Starts to build what was approved one by one, with all that it closes; the number of the build.
     *
     * @param putBack whether what people did by hand to these shells is put back
     */
    @May(Right.BUILD)
    public long startAgreed(ProofKey proof, Set<String> keys, boolean putBack) {
        List<ProofRow> rows = putBack ? checks.rowsToPutBack(proof, keys) : checks.rows(proof, keys);
        return start(proof, new Order(keys, Closings.of(rows).shells(), 0, null, putBack))
                .id();
    }

    /** Whether a build of a term is under way. */
    public boolean isUnderWay(String term) {
        return builds.underWay(term).isPresent();
    }

    /**
     * Puts shells back to what they are to be, whatever people did to them by hand; the number of the build.
     *
     * @param closes how many shells the person agreed to have closed
     */
    @MayPartly(Right.BUILD)
    public long putBack(ProofKey proof, Set<String> keys, int closes) {
        return start(proof, new Order(keys, closes, 0, null, true)).id();
    }

    /**
     * Archives shells of a term that is over, has them as they were before, or deletes them for good; the number of the
     * build that does it.
     */
    @May(Right.BUILD)
    public long putAway(String term, Set<String> keys, Away away) {
        return outsideTheProof(
                term,
                new Wanted(keys, 0, List.of(), true, false, away, null),
                (now, wanted) -> Build.away(now, wanted, SignedIn.login(), time.now()));
    }

    /**
     * Takes the content of a master into standing shells of a term, each only if nobody has worked in it; the number of the
     * build that does it.
     *
     * @param master its key in the LMS
     */
    @May(Right.BUILD)
    public long fillAgain(String term, Set<String> keys, String master) {
        return outsideTheProof(
                term,
                new Wanted(keys, 0, List.of(), true, false, null, master),
                (now, wanted) -> Build.fillingAgain(now, wanted, SignedIn.login(), time.now()));
    }

    private long outsideTheProof(String term, Wanted wanted, BiFunction<ProofKey, String, Build> build) {
        if (!lms.isThere()) {
            throw new Refusal(
                    "Nothing was done: no LMS is set. Set LMS_URL to its address and start Chalk Line again.");
        }
        ProofKey now = proofs.now(term);
        return begun(() -> {
                    builds.lockTerm(term);
                    refuseTwo(term);
                    return kept(build.apply(now, json.writeValueAsString(wanted)), "build started");
                })
                .id();
    }

    private Build begin(ProofKey proof, Order order, boolean known) {
        builds.lockTerm(proof.term());
        checks.refuseOld(proof);
        if (order.at() == null) {
            refuseTwo(proof.term());
        } else if (order.at().isBefore(time.now())) {
            throw new Refusal("at", 0, "That time is over. Give one to come, or none to begin at once.");
        }
        if (known) {
            List<ProofRow> rows =
                    order.putBack() ? checks.rowsToPutBack(proof, order.keys()) : checks.rows(proof, order.keys());
            Checks.refuseNothing(rows);
            Checks.refuseUnagreedClosings(rows, order.closes());
            Checks.refuseMissingTemplates(rows, starts.names(proof));
        }
        Wanted wanted = new Wanted(order.keys(), order.closes(), List.of(), known, order.putBack(), null, null);
        Build build = Build.of(proof, json.writeValueAsString(wanted), SignedIn.login(), time.now());
        build.tryFirst(order.trial());
        if (order.at() != null) {
            build.startAt(order.at());
        }
        return kept(build, order.at() == null ? "build started" : "build planned");
    }

    private void refuseTwo(String term) {
        builds.underWay(term).ifPresent(other -> {
            throw new Conflict("A build of this term is under way, started by " + people.nameOf(other.startedBy())
                    + ". Wait until it has ended.");
        });
    }

    private Build kept(Build build, String what) {
        Build kept = builds.saveAndFlush(build);
        lots.insertEnds(kept.id(), kept.startsAt().orElseGet(time::now));
        ledger.write(what, kept.term(), Map.of("build", kept.id()));
        return kept;
    }

    private BuildViews.Build begun(Supplier<Build> begin) {
        long id = records.within(begin).id();
        engine.wake();
        return own.sight().apply(reading.view(id, null));
    }

    /**
     * Goes on with what is left of a build, planned anew from what holds today.
     *
     * @param causes what failed for these reasons only; all that is left, if empty
     */
    @MayPartly(Right.BUILD)
    public BuildViews.Build retry(long id, List<String> causes) {
        return begun(() -> {
            Build other = builds.findById(id).orElseThrow(() -> BuildReading.missing(id));
            own.requireSteering(other);
            builds.lockTerm(other.term());
            refuseTwo(other.term());
            if (other.state() == Build.State.PLANNED) {
                throw new Conflict("This build has not begun yet.");
            }
            // one that ended before anything was planned left what the one before it left
            while (other.planned() == 0 && other.follows().isPresent()) {
                other = builds.findById(other.follows().get()).orElseThrow();
            }
            if (other.planned() == 0) {
                throw new Refusal("Nothing of this build was begun. Look at the proof, and build from there.");
            }
            if (!steps.existsByBuildIdAndStateNotIn(other.id(), Set.of(StepState.DONE, StepState.KEPT))) {
                throw new Refusal("Nothing failed in this build.");
            }
            Wanted before = json.readValue(other.wanted(), Wanted.class);
            Wanted wanted = new Wanted(Set.of(), 0, causes, true, false, before.away(), before.master());
            return kept(
                    Build.after(other, json.writeValueAsString(wanted), SignedIn.login(), time.now()),
                    "build tried again");
        });
    }

    /** Plans how a build is taken back; it pauses for somebody to look at that before it begins. */
    @MayPartly(Right.BUILD)
    public BuildViews.Build takeBack(long id) {
        return begun(() -> {
            Build other = builds.findById(id).orElseThrow(() -> BuildReading.missing(id));
            own.requireSteering(other);
            builds.lockTerm(other.term());
            refuseTwo(other.term());
            if (other.kind() == Build.Kind.TAKE_BACK) {
                throw new Refusal("This took a build back. To have it again, build from the proof.");
            }
            if (other.kind() == Build.Kind.FILL_AGAIN) {
                throw new Refusal(
                        "What was taken from a master stays in the shells: nobody had worked in them, and what"
                                + " they had before is not kept.");
            }
            if (other.state() == Build.State.PLANNED) {
                throw new Conflict("This build has not begun yet; there is nothing to take back.");
            }
            Wanted wanted = new Wanted(Set.of(), 0, List.of(), true);
            return kept(
                    Build.undoing(other, json.writeValueAsString(wanted), SignedIn.login(), time.now()),
                    "build taken back");
        });
    }

    /** Lets what is in flight end and begins nothing more until somebody lets it go on. */
    @MayPartly(Right.BUILD)
    public BuildViews.Build pause(long id) {
        return steered(id, "build paused", build -> {
            if (build.state() != Build.State.RUNNING && build.state() != Build.State.WAITING) {
                throw new Conflict("This build is not running, so it cannot pause.");
            }
            build.pause(SignedIn.login());
        });
    }

    @MayPartly(Right.BUILD)
    public BuildViews.Build goOn(long id) {
        return steered(id, "build gone on with", build -> {
            if (build.state() != Build.State.PAUSED) {
                throw new Conflict("This build does not pause.");
            }
            build.goOn();
        });
    }

    /** Ends a build before it is through: what is in flight is waited for, the rest is left out and can be gone on with. */
    @MayPartly(Right.BUILD)
    public BuildViews.Build end(long id) {
        return steered(id, "build asked to end", build -> {
            if (!build.isUnderWay() && build.state() != Build.State.PLANNED) {
                throw new Conflict("This build has ended already.");
            }
            build.endSoon(SignedIn.login(), "");
        });
    }

    private BuildViews.Build steered(long id, String what, Consumer<Build> change) {
        return begun(() -> {
            Build build = builds.lock(id).orElseThrow(() -> BuildReading.missing(id));
            own.requireSteering(build);
            change.accept(build);
            builds.saveAndFlush(build);
            ledger.write(what, build.term(), Map.of("build", id));
            return build;
        });
    }

    /** The latest builds of a term, newest first. */
    @MayPartly(Right.READ_BUILDS)
    public List<BuildViews.Listed> latest(String term) {
        List<BuildViews.Listed> all = reading.latest(term);
        return own.seesAll()
                ? all
                : all.stream()
                        .map(this::narrowed)
                        .filter(one -> one.shells() > 0)
                        .toList();
    }

    private BuildViews.Listed narrowed(BuildViews.Listed one) {
        BuildViews.Build seen = view(one.id());
        return new BuildViews.Listed(
                one.id(),
                one.kind(),
                one.state(),
                seen.shells(),
                seen.failed(),
                one.startedAt(),
                one.startedBy(),
                one.endedAt());
    }

    /** How many shells of the last build of a term are done; empty before the first. */
    @MayPartly(Right.READ_BUILDS)
    public Optional<BuildViews.Counts> lastCounts(String term) {
        return reading.lastCounts(term).map(counts -> own.seesAll() ? counts : narrowed(counts));
    }

    private BuildViews.Counts narrowed(BuildViews.Counts counts) {
        BuildViews.Build seen = view(counts.id());
        return new BuildViews.Counts(
                counts.id(), counts.state(), seen.shells(), seen.done(), seen.failed(), counts.reason());
    }

    /** The list that a term was built from last; empty where it never was. */
    public Optional<Long> lastList(String term) {
        return builds.last(term).map(build -> build.proof().arrival());
    }

    /** How a build stands. */
    @MayPartly(Right.READ_BUILDS)
    public BuildViews.Build view(long id) {
        return own.sight().apply(reading.view(id, null));
    }

    /** The shells of one department in a build, by code. */
    @MayPartly(Right.READ_BUILDS)
    @Transactional(readOnly = true)
    public List<BuildViews.Shell> shells(long id, String department) {
        Policy.require(own.sees(department));
        return steps.countInDepartment(id, department).stream()
                .map(shell -> new BuildViews.Shell(
                        shell.getShellKey(),
                        shell.getShellCode(),
                        shell.getFailed() > 0,
                        shell.getDone() == shell.getSteps(),
                        shell.getKept() > 0))
                .toList();
    }

    /** Why shells of a term failed in the last build that took them on, by their keys. */
    @MayPartly(Right.READ_BUILDS)
    @Transactional(readOnly = true)
    public Map<String, String> reasons(String term) {
        Map<String, String> reasons = new HashMap<>();
        steps.failures(term).forEach(step -> reasons.put(step.shellKey(), step.reason()));
        return reasons;
    }

    /** The steps of one shell in a build. */
    @MayPartly(Right.READ_BUILDS)
    @Transactional(readOnly = true)
    public List<BuildViews.Step> steps(long id, String shellKey) {
        List<BuildViews.Step> found = steps.findByBuildIdAndShellKeyOrderByOrdinal(id, shellKey).stream()
                .map(BuildReading::step)
                .toList();
        Policy.require(found.stream().allMatch(step -> own.sees(step.department())));
        if (found.isEmpty() && !builds.existsById(id)) {
            throw new NotFound("There is no build " + id + ".");
        }
        return found;
    }
}
