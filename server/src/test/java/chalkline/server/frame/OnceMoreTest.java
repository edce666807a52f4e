package chalkline.server.frame;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import chalkline.server.RunningSystem;
import java.sql.SQLException;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionTemplate;

class OnceMoreTest {
    @Test
    void whatTheDatabaseUndidOverAnotherIsDoneOnceMoreAndNothingElseIs() {
        AtomicInteger tries = new AtomicInteger();
        assertThat(OnceMore.trying(() -> {
                    if (tries.incrementAndGet() < 3) {
                        throw new IllegalStateException(new SQLException("deadlock", "40001", 1213));
                    }
                    return tries.get();
                }))
                .isEqualTo(3);
        AtomicInteger others = new AtomicInteger();
        assertThatThrownBy(() -> OnceMore.doing(() -> {
                    others.incrementAndGet();
                    throw new IllegalStateException(new SQLException("duplicate", "23000", 1062));
                }))
                .isInstanceOf(IllegalStateException.class);
        assertThat(others).hasValue(1);
        AtomicInteger without = new AtomicInteger();
        assertThatThrownBy(() -> OnceMore.doing(() -> {
                    without.incrementAndGet();
                    throw new IllegalStateException(new SQLException("deadlock", "40001", 1213));
                }))
                .isInstanceOf(IllegalStateException.class);
        assertThat(without).as("not without end").hasValue(4);
    }

    /** Two that take two rows the other way around: MariaDB undoes one of them, and both are done in the end. */
    @Test
    void twoThatDeadlockAreBothDone() throws Exception {
        try (RunningSystem system = RunningSystem.withSections(24, "--standins.earlier-terms=false")) {
            TransactionTemplate transaction = system.bean(TransactionTemplate.class);
            JdbcClient db = system.bean(JdbcClient.class);
            db.sql("create table met (id int primary key, n int not null)").update();
            db.sql("insert into met values (1, 0), (2, 0)").update();
            CountDownLatch both = new CountDownLatch(2);
            AtomicInteger runs = new AtomicInteger();
            ExecutorService two = Executors.newFixedThreadPool(2);
            try {
                Future<?> one = two.submit(() -> add(transaction, db, both, runs, 1, 2));
                Future<?> other = two.submit(() -> add(transaction, db, both, runs, 2, 1));
                one.get(30, TimeUnit.SECONDS);
                other.get(30, TimeUnit.SECONDS);
            } finally {
                two.shutdownNow();
            }
            assertThat(db.sql("select sum(n) from met").query(Integer.class).single())
                    .isEqualTo(4);
            assertThat(runs.get()).as("one of them ran once more").isGreaterThan(2);
            db.sql("drop table met").update();
        }
    }

    private static void add(
            TransactionTemplate transaction,
            JdbcClient db,
            CountDownLatch both,
            AtomicInteger runs,
            int first,
            int second) {
        transaction.executeWithoutResult(status -> {
            runs.incrementAndGet();
            db.sql("update met set n = n + 1 where id = ?").param(first).update();
            both.countDown();
            await(both);
            db.sql("update met set n = n + 1 where id = ?").param(second).update();
        });
    }

    private static void await(CountDownLatch both) {
        try {
            both.await();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
