package chalkline.server.arrivals;

import chalkline.server.ChalkLineSettings;
import chalkline.server.frame.Jobs;
import com.github.kagkarlsson.scheduler.task.helper.OneTimeTask;
import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.Schedules;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
class ArrivalTasks {
    @Bean
    RecurringTask<Void> fetchListTask(Nightly nightly, ChalkLineSettings settings) {
        return Tasks.recurring(
                        "fetch-list", Schedules.fixedDelay(settings.registrar().lookEvery()))
                .execute((instance, context) -> nightly.look(context.getSchedulerClient()));
    }

    @Bean
    OneTimeTask<ReadArrival.Work> readArrivalTask(ReadArrival read, Jobs jobs) {
        return Tasks.oneTime(ReadArrival.TASK)
                .onFailure(jobs.threeTries((work, reason) -> read.giveUp(work.arrival(), reason)))
                .execute((instance, context) -> read.run(instance.getData().arrival()));
    }
}
