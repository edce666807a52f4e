package chalkline.server.build;

import chalkline.server.ChalkLineSettings;
import chalkline.server.frame.MistakesInMemory;
import chalkline.server.ledger.NoLedger;
import chalkline.server.lms.AnswersInMemory;
import chalkline.server.lms.HeldInMemory;
import chalkline.server.outlines.StartsInMemory;
import chalkline.server.proof.ProofsInMemory;
import chalkline.server.templates.TemplatesInMemory;
import io.micrometer.core.instrument.simple.SimpleMeterRegistry;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import tools.jackson.databind.json.JsonMapper;

/** One process of a life: the engine's own classes, as they are wired where they run, with lots in hand. */
final class LifeProcess {
    private static final JsonMapper JSON = new JsonMapper();
    private static final SimpleMeterRegistry METERS = new SimpleMeterRegistry();
    private static final ChalkLineSettings SETTINGS = new ChalkLineSettings(
            "one",
            false,
            null,
            null,
            Path.of("none"),
            Duration.ofSeconds(10),
            null,
            null,
            null,
            null,
            null,
            null,
            new ChalkLineSettings.Builds(
                    Duration.ofSeconds(10),
                    Duration.ofSeconds(2),
                    Duration.ofMillis(250),
                    Duration.ofMillis(200),
                    Duration.ofSeconds(10),
                    Duration.ofSeconds(30),
                    Duration.ofSeconds(3),
                    Duration.ofSeconds(5)),
            new ChalkLineSettings.Lms(
                    ChalkLineSettings.LmsKind.HTTP,
                    null,
                    null,
                    40,
                    8,
                    2,
                    Duration.ofSeconds(20),
                    Duration.ofSeconds(10),
                    Duration.ofMinutes(30),
                    "-"));

    /** What all processes of a life share. */
    record World(
            LifeTime time,
            Random dice,
            LifeTurns turns,
            LifeLms lms,
            HeldInMemory held,
            LifeStore store,
            ProofsInMemory proofs) {}

    final String name;
    final BuildLots lots;
    final Records records;
    private final LotWork work;
    final AnswersInMemory answers;
    final MistakesInMemory mistakes;
    final Map<LifeTurns.Worker, BuildLots.Lot> inHand = new HashMap<>();
    Instant asleepUntil = Instant.MIN;
    Instant renewAt;
    private final LifeTurns turns;
    private final LifeTime time;

    LifeProcess(String name, World world) {
        this.name = name;
        this.turns = world.turns;
        this.time = world.time;
        answers = new AnswersInMemory(SETTINGS, time);
        mistakes = new MistakesInMemory(SETTINGS, time);
        renewAt = time.instant();
        LifeStore store = world.store;
        Builds builds = store.buildRows();
        BuildSteps steps = store.stepRows();
        Departments departments = store.departments();
        lots = store.buildLots(SETTINGS, time, world.dice);
        records = new Records(
                builds,
                steps,
                lots,
                departments,
                new NoLedger(),
                store.settledRows(),
                store.transactions(),
                METERS,
                time);
        StartsInMemory starts = new StartsInMemory(LifeCampus.CONVENTIONS.get(0), LifeCampus.TEMPLATES);
        TemplatesInMemory templates = new TemplatesInMemory(LifeCampus.TEMPLATES);
        Workbench workbench = new Workbench(world.proofs, starts, templates, JSON);
        Checks checks = new Checks(world.proofs, world.held);
        TakeBack takeBack = new TakeBack(steps, builds, world.held, world.lms, workbench, world.proofs, SETTINGS, JSON);
        Planning planning = new Planning(
                builds,
                steps,
                lots,
                departments,
                records,
                checks,
                takeBack,
                world.proofs,
                starts,
                templates,
                world.held,
                SETTINGS,
                JSON,
                time,
                world.dice);
        work = new LotWork(
                builds,
                steps,
                lots,
                records,
                new Calls(world.lms, starts, workbench, steps, JSON),
                planning,
                workbench,
                world.held,
                new BuiltNowhere(),
                answers,
                mistakes,
                SETTINGS,
                time,
                world.dice);
    }

    boolean isAwake() {
        return !asleepUntil.isAfter(time.instant());
    }

    boolean claim() {
        List<BuildLots.Lot> claimed = records.within(() -> lots.claim(2));
        claimed.forEach(lot -> inHand.put(turns.new Worker(() -> work.carryOut(lot, () -> false)), lot));
        return !claimed.isEmpty();
    }

    void renew() {
        if (!renewAt.isAfter(time.instant())) {
            renewAt = time.instant().plus(SETTINGS.builds().renewEvery());
            lots.renew(inHand.values().stream().map(BuildLots.Lot::lease).toList());
        }
    }

    void kill() {
        List<LifeTurns.Worker> all = List.copyOf(inHand.keySet());
        inHand.clear();
        all.forEach(worker -> worker.kill(turns.asking()));
    }

    /** What builds left of shells is nothing that a life asks for. */
    private static final class BuiltNowhere extends BuiltShells {
        BuiltNowhere() {
            super(
                    null,
                    null,
                    null,
                    (jakarta.persistence.EntityManagerFactory) java.lang.reflect.Proxy.newProxyInstance(
                            BuiltNowhere.class.getClassLoader(),
                            new Class<?>[] {jakarta.persistence.EntityManagerFactory.class},
                            (proxy, method, args) -> null),
                    null);
        }

        @Override
        void write(Build build) {
            // nobody asks
        }
    }
}
