package chalkline.server.ledger;

import chalkline.server.ChalkLineSettings;
import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.Schedules;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
class LedgerTasks {
    /** All that is open is sealed, part by part. */
    @Bean
    RecurringTask<Void> sealLedger(ObjectProvider<LedgerChain> chain, ChalkLineSettings settings) {
        return Tasks.recurring(
                        "seal-ledger", Schedules.fixedDelay(settings.looks().ledger()))
                .execute((instance, context) -> {
                    while (chain.getObject().seal() > 0) {
                        // until nothing is left
                    }
                });
    }
}
