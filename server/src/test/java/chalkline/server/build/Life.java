package chalkline.server.build;

import chalkline.core.proof.Action;
import chalkline.core.proof.ProofRow;
import chalkline.server.lms.HeldInMemory;
import chalkline.server.lms.LmsRefusal;
import chalkline.server.lms.LmsTooMany;
import chalkline.server.lms.LmsUnavailable;
import chalkline.server.proof.ProofKey;
import chalkline.server.proof.ProofsInMemory;
import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.client.HttpClientErrorException;
import tools.jackson.databind.json.JsonMapper;

/**
 * One life of the build engine: its own classes against an LMS and a store in memory, under a clock that the simulation moves.
 * A seed decides who works next, what is lost, refused or late, who is killed or sleeps, and what people do meanwhile; the same
 * seed gives the same life. What a build promises is checked whenever one has ended.
 */
final class Life {
    private static final JsonMapper JSON = new JsonMapper();
    private static final int MOST_TURNS = 4_000;
    private static final int MOST_BUILDS = 14;

    private final Random dice;
    private final LifeTime time = new LifeTime();
    private final LifeTurns turns = new LifeTurns(this::next);
    private final LifeLms lms;
    private final HeldInMemory held;
    private final LifeStore store;
    private final ProofsInMemory proofs;
    private final LifeProcess.World world;
    private final List<LifeProcess> processes = new ArrayList<>();
    private final List<String> broken = new ArrayList<>();
    private final Map<Unkept, Integer> unkept = new java.util.EnumMap<>(Unkept.class);
    private final List<String> told = new ArrayList<>();
    /** What may still go wrong; a life becomes calm, so that it can be asked whether it ends. */
    private int troubles;
    /** Whether somebody, or a backup, changed what the engine cannot know of. */
    private boolean meddled;

    private boolean somethingWasPutBack;

    private final Kind kind;
    private LifeStore.Backup backup;
    private Object lmsBackup;

    /** What happens in a life beside its builds. */
    enum Kind {
        /** Nothing goes wrong. */
        CALM,
        /** Calls are lost, refused and late; processes are killed or sleep. */
        FAULTS,
        /** And people work in the LMS meanwhile. */
        PEOPLE,
        /** And the LMS or the database is put back to a moment before. */
        PUT_BACK
    }

    /** Promises that are known not to be kept yet; each is counted, and none is left out. */
    enum Unkept {
        /** A build is done though the LMS, as it was read last, is not as its proof says. */
        DONE_THOUGH_IT_DIFFERS,
        /** A build that began from an old reading of the LMS is taken back to what that had shown, not to what it found. */
        TAKEN_BACK_TO_AN_OLD_READING,
        /** What was done to a shell after a backup, of the LMS or the database, that was put back: a build may fill it again. */
        FILLED_AGAIN_AFTER_A_BACKUP
    }

    /** What came of a life. */
    record Outcome(List<String> broken, Map<Unkept, Integer> unkept, int turns, int builds, List<String> told) {}

    Life(long seed) {
        this.dice = new Random(seed * 0x9E3779B97F4A7C15L);
        this.kind = Kind.values()[dice.nextInt(Kind.values().length)];
        this.lms = new LifeLms(this::through, none -> time.instant(), dice);
        this.held = new HeldInMemory(lms);
        this.store = new LifeStore(held);
        this.proofs = new ProofsInMemory(LifeCampus.LISTS, LifeCampus.CONVENTIONS, held);
        this.troubles = kind == Kind.CALM ? 0 : dice.nextInt(12);
        this.world = new LifeProcess.World(time, dice, turns, lms, held, store, proofs);
        processes.add(new LifeProcess("one", world));
        if (dice.nextBoolean()) {
            processes.add(new LifeProcess("two", world));
        }
        backup = store.backup();
        lmsBackup = lms.backup();
    }

    // --- the way to the LMS

    private <T> T through(String verb, Supplier<T> work) {
        Instant now = time.instant();
        turns.giveBack(now);
        if (turns.isIdle() || troubles <= 0 || dice.nextInt(6) > 0) {
            T answer = work.get();
            processes.forEach(process -> process.answers.answered());
            // the answer is on its way, and a process may be killed before it comes
            turns.giveBack(now.plusMillis(dice.nextInt(60)));
            return answer;
        }
        troubles--;
        int what = dice.nextInt(8);
        told.add(verb + ": trouble " + what);
        if (what == 0) {
            throw new LmsTooMany("The LMS answered 429.", new IOException("429"), Duration.ofSeconds(1));
        }
        if (what == 1) {
            throw new LmsUnavailable("The LMS answered 503.", new IOException("503"));
        }
        if (what == 2 && dice.nextInt(4) == 0) {
            throw new LmsRefusal("The LMS answered 403.", new HttpClientErrorException(HttpStatus.FORBIDDEN));
        }
        if (what == 3) {
            // later than any lease
            T answer = work.get();
            turns.giveBack(now.plusSeconds(5 + dice.nextInt(30)));
            return answer;
        }
        if (what == 4) {
            turns.giveBack(now.plusSeconds(20));
            throw new LmsUnavailable("The LMS did not answer in time.", new IOException("time-out"));
        }
        T unheard = work.get();
        told.add("unheard: " + (unheard == null ? "" : unheard.getClass().getSimpleName()));
        turns.giveBack(now.plusSeconds(dice.nextInt(20)));
        if (what == 5) {
            throw new LmsRefusal("The LMS answered what is none.", new IOException("truncated"));
        }
        throw new LmsUnavailable("The connection was cut.", new IOException("cut"));
    }

