package chalkline.server.upkeep;

import chalkline.server.ChalkLineSettings;
import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.Schedules;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
class UpkeepTasks {
    /** What it does is looked up when it is due: builds wake the scheduler, which is made of its tasks. */
    @Bean
    RecurringTask<Void> archiveTask(ObjectProvider<ArchiveService> archive, ChalkLineSettings settings) {
        return Tasks.recurring("archive", Schedules.cron(settings.lms().compareAt()))
                .execute((instance, context) -> archive.getObject().atNight());
    }
}
