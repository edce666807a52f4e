package chalkline.server.build;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import chalkline.server.OwnSystem;
import chalkline.server.RunningSystem;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Lots in many hands: each in one at a time, taken over when its lease ends. The engine of this system takes none itself. */
@OwnSystem("its engine is stopped")
class BuildLotsTest {
    private static RunningSystem system;
    private static BuildLots lots;
    private static Records records;
    private static JdbcClient db;

    private long build;

    @BeforeAll
    static void start() {
        system = RunningSystem.ofItsOwn(48, "--standins.earlier-terms=false");
        system.bean(BuildEngine.class).stop();
        lots = system.bean(BuildLots.class);
        records = system.bean(Records.class);
        db = system.bean(JdbcClient.class);
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    @BeforeEach
    void aBuild() {
        db.sql(
                        "insert into build (term, arrival_id, conventions_version, held_version, shells, state, started_at, started_by,"
                                + " version, phase) values ('27SP', 1, 1, 1, 0, 'RUNNING', now(6), 'abara', 0, ?)")
                .param(Phase.SHELLS.number())
                .update();
        build = db.sql("select max(id) from build").query(Long.class).single();
        lots.insertEnds(build, Instant.now());
        // it is planned already
        db.sql("update build_lot set done = true where build_id = ? and phase = ?")
                .params(build, Phase.PLAN.number())
                .update();
        lots.insert(
                build,
                IntStream.rangeClosed(1, 20)
                        .mapToObj(i -> new BuildLots.Row(BuildLots.id(build, i), Phase.SHELLS, Instant.now()))
                        .toList());
        lots.insert(build, List.of(new BuildLots.Row(BuildLots.id(build, 21), Phase.CLOSE, Instant.now())));
    }

    @AfterEach
    void itIsOver() {
        state("DONE");
    }

    private void state(String state) {
        db.sql("update build set state = ? where id = ?").params(state, build).update();
    }

    private static List<BuildLots.Lot> claim(int most) {
        return records.within(() -> lots.claim(most));
    }

    private void leasesEnd() {
        db.sql("update build_lot set lease_until = now(6) - interval 1 second where build_id = ? and lease is not null")
                .param(build)
                .update();
    }

    @Test
    void eachLotIsInOneHandHoweverManyReachForThem() throws Exception {
        ExecutorService hands = Executors.newFixedThreadPool(8);
        Set<Long> taken = new HashSet<>();
        try {
            List<Callable<List<BuildLots.Lot>>> reach = new ArrayList<>();
            for (int i = 0; i < 16; i++) {
                reach.add(() -> claim(3));
            }
            for (Future<List<BuildLots.Lot>> some : hands.invokeAll(reach)) {
                for (BuildLots.Lot lot : some.get()) {
                    assertThat(taken.add(lot.id())).as("lot %s twice", lot.id()).isTrue();
                    assertThat(lot.phase()).isEqualTo(Phase.SHELLS);
                }
            }
        } finally {
            hands.shutdownNow();
        }
        claim(20).forEach(lot -> taken.add(lot.id()));
        assertThat(taken).as("those of the phase, and no other").hasSize(20);
    }

    /** A worker that slept finds its lot taken over, and records nothing of it any more. */
    @Test
    void whoeverLostALeaseRecordsNothing() {
        BuildLots.Lot first = claim(1).get(0);
        assertThat(claim(20)).extracting(BuildLots.Lot::id).doesNotContain(first.id());
        leasesEnd();
        BuildLots.Lot second = claim(20).stream()
                .filter(lot -> lot.id() == first.id())
                .findFirst()
                .orElseThrow();
        assertThat(second.lease()).isNotEqualTo(first.lease());
        lots.renew(List.of(first.lease()));
        assertThatThrownBy(() -> records.settled(first, List.of())).isInstanceOf(BuildLots.LeaseLost.class);
        assertThatThrownBy(() -> records.ended(first, List.of())).isInstanceOf(BuildLots.LeaseLost.class);
        assertThat(records.settled(second, List.of())).isEqualTo(Build.State.RUNNING);
    }

    /** One that slept through all of a build neither begins it again nor ends it, whatever it was about to do. */
    @Test
    void whoeverSleptThroughABuildLeavesItAsItEnded() {
        BuildLots.Lot slept = claim(1).get(0);
        leasesEnd();
        claim(20);
        state("DONE");
        assertThatThrownBy(() -> records.change(slept, one -> one.plan("{}"))).isInstanceOf(BuildLots.LeaseLost.class);
        assertThatThrownBy(() -> records.stop(slept, "The LMS refuses.")).isInstanceOf(BuildLots.LeaseLost.class);
        assertThatThrownBy(() -> records.refused(slept, List.of(), List.of(), "x", "The LMS refuses."))
                .isInstanceOf(BuildLots.LeaseLost.class);
        BuildLots.Lot planned = new BuildLots.Lot(BuildLots.id(build, 0), build, Phase.PLAN, 0, 0, "over");
        system.bean(LotWork.class).carryOut(planned, () -> false);
        assertThat(records.stateOf(build)).isEqualTo(Build.State.DONE);
    }

    /** Each process takes numbers for its steps in blocks, so those of a later build may be the lower ones. */
    @Test
    void whatCameLastOfAShellIsOfTheLaterBuildWhicheverProcessPlannedIt() {
        String step = "insert into build_step (id, build_id, ordinal, shell_key, shell_code, department, verb, message,"
                + " state, attempts, refused, reason, idempotency_key) values (?, ?, 1, 's:a', 'A', '', 'COPY', '', ?, 0, '', '', '')";
        db.sql(step).params(9_000_000, build, "HELD_BACK").update();
        long first = build;
        state("FAILED");
        aBuild();
        db.sql(step).params(8_000_000, build, "DONE").update();
        assertThat(system.bean(BuildSteps.class).fillings("27SP"))
                .extracting(BuildStep::buildId)
                .containsExactly(first, build);
        db.sql("delete from build_step where id in (8000000, 9000000)").update();
    }

    @Test
    void aRenewedLeaseIsKept() {
        BuildLots.Lot lot = claim(1).get(0);
        leasesEnd();
        lots.renew(List.of(lot.lease()));
        assertThat(claim(20)).extracting(BuildLots.Lot::id).doesNotContain(lot.id());
    }

    @Test
    void aLotThatIsLaidDownComesBackWhenItIsDue() {
        BuildLots.Lot lot = claim(1).get(0);
        lots.postpone(lot, Duration.ofHours(1), 3, 1);
        assertThat(claim(20)).extracting(BuildLots.Lot::id).doesNotContain(lot.id());
        db.sql("update build_lot set due_at = now(6) where id = ?")
                .param(lot.id())
                .update();
        BuildLots.Lot again = claim(1).get(0);
        assertThat(again.id()).isEqualTo(lot.id());
        assertThat(again.tries()).isEqualTo(3);
        assertThat(again.errors()).isEqualTo(1);
    }

    @Test
    void aPhaseBeginsWhenAllLotsOfTheOneBeforeHaveEnded() {
        List<BuildLots.Lot> shells = claim(20);
        shells.subList(0, 19).forEach(lot -> records.ended(lot, List.of()));
        assertThat(claim(20)).as("one is still in hand").isEmpty();
        records.ended(shells.get(19), List.of());
        assertThat(claim(20)).extracting(BuildLots.Lot::phase).containsExactly(Phase.CLOSE);
    }

    @Test
    void nothingOfAPausedBuildIsTaken() {
        state("PAUSED");
        assertThat(claim(20)).isEmpty();
    }

    /** What is in flight is waited for; then nothing but the end is left. */
    @Test
    void abuildThatIsToEndEndsWhenNothingIsInHand() {
        BuildLots.Lot inHand = claim(1).get(0);
        state("ENDING");
        assertThat(claim(20)).isEmpty();
        records.settled(inHand, List.of());
        lots.postpone(inHand, Duration.ZERO, 0, 0);
        List<BuildLots.Lot> end = claim(20);
        assertThat(end).extracting(BuildLots.Lot::phase).containsExactly(Phase.END);
        records.leaveOut(build);
        records.finished(end.get(0), "");
        assertThat(records.stateOf(build)).isEqualTo(Build.State.FAILED);
        assertThat(claim(20)).isEmpty();
    }
}