    // --- a life

    /** Lives it to its end. */
    Outcome live() {
        int builds = 0;
        try {
            builds = story();
        } catch (TooLong e) {
            broken.add("it does not end: "
                    + store.builds().stream()
                            .map(build -> build.id() + " " + build.state() + " " + build.reason())
                            .toList()
                    + " " + store.lots().stream().filter(lot -> !lot.done()).toList());
        } finally {
            processes.forEach(LifeProcess::kill);
        }
        for (String wrong : lms.wrongs()) {
            if (somethingWasPutBack && wrong.contains("copied twice")) {
                unkept.merge(Unkept.FILLED_AGAIN_AFTER_A_BACKUP, 1, Integer::sum);
            } else {
                broken.add(wrong);
            }
        }
        processes.forEach(
                process -> process.mistakes.mistakes().forEach(mistake -> broken.add("a mistake: " + mistake)));
        return new Outcome(List.copyOf(broken), Map.copyOf(unkept), turnsTaken, builds, told);
    }

    private int turnsTaken;
    private long awaited;

    /** A backup from before the build was put back. */
    private static final class Gone extends RuntimeException {
        private static final long serialVersionUID = 1L;
    }

    private static final class TooLong extends RuntimeException {
        private static final long serialVersionUID = 1L;
    }

    private int story() {
        held.refresh();
        int builds = 0;
        for (int chapter = 0; chapter < 2; chapter++) {
            proofs.hold(chapter + 1, chapter == 0 ? 1 : 1 + dice.nextInt(LifeCampus.CONVENTIONS.size()));
            String before = lms.picture();
            boolean stale = !lms.isAsSeen(held.standing(held.current()));
            boolean meddledBefore = meddled;
            try {
                store.builds().stream()
                        .filter(build -> build.isUnderWay())
                        .map(Build::id)
                        .toList()
                        .forEach(this::untilEnded);
                long first = start();
                if (first < 0) {
                    continue;
                }
                builds += through(first);
                if (dice.nextInt(3) == 0) {
                    builds += takenBack(first, before, meddledBefore, stale);
                }
            } catch (Gone putBack) {
                told.add("the build is gone with what the database held");
            }
        }
        return builds;
    }

    /** Begins to build all that the proof says now; -1 where there is nothing to do. */
    private long start() {
        ProofKey key = proofs.now(LifeCampus.TERM);
        List<ProofRow> rows = proofs.proof(key).proof().rows().stream()
                .filter(row -> row.action().isCarriedOut())
                .toList();
        if (rows.isEmpty()) {
            return -1;
        }
        Wanted wanted = new Wanted(Set.of(), Closings.of(rows).shells(), List.of(), dice.nextBoolean());
        Build build = Build.of(key, JSON.writeValueAsString(wanted), "abara", time.instant());
        if (dice.nextInt(4) == 0) {
            build.tryFirst(1 + dice.nextInt(3));
        }
        return begin(build);
    }

    private long begin(Build build) {
        LifeProcess one = processes.get(0);
        return one.records.within(() -> {
            if (store.builds().stream().anyMatch(Build::isUnderWay)) {
                throw new IllegalStateException("two builds at once");
            }
            Build kept = store.buildRows().saveAndFlush(build);
            one.lots.insertEnds(kept.id(), time.instant());
            return kept.id();
        });
    }

    /** Lets a build come to its end, and goes on with what is left, as a person would; how many builds that took. */
    private int through(long first) {
        long id = first;
        for (int n = 1; n <= MOST_BUILDS; n++) {
            untilEnded(id);
            Build ended = build(id);
            check(ended);
            if (ended.state() == Build.State.DONE || !somethingIsLeft(id)) {
                return n;
            }
            if (n == MOST_BUILDS) {
                break;
            }
            if (n > 3) {
                troubles = 0;
            }
            Wanted before = JSON.readValue(ended.wanted(), Wanted.class);
            Wanted wanted = new Wanted(Set.of(), 0, List.of(), true, false, before.away(), before.master());
            id = begin(Build.after(ended, JSON.writeValueAsString(wanted), "abara", time.instant()));
        }
        // what a person changed in the LMS may be in the way of what a build wants for good
        if (!meddled) {
            broken.add("after " + MOST_BUILDS + " builds something is left: " + failures(id));
        }
        return MOST_BUILDS;
    }

