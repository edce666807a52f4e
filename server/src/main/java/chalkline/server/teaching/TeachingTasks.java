package chalkline.server.teaching;

import chalkline.server.ChalkLineSettings;
import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.Schedules;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
class TeachingTasks {
    @Bean
    RecurringTask<Void> takePeopleFromList(ObjectProvider<ListedPeople> people, ChalkLineSettings settings) {
        return Tasks.recurring(
                        "take-people-from-list",
                        Schedules.fixedDelay(settings.looks().teaching()))
                .execute((instance, context) -> people.getObject().look());
    }
}
