package chalkline.server.arrivals;

import com.github.kagkarlsson.scheduler.task.helper.OneTimeTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
class ArrivalTasks {
    @Bean
    OneTimeTask<ReadArrival.Work> readArrivalTask(ReadArrival read) {
        return Tasks.oneTime(ReadArrival.TASK)
                .execute((instance, context) -> read.run(instance.getData().arrival()));
    }
}
