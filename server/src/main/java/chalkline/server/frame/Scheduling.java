package chalkline.server.frame;

import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.boot.config.DbSchedulerCustomizer;
import com.github.kagkarlsson.scheduler.boot.config.DbSchedulerStarter;
import com.github.kagkarlsson.scheduler.boot.config.startup.AbstractSchedulerStarter;
import com.github.kagkarlsson.scheduler.jdbc.JdbcCustomization;
import com.github.kagkarlsson.scheduler.jdbc.MySQL8JdbcCustomization;
import com.github.kagkarlsson.scheduler.serializer.Serializer;
import java.util.Optional;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.event.EventListener;

/**
 * Work in the background. The customization for MySQL 8 is used because the one for MariaDB cannot lock and fetch in one
 * go (db-scheduler 16.12).
 */
@Configuration
class Scheduling {
    /** It begins once the application can be used: what it does first would hold up the start of all else. */
    static final class Starter extends AbstractSchedulerStarter {
        Starter(Scheduler scheduler) {
            super(scheduler);
        }

        @EventListener(ApplicationReadyEvent.class)
        void start() {
            doStart();
        }
    }

    @Bean
    static DbSchedulerStarter schedulerStarter(Scheduler scheduler) {
        return new Starter(scheduler);
    }

    @Bean
    DbSchedulerCustomizer schedulerOnMariaDb() {
        return new DbSchedulerCustomizer() {
            @Override
            public Optional<Serializer> serializer() {
                return Optional.of(new com.github.kagkarlsson.scheduler.boot.autoconfigure.Jackson3Serializer());
            }

            @Override
            public Optional<JdbcCustomization> jdbcCustomization() {
                return Optional.of(new MySQL8JdbcCustomization(true));
            }
        };
    }
}
