package chalkline.server.build;

import chalkline.core.naming.Text;
import chalkline.core.proof.Action;
import chalkline.core.proof.ProofRow;
import chalkline.server.frame.Administrators;
import chalkline.server.frame.Conflict;
import chalkline.server.frame.NotFound;
import chalkline.server.frame.Readers;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.SignedIn;
import chalkline.server.ledger.LedgerService;
import chalkline.server.lms.HeldService;
import chalkline.server.lms.Lms;
import chalkline.server.outlines.StartService;
import chalkline.server.outlines.Starts;
import chalkline.server.people.PeopleService;
import chalkline.server.proof.ProofKey;
import chalkline.server.proof.ProofService;
import com.github.kagkarlsson.scheduler.SchedulerClient;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/** Starts builds and tells how they stand. The work itself is done by {@link CarryOut}, in the background. */
@Service
public class BuildService {
    private static final int FAILURES_SHOWN = 500;

    private final Builds builds;
    private final BuildSteps steps;
    private final ProofService proofs;
    private final StartService starts;
    private final Lms lms;
    private final HeldService held;
    private final TransactionTemplate transaction;
    private final SchedulerClient scheduler;
    private final LedgerService ledger;
    private final PeopleService people;
    private final JsonMapper json;

    BuildService(
            Builds builds,
            BuildSteps steps,
            ProofService proofs,
            StartService starts,
            Lms lms,
            HeldService held,
            PlatformTransactionManager transactions,
            SchedulerClient scheduler,
            LedgerService ledger,
            PeopleService people,
            JsonMapper json) {
        this.builds = builds;
        this.steps = steps;
        this.proofs = proofs;
        this.starts = starts;
        this.lms = lms;
        this.held = held;
        this.transaction = new TransactionTemplate(transactions);
        // what another start has kept must be seen once its lock is released
        this.transaction.setIsolationLevel(TransactionDefinition.ISOLATION_READ_COMMITTED);
        this.scheduler = scheduler;
        this.ledger = ledger;
        this.people = people;
        this.json = json;
    }

    /**
     * Freezes the steps for shells of a proof and starts to carry them out.
     *
     * @param proof the proof that was seen; it must still be the one that holds
     * @param keys the shells to build; all that can be, if empty
     * @param closes how many shells the person agreed to have closed
     */
    @Administrators
    public BuildViews.Build start(ProofKey proof, Set<String> keys, int closes) {
        if (!lms.isThere()) {
            throw new Refusal(
                    "Nothing was built: no LMS is set. Set LMS_URL to its address and start Chalk Line again.");
        }
        if (joinsStandingShells(proof, keys)) {
            // students may have worked in them since; then the proof is another one, and is refused below
            held.refreshAtOnce();
        }
        return Objects.requireNonNull(transaction.execute(status -> begin(proof, keys, closes)));
    }

    /** Whether sections that have shells of their own come into another one, which must not be done over new work. */
    private boolean joinsStandingShells(ProofKey proof, Set<String> keys) {
        Set<String> standing = new HashSet<>();
        held.shells(proof.held()).stream()
                .filter(shell -> !shell.closed())
                .forEach(shell -> standing.addAll(shell.sections().orElse(List.of())));
        return proofs.proof(proof).proof().rows().stream()
                .filter(row -> row.action().isCarriedOut() && (keys.isEmpty() || keys.contains(row.key())))
                .filter(row -> row.shell().flatMap(shell -> shell.joined()).isPresent())
                .anyMatch(row -> row.sections().stream()
                        .anyMatch(section -> standing.contains(section)
                                && row.held()
                                        .flatMap(own -> own.sections())
                                        .filter(own -> own.contains(section))
                                        .isEmpty()));
    }

