package chalkline.server.mail;

import chalkline.server.ChalkLineSettings;
import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.Schedules;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
class MailTasks {
    @Bean
    RecurringTask<Void> sendMailTask(SendMail send, ChalkLineSettings settings) {
        return Tasks.recurring("send-mail", Schedules.fixedDelay(settings.mail().every()))
                .execute((instance, context) -> send.some());
    }
}
