package chalkline.server.build;

import chalkline.core.conventions.Setting;
import chalkline.core.conventions.ShellField;
import chalkline.core.proof.Action;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.ProofRow;
import chalkline.server.ChalkLineSettings;
import chalkline.server.lms.CallsAtOnce;
import chalkline.server.outlines.StartService;
import chalkline.server.policy.MayPartly;
import chalkline.server.policy.Right;
import chalkline.server.proof.ProofKey;
import chalkline.server.proof.ProofService;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/** Tells what a build costs before it starts. */
@Service
class BuildCosts {
    /** What a call takes where none was measured yet. */
    private static final double UNKNOWN_MILLIS = 250;

    private static final Set<ShellField> SEEN_BY_STUDENTS =
            Set.of(Setting.CODE, Setting.TITLE, Setting.OPENS, Setting.CLOSES, Setting.OPEN);
    private static final Set<Verb> CARRIED = EnumSet.of(Verb.OUTLINE);

    private final ProofService proofs;
    private final Checks checks;
    private final StartService starts;
    private final CallsAtOnce atOnce;
    private final ChalkLineSettings settings;
    private final JsonMapper json;
    private final OwnBuilds own;

    BuildCosts(
            ProofService proofs,
            Checks checks,
            StartService starts,
            CallsAtOnce atOnce,
            ChalkLineSettings settings,
            JsonMapper json,
            OwnBuilds own) {
        this.own = own;
        this.proofs = proofs;
        this.checks = checks;
        this.starts = starts;
        this.atOnce = atOnce;
        this.settings = settings;
        this.json = json;
    }

    /** Counts what is to be sent. */
    private static final class Sum {
        private int steps;
        private int calls;
        private final Set<String> shells = new HashSet<>();

        void add(PlannedLot lot) {
            Set<Verb> verbs = EnumSet.noneOf(Verb.class);
            for (PlannedStep step : lot.steps()) {
                steps++;
                verbs.add(step.verb());
                shells.add(step.shellKey());
                boolean reads = CARRIED.contains(step.verb())
                        && step.payload() instanceof Work.Content content
                        && content.from() != null;
                calls += reads ? 1 : 0;
            }
            // a copy is asked about, and people of shells that stand are looked up
            calls += verbs.size() + (verbs.contains(Verb.COPY) ? 1 : 0) + (verbs.contains(Verb.PEOPLE) ? 1 : 0);
        }
    }

    /** @param keys the shells; all that can be, if empty */
    @MayPartly(Right.READ_PROOF)
    public BuildViews.Cost of(ProofKey proof, Set<String> keys) {
        List<ProofRow> rows = checks.rows(proof, own.ordered(proof, keys));
        Sum sum = new Sum();
        Plan.write(
                new Plan.Of(
                        rows,
                        starts.built(proof),
                        Leftovers.none(json),
                        proofs.codeLimit(proof),
                        settings.lms().batch(),
                        0,
                        false),
                sum::add);
        sum.shells.remove("");
        CallsAtOnce.Load load = atOnce.load();
        double millis = load.millis() > 0 ? load.millis() : UNKNOWN_MILLIS;
        double byRoom = sum.calls * millis / 1000 / Math.max(1, load.now() > 0 ? load.now() : load.most() / 2);
        double byPace = (double) sum.calls / settings.lms().callsPerSecond();
        return new BuildViews.Cost(
                sum.shells.size(),
                sum.steps,
                sum.calls,
                Math.round(Math.ceil(Math.max(byRoom, byPace))),
                notices(rows));
    }

    private static List<String> notices(Collection<ProofRow> rows) {
        List<String> notices = new ArrayList<>();
        say(notices, Closings.of(rows).open(), "that students can enter now", "closed");
        say(
                notices,
                count(
                        rows,
                        row -> row.action() == Action.CHANGE
                                && row.held().filter(HeldShell::isOpen).isPresent()
                                && row.changed().stream().anyMatch(SEEN_BY_STUDENTS::contains)),
                "that students can enter now",
                "given another title, code or dates");
        say(
                notices,
                count(
                        rows,
                        row -> row.action() == Action.CHANGE
                                && !Work.leaving(row).isEmpty()),
                "",
                "left by sections that go to another shell");
        say(notices, count(rows, row -> row.action() == Action.BUILD && row.isOpen()), "", "opened once filled");
        return notices;
    }

    private static int count(Collection<ProofRow> rows, java.util.function.Predicate<ProofRow> test) {
        return (int) rows.stream().filter(test).count();
    }

    private static void say(List<String> notices, int shells, String which, String what) {
        if (shells > 0) {
            notices.add(shells
                    + (shells == 1 ? " shell " : " shells ")
                    + (which.isEmpty() ? "" : which + " ")
                    + (shells == 1 ? "is " : "are ")
                    + what);
        }
    }
}