    private BuildViews.Build begin(ProofKey proof, Set<String> keys, int closes) {
        builds.lockTerm(proof.term());
        if (!proofs.now(proof.term()).equals(proof)) {
            throw new Conflict("The list, the conventions or the LMS changed since you looked at this proof."
                    + " Nothing was built; look at it again.");
        }
        List<String> blockers = proofs.blockers(proof);
        if (!blockers.isEmpty()) {
            throw new Refusal("Nothing was built. " + String.join(" ", blockers));
        }
        Optional<Build> last = builds.findFirstByTermOrderByIdDesc(proof.term()).flatMap(b -> builds.lock(b.id()));
        if (last.isPresent() && last.get().isUnderWay()) {
            throw new Conflict("A build of this term is under way, started by "
                    + people.nameOf(last.get().startedBy()) + ". Wait until it has ended.");
        }
        List<ProofRow> rows = proofs.proof(proof).proof().rows().stream()
                .filter(row -> row.action().isCarriedOut())
                .filter(row -> keys.isEmpty() || keys.contains(row.key()))
                .toList();
        if (rows.isEmpty()) {
            throw new Refusal("There is nothing to build: every shell stands as it should, or has a stop.");
        }
        refuseUnagreedClosings(rows, closes);
        Starts from = starts.of(proof);
        refuseMissingTemplates(rows, from);
        Build build = builds.saveAndFlush(new Build(proof, rows.size(), SignedIn.login()));
        List<PlannedStep> planned = Plan.of(proof.term(), rows, from, proofs.codeLimit(proof));
        List<BuildStep> frozen = new ArrayList<>(planned.size());
        for (int i = 0; i < planned.size(); i++) {
            PlannedStep step = planned.get(i);
            frozen.add(new BuildStep(build.id(), i, step, json.writeValueAsString(step.payload())));
        }
        steps.saveAll(frozen);
        ledger.write("build started", proof.term(), Map.of("build", build.id(), "shells", rows.size()));
        schedule(build);
        return view(build);
    }

    /** Closing shells is agreed to by its number, so that none is closed that nobody was told of. */
    private static void refuseUnagreedClosings(List<ProofRow> rows, int agreed) {
        Closings closings = Closings.of(rows);
        if (closings.shells() != agreed) {
            throw new Conflict("Nothing was built. It would close " + closings.words() + "; "
                    + (agreed == 0 ? "nobody agreed to that yet." : "you agreed to " + agreed + "."));
        }
    }

    private static void refuseMissingTemplates(List<ProofRow> rows, Starts from) {
        Map<String, Integer> missing = new TreeMap<>();
        for (ProofRow row : rows) {
            if (row.action() == Action.BUILD && from.of(row) instanceof Starts.Start.Missing no) {
                missing.merge(no.template(), 1, Integer::sum);
            }
        }
        if (!missing.isEmpty()) {
            throw new Refusal("Nothing was built. There is no template "
                    + missing.entrySet().stream()
                            .map(entry -> "“" + entry.getKey() + "”, from which " + entry.getValue()
                                    + (entry.getValue() == 1 ? " shell is" : " shells are") + " to start")
                            .collect(Collectors.joining("; "))
                    + ". Keep one under that name, or change the layer that names it.");
        }
    }

    /** Tries again what failed. */
    @Administrators
    @Transactional
    public BuildViews.Build retry(long id) {
        Build build = builds.lock(id).orElseThrow(() -> missing(id));
        if (build.isUnderWay()) {
            throw new Conflict("This build is under way; wait until it has ended.");
        }
        if (steps.askAgain(id) + steps.tryAgain(id) == 0) {
            throw new Refusal("Nothing failed in this build.");
        }
        build.goOn();
        builds.saveAndFlush(build);
        ledger.write("build tried again", build.term(), Map.of("build", id));
        schedule(build);
        return view(build);
    }

    /** Ends a build before it is through: what the LMS is at is waited for, the rest is left out and can be tried again. */
    @Administrators
    @Transactional
    public BuildViews.Build end(long id) {
        Build build = builds.lock(id).orElseThrow(() -> missing(id));
        if (!build.isUnderWay()) {
            throw new Conflict("This build has ended already.");
        }
        build.askToEnd(SignedIn.login());
        builds.saveAndFlush(build);
        ledger.write("build asked to end", build.term(), Map.of("build", id));
        return view(build);
    }

    private void schedule(Build build) {
        scheduler.scheduleIfNotExists(CarryOut.TASK
                .instance(build.id() + "-" + build.version())
                .data(new CarryOut.Work(build.id()))
                .scheduledTo(Instant.now()));
    }

