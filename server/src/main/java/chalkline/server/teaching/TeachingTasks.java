package chalkline.server.teaching;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.Schedules;
import java.time.Duration;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
class TeachingTasks {
    private static final Duration SOON = Duration.ofSeconds(3);

    @Bean
    RecurringTask<Void> takePeopleFromList(ObjectProvider<ListedPeople> people) {
        return Tasks.recurring("take-people-from-list", Schedules.fixedDelay(SOON))
                .execute((instance, context) -> people.getObject().look());
    }
}
