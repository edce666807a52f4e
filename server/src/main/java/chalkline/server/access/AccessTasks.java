package chalkline.server.access;

import chalkline.server.ChalkLineSettings;
import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.Schedules;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
class AccessTasks {
    @Bean
    RecurringTask<Void> settleAccess(
            ObjectProvider<ShellPeople> people, ObjectProvider<EntryCodes> codes, ChalkLineSettings settings) {
        return Tasks.recurring(
                        "settle-access", Schedules.fixedDelay(settings.looks().access()))
                .execute((instance, context) -> {
                    people.getObject().settle();
                    codes.getObject().settle();
                });
    }
}
