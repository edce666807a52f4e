package chalkline.server.ledger;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.Schedules;
import java.time.Duration;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
class LedgerTasks {
    private static final Duration SOON = Duration.ofSeconds(10);

    /** All that is open is sealed, part by part. */
    @Bean
    RecurringTask<Void> sealLedger(ObjectProvider<LedgerChain> chain) {
        return Tasks.recurring("seal-ledger", Schedules.fixedDelay(SOON)).execute((instance, context) -> {
            while (chain.getObject().seal() > 0) {
                // until nothing is left
            }
        });
    }
}