    /** The latest builds of a term, newest first. */
    @Readers
    @Transactional(readOnly = true)
    public List<BuildViews.Listed> latest(String term) {
        List<Build> latest = builds.findTop10ByTermOrderByIdDesc(term);
        Map<Long, Long> failed = new HashMap<>();
        steps.countFailed(latest.stream().map(Build::id).toList())
                .forEach(count -> failed.put(count.getBuildId(), count.getFailed()));
        Map<String, String> names = people.names();
        return latest.stream()
                .map(build -> new BuildViews.Listed(
                        build.id(),
                        build.state().name(),
                        build.shells(),
                        failed.getOrDefault(build.id(), 0L).intValue(),
                        build.startedAt(),
                        names.getOrDefault(build.startedBy(), build.startedBy()),
                        build.endedAt().orElse(null)))
                .toList();
    }

    /** The last build of a term; empty before the first. */
    @Readers
    @Transactional(readOnly = true)
    public Optional<BuildViews.Build> last(String term) {
        return builds.findFirstByTermOrderByIdDesc(term).map(this::view);
    }

    /** How many shells of the last build of a term are done; empty before the first. */
    @Readers
    @Transactional(readOnly = true)
    public Optional<BuildViews.Counts> lastCounts(String term) {
        return last(term)
                .map(build ->
                        new BuildViews.Counts(build.id(), build.state(), build.shells(), build.done(), build.failed()));
    }

    /** The list that a term was built from last; empty where it never was. */
    public Optional<Long> lastList(String term) {
        return builds.findFirstByTermOrderByIdDesc(term)
                .map(build -> build.proof().arrival());
    }

    /** How a build stands. */
    @Readers
    @Transactional(readOnly = true)
    public BuildViews.Build view(long id) {
        return view(builds.findById(id).orElseThrow(() -> missing(id)));
    }

    /** The shells of one department in a build, by code. */
    @Readers
    @Transactional(readOnly = true)
    public List<BuildViews.Shell> shells(long id, String department) {
        return steps.countInDepartment(id, department).stream()
                .map(shell -> new BuildViews.Shell(
                        shell.getShellKey(),
                        shell.getShellCode(),
                        shell.getFailed() > 0,
                        shell.getDone() == shell.getSteps()))
                .toList();
    }

    /** The steps of one shell in a build. */
    @Readers
    @Transactional(readOnly = true)
    public List<BuildViews.Step> steps(long id, String shellKey) {
        return steps.findByBuildIdAndShellKeyOrderByOrdinal(id, shellKey).stream()
                .map(BuildService::step)
                .toList();
    }

    private BuildViews.Build view(Build build) {
        Map<String, int[]> departments = new TreeMap<>();
        int done = 0;
        int failed = 0;
        for (BuildSteps.ShellCount shell : steps.countByShell(build.id())) {
            int[] counts = departments.computeIfAbsent(shell.getDepartment(), name -> new int[3]);
            counts[0]++;
            if (shell.getFailed() > 0) {
                counts[2]++;
                failed++;
            } else if (shell.getDone() == shell.getSteps()) {
                counts[1]++;
                done++;
            }
        }
        List<BuildViews.Step> failures =
                steps
                        .findByBuildIdAndStateOrderByOrdinal(build.id(), StepState.FAILED, Limit.of(FAILURES_SHOWN))
                        .stream()
                        .map(BuildService::step)
                        .sorted((a, b) -> Text.BY_CODE_POINT.compare(a.refused(), b.refused()))
                        .toList();
        return new BuildViews.Build(
                build.id(),
                build.term(),
                build.state().name(),
                build.shells(),
                done,
                failed,
                build.startedAt(),
                people.nameOf(build.startedBy()),
                build.endedAt().orElse(null),
                departments.entrySet().stream()
                        .map(entry -> new BuildViews.Department(
                                entry.getKey(), entry.getValue()[0], entry.getValue()[1], entry.getValue()[2]))
                        .toList(),
                failures);
    }

    private static BuildViews.Step step(BuildStep step) {
        return new BuildViews.Step(
                step.shellKey(),
                step.shellCode(),
                step.department(),
                step.verb().name(),
                step.message(),
                step.state().name(),
                step.attempts(),
                step.refused(),
                step.reason(),
                step.settledAt().orElse(null));
    }

    private static NotFound missing(long id) {
        return new NotFound("There is no build " + id + ".");
    }
}
