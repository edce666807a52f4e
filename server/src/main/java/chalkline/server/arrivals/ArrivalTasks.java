package chalkline.server.arrivals;

import chalkline.server.frame.Jobs;
import com.github.kagkarlsson.scheduler.task.helper.OneTimeTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
class ArrivalTasks {
    @Bean
    OneTimeTask<ReadArrival.Work> readArrivalTask(ReadArrival read, Jobs jobs) {
        return Tasks.oneTime(ReadArrival.TASK)
                .onFailure(jobs.threeTries((work, reason) -> read.giveUp(work.arrival(), reason)))
                .execute((instance, context) -> read.run(instance.getData().arrival()));
    }
}