    private List<String> failures(long id) {
        return store.stepsOf(id).stream()
                .filter(step -> step.state() != StepState.DONE && step.state() != StepState.KEPT)
                .map(step -> step.verb() + " " + step.shellKey() + " " + step.state() + " " + step.refused() + " "
                        + step.reason())
                .toList();
    }

    private boolean somethingIsLeft(long id) {
        return build(id).planned() > 0
                && store.stepsOf(id).stream()
                        .anyMatch(step -> step.state() != StepState.DONE && step.state() != StepState.KEPT);
    }

    private int takenBack(long first, String before, boolean meddledBefore, boolean stale) {
        // only the last build that did something is taken back, and only a life without others in it says what is left
        // then
        long last = last();
        Build undone = build(last);
        if (undone.planned() == 0 || undone.kind() != Build.Kind.BUILD) {
            return 0;
        }
        boolean whole = last == first && undone.state() == Build.State.DONE;
        long id = begin(Build.undoing(
                undone, JSON.writeValueAsString(new Wanted(Set.of(), 0, List.of(), true)), "abara", time.instant()));
        int builds = through(id);
        Build back = build(last());
        if (whole
                && !meddled
                && !meddledBefore
                && back.state() == Build.State.DONE
                && !lms.picture().equals(before)) {
            if (stale) {
                unkept.merge(Unkept.TAKEN_BACK_TO_AN_OLD_READING, 1, Integer::sum);
            } else {
                broken.add("taken back, it is not as it was: " + before + "\n now: " + lms.picture());
            }
        }
        return builds;
    }

    private long last() {
        return store.builds().stream().mapToLong(Build::id).max().orElseThrow();
    }

    private Build build(long id) {
        Build build = store.build(id);
        if (build == null) {
            throw new Gone();
        }
        return build;
    }

    private void untilEnded(long id) {
        awaited = id;
        turns.work();
    }

    /** Whose turn it is; nobody's once the build that is waited for has ended. */
    private LifeTurns.@Nullable Worker next() {
        processes.forEach(process -> process.inHand.keySet().removeIf(LifeTurns.Worker::hasEnded));
        while (true) {
            Build build = build(awaited);
            if (!build.isUnderWay() && build.state() != Build.State.PLANNED && nobodyWorks()) {
                return null;
            }
            if (++turnsTaken > MOST_TURNS) {
                throw new TooLong();
            }
            if (build.state() == Build.State.PAUSED && nobodyWorks()) {
                processes.get(0).records.change(awaited, Build::goOn);
                continue;
            }
            happens(awaited);
            if (turns.asking() != null && !isInHand(turns.asking())) {
                return turns.asking(); // it was killed, and ends
            }
            LifeTurns.Worker worker = turn();
            if (worker != null) {
                return worker;
            }
        }
    }

    private boolean isInHand(LifeTurns.Worker worker) {
        return worker.hasEnded() || processes.stream().anyMatch(process -> process.inHand.containsKey(worker));
    }

    private boolean nobodyWorks() {
        return processes.stream().allMatch(process -> process.inHand.isEmpty());
    }

    /** Somebody works on, or lots are taken, or time goes by. */
    private LifeTurns.@Nullable Worker turn() {
        List<LifeTurns.Worker> workers = new ArrayList<>();
        List<LifeProcess> idle = new ArrayList<>();
        Instant now = time.instant();
        for (LifeProcess process : processes) {
            if (!process.isAwake()) {
                continue;
            }
            process.renew();
            process.inHand.keySet().stream()
                    .filter(worker -> !worker.until().isAfter(now))
                    .forEach(workers::add);
            if (process.inHand.size() < 4 && isAnyDue(now)) {
                idle.add(process);
            }
        }
        // mostly whoever is at it goes on, since going from thread to thread costs more than all the rest
        if (turns.asking() != null && workers.contains(turns.asking()) && dice.nextInt(5) > 0) {
            return turns.asking();
        }
        workers.sort(Comparator.comparingLong(LifeTurns.Worker::number));
        int may = workers.size() + idle.size();
        if (may == 0) {
            time.goTo(nextMoment());
            return null;
        }
        int one = dice.nextInt(may);
        if (one < workers.size()) {
            return workers.get(one);
        }
        idle.get(one - workers.size()).claim();
        return null;
    }

    private boolean isAnyDue(Instant now) {
        for (Build build : store.builds()) {
            if (!store.due(build, now).isEmpty()) {
                return true;
            }
        }
        return false;
    }

