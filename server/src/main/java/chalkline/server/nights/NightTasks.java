package chalkline.server.nights;

import chalkline.server.ChalkLineSettings;
import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.Schedules;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
class NightTasks {
    @Bean
    RecurringTask<Void> cleanUpTask(ObjectProvider<CleanUp> cleanUp, ChalkLineSettings settings) {
        return Tasks.recurring("clean-up", Schedules.cron(settings.keep().at()))
                .execute((instance, context) -> cleanUp.getObject().run());
    }

    /** What it does is looked up when it is due: it schedules work itself, and the scheduler is made of its tasks. */
    @Bean
    RecurringTask<Void> carryOnTask(ObjectProvider<CarryOn> carryOn, ChalkLineSettings settings) {
        return Tasks.recurring(
                        "carry-on", Schedules.fixedDelay(settings.registrar().lookEvery()))
                .execute((instance, context) -> carryOn.getObject().look());
    }
}
