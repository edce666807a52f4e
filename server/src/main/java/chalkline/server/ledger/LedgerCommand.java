package chalkline.server.ledger;

import java.util.Map;
import javax.sql.DataSource;
import org.springframework.boot.Banner;
import org.springframework.boot.WebApplicationType;
import org.springframework.boot.autoconfigure.ImportAutoConfiguration;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.boot.jdbc.autoconfigure.DataSourceAutoConfiguration;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Import;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.JdbcTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/** Checks the ledger from a command line, with the database and without the application. */
final class LedgerCommand {
    private LedgerCommand() {}

    /** No configuration of the application, which would find it and take its beans for its own. */
    @ImportAutoConfiguration(DataSourceAutoConfiguration.class)
    @Import({LedgerChain.class, LedgerCheck.class})
    static class Beans {
        @Bean
        JdbcClient db(DataSource source) {
            return JdbcClient.create(source);
        }

        @Bean
        TransactionTemplate transaction(DataSource source) {
            return new TransactionTemplate(new JdbcTransactionManager(source));
        }

        @Bean
        JsonMapper json() {
            return new JsonMapper();
        }
    }

    /** Says what was found; ends with 0 where the chain holds, else with 1. */
    public static void main(String[] arguments) {
        System.exit(check());
    }

    private static int check() {
        try (ConfigurableApplicationContext context = new SpringApplicationBuilder(Beans.class)
                .web(WebApplicationType.NONE)
                .bannerMode(Banner.Mode.OFF)
                .logStartupInfo(false)
                .properties(Map.of("logging.level.root", "WARN"))
                .run()) {
            LedgerCheck.Found found = context.getBean(LedgerCheck.class).walk();
            found.faults().forEach(System.out::println);
            System.out.println(found.entries() + " entries, the last with the digest " + found.head() + "; "
                    + (found.faults().isEmpty()
                            ? "each is as it was sealed."
                            : found.faults().size() + " faults."));
            return found.faults().isEmpty() ? 0 : 1;
        }
    }
}