    private Instant nextMoment() {
        Instant now = time.instant();
        List<Instant> moments = new ArrayList<>();
        processes.forEach(process -> {
            moments.add(process.asleepUntil);
            if (!process.inHand.isEmpty()) {
                moments.add(process.renewAt);
            }
            process.inHand.keySet().forEach(worker -> moments.add(worker.until()));
        });
        store.lots().stream().filter(lot -> !lot.done()).forEach(lot -> {
            moments.add(lot.dueAt());
            if (lot.leaseUntil() != null) {
                moments.add(lot.leaseUntil().plusMillis(1));
            }
        });
        return moments.stream()
                .filter(moment -> moment.isAfter(now))
                .min(Comparator.naturalOrder())
                .orElse(now.plusSeconds(1));
    }

    /** What a life brings: now and then, as long as there is trouble left in it. */
    private void happens(long id) {
        if (kind == Kind.CALM || troubles <= 0 || dice.nextInt(25) > 0) {
            return;
        }
        troubles--;
        int what = dice.nextInt(kind == Kind.FAULTS ? 5 : kind == Kind.PEOPLE ? 9 : 11);
        told.add("at turn " + turnsTaken + ": " + what);
        switch (what) {
            case 0, 1 -> killed();
            case 2 ->
                processes.get(dice.nextInt(processes.size())).asleepUntil =
                        time.instant().plusSeconds(dice.nextInt(40));
            case 3 -> steer(id);
            case 4 -> {
                backup = store.backup();
                lmsBackup = lms.backup();
            }
            case 5, 6, 7, 8 -> people(what);
            case 9 -> {
                meddled = true;
                somethingWasPutBack = true;
                lms.putBack(lmsBackup);
            }
            default -> {
                // whoever puts a backup back ends the processes first
                meddled = true;
                somethingWasPutBack = true;
                killed();
                processes.forEach(LifeProcess::kill);
                store.putBack(backup);
                proofs.forget();
                for (int i = 0; i < processes.size(); i++) {
                    processes.set(i, new LifeProcess(processes.get(i).name, world));
                }
            }
        }
    }

    private void killed() {
        int which = dice.nextInt(processes.size());
        processes.get(which).kill();
        processes.set(which, new LifeProcess(processes.get(which).name, world));
    }

    private void steer(long id) {
        LifeProcess one = processes.get(0);
        boolean runs = build(id).state() == Build.State.RUNNING || build(id).state() == Build.State.WAITING;
        if (runs && dice.nextBoolean()) {
            one.records.change(id, build -> build.pause("abara"));
        } else if (build(id).isUnderWay() && dice.nextInt(3) == 0) {
            one.records.change(id, build -> build.endSoon("abara", ""));
        }
    }

    private void people(int what) {
        List<String> keys = lms.keys();
        if (keys.isEmpty()) {
            return;
        }
        meddled = true;
        String key = keys.get(dice.nextInt(keys.size()));
        switch (what) {
            case 5 -> lms.retitle(key);
            case 6 -> lms.change(key, dice.nextBoolean(), true);
            case 7 -> lms.deleteByHand(key);
            default -> lms.makeByHand("hand-" + dice.nextInt(3), "27SP-ocea-101-00" + dice.nextInt(4));
        }
    }

    // --- what a build promises

    private void check(Build ended) {
        for (BuildStep step : store.stepsOf(ended.id())) {
            if (step.state() == StepState.WAITS || step.state() == StepState.UNDER_WAY) {
                broken.add("a step of an ended build is left open: " + step.verb() + " " + step.shellKey());
            }
            if (step.state() == StepState.FAILED && step.reason().isBlank()) {
                broken.add("a step failed without a reason: " + step.verb() + " " + step.shellKey());
            }
        }
        if (store.lots().stream().anyMatch(lot -> lot.build() == ended.id() && !lot.done())) {
            broken.add("a lot of an ended build is left open");
        }
        if (ended.state() == Build.State.DONE && ended.kind() == Build.Kind.BUILD) {
            checkDone(ended);
        }
    }

    /** Done means that the LMS, read when the build ended, is as its proof says. */
    private void checkDone(Build done) {
        Set<String> wanted = new HashSet<>();
        store.stepsOf(done.id()).forEach(step -> wanted.add(step.shellKey()));
        List<String> differ = proofs.against(done.proof(), held.shells(held.current())).proof().rows().stream()
                .filter(row -> wanted.contains(row.key()) && row.action() != Action.KEEP)
                .map(row -> row.key() + " " + row.action() + " " + row.changed() + " " + row.snags())
                .toList();
        if (differ.isEmpty()) {
            return;
        }
        if (meddled) {
            unkept.merge(Unkept.DONE_THOUGH_IT_DIFFERS, 1, Integer::sum);
        } else {
            broken.add("done, and not as its proof says though nobody else did anything: " + differ);
        }
    }
}
