package chalkline.server.build;

import com.github.kagkarlsson.scheduler.task.FailureHandler;
import com.github.kagkarlsson.scheduler.task.helper.CustomTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import java.time.Duration;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
class BuildTasks {
    private static final Duration AFTER_A_FAILURE = Duration.ofSeconds(10);

    /** @param carryOut asked for when a build runs, since it needs services that schedule work themselves */
    @Bean
    CustomTask<CarryOut.Work> buildTask(ObjectProvider<CarryOut> carryOut) {
        return Tasks.custom(CarryOut.TASK)
                .onFailure(new FailureHandler.OnFailureRetryLater<>(AFTER_A_FAILURE))
                .execute((instance, context) ->
                        carryOut.getObject().run(instance.getData().build()));
    }
}
