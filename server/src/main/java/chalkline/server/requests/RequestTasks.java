package chalkline.server.requests;

import chalkline.server.ChalkLineSettings;
import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.Schedules;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
class RequestTasks {
    @Bean
    RecurringTask<Void> carryOutRequests(ObjectProvider<CarryOut> carryOut, ChalkLineSettings settings) {
        return Tasks.recurring(
                        "carry-out-requests",
                        Schedules.fixedDelay(settings.looks().requests()))
                .execute((instance, context) -> carryOut.getObject().some());
    }
}
