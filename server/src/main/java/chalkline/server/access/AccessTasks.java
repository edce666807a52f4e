package chalkline.server.access;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.Schedules;
import java.time.Duration;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
class AccessTasks {
    private static final Duration SOON = Duration.ofSeconds(5);

    @Bean
    RecurringTask<Void> settleAccess(ObjectProvider<ShellPeople> people, ObjectProvider<EntryCodes> codes) {
        return Tasks.recurring("settle-access", Schedules.fixedDelay(SOON)).execute((instance, context) -> {
            people.getObject().settle();
            codes.getObject().settle();
        });
    }
}
