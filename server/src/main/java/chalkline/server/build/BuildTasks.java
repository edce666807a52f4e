package chalkline.server.build;

import com.github.kagkarlsson.scheduler.task.FailureHandler;
import com.github.kagkarlsson.scheduler.task.helper.CustomTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
class BuildTasks {
    private static final Duration AFTER_A_FAILURE = Duration.ofSeconds(10);

    @Bean
    CustomTask<CarryOut.Work> buildTask(CarryOut carryOut) {
        return Tasks.custom(CarryOut.TASK)
                .onFailure(new FailureHandler.OnFailureRetryLater<>(AFTER_A_FAILURE))
                .execute((instance, context) -> carryOut.run(instance.getData().build()));
    }
}
