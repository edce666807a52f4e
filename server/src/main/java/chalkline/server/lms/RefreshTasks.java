package chalkline.server.lms;

import chalkline.server.ChalkLineSettings;
import chalkline.server.frame.Jobs;
import com.github.kagkarlsson.scheduler.task.helper.OneTimeTask;
import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.Schedules;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
class RefreshTasks {
    @Bean
    OneTimeTask<RefreshHeld.Work> refreshHeldTask(RefreshHeld refresh, Jobs jobs) {
        return Tasks.oneTime(RefreshHeld.TASK)
                .onFailure(jobs.threeTries((work, reason) -> refresh.giveUp(work.refresh(), reason)))
                .execute((instance, context) -> refresh.run(instance.getData().refresh()));
    }

    @Bean
    RecurringTask<Void> compareHeldTask(RefreshHeld refresh, ChalkLineSettings settings) {
        return Tasks.recurring("compare-held", Schedules.cron(settings.lms().compareAt()))
                .execute((instance, context) -> refresh.compare());
    }
}
