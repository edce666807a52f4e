package chalkline.server.build;

import chalkline.server.frame.Jobs;
import com.github.kagkarlsson.scheduler.task.helper.CustomTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
class BuildTasks {
    /** @param carryOut asked for when a build runs, since it needs services that schedule work themselves */
    @Bean
    CustomTask<CarryOut.Work> buildTask(ObjectProvider<CarryOut> carryOut, Jobs jobs) {
        return Tasks.custom(CarryOut.TASK)
                .onFailure(
                        jobs.threeTries((work, reason) -> carryOut.getObject().giveUp(work.build(), reason)))
                .execute((instance, context) ->
                        carryOut.getObject().run(instance.getData().build()));
    }
}
