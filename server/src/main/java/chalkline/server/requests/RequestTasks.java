package chalkline.server.requests;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.Schedules;
import java.time.Duration;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
class RequestTasks {
    private static final Duration SOON = Duration.ofSeconds(1);

    @Bean
    RecurringTask<Void> carryOutRequests(ObjectProvider<CarryOut> carryOut) {
        return Tasks.recurring("carry-out-requests", Schedules.fixedDelay(SOON))
                .execute((instance, context) -> carryOut.getObject().some());
    }
}
