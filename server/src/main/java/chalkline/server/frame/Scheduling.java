package chalkline.server.frame;

import com.github.kagkarlsson.scheduler.boot.config.DbSchedulerCustomizer;
import com.github.kagkarlsson.scheduler.jdbc.JdbcCustomization;
import com.github.kagkarlsson.scheduler.jdbc.MySQL8JdbcCustomization;
import com.github.kagkarlsson.scheduler.serializer.Serializer;
import java.util.Optional;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/**
 * Work in the background. The customization for MySQL 8 is used because the one for MariaDB cannot lock and fetch in one
 * go (db-scheduler 16.12).
 */
@Configuration
class Scheduling {
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
