package chalkline.server.exports;

import chalkline.server.frame.Jobs;
import com.github.kagkarlsson.scheduler.task.helper.OneTimeTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
class ExportTasks {
    @Bean
    OneTimeTask<WriteExport.Work> writeExportTask(ObjectProvider<WriteExport> write, Jobs jobs) {
        return Tasks.oneTime(WriteExport.TASK)
                .onFailure(jobs.threeTries((work, reason) -> write.getObject().giveUp(work.export(), reason)))
                .execute((instance, context) ->
                        write.getObject().run(instance.getData().export()));
    }

    @Bean
    OneTimeTask<ReadResults.Work> readResultsTask(ObjectProvider<ReadResults> read, Jobs jobs) {
        return Tasks.oneTime(ReadResults.TASK)
                .onFailure(jobs.threeTries((work, reason) -> read.getObject().giveUp(work.sheet(), reason)))
                .execute((instance, context) ->
                        read.getObject().run(instance.getData().sheet()));
    }
}
