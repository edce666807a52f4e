package chalkline.server.frame;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import javax.sql.DataSource;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.MigrationInfo;
import org.springframework.boot.flyway.autoconfigure.FlywayMigrationStrategy;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.io.ClassPathResource;
import org.springframework.core.io.Resource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.init.ResourceDatabasePopulator;

/**
 * Brings the tables up to date. A database that has none gets them from one script, which stands for the migrations up to
 * {@link #STARTS_AS}; the later ones follow as everywhere. Two migrations were changed after they had been run, since a cluster
 * does not take what they said; where they ran as they were, a later one makes up for it, and they count as run.
 */
@Configuration
class Schema {
    /** A migration with its checksums, before and after it was changed. */
    private record Changed(String version, int before, int after) {}

    private static final List<Changed> CHANGED =
            List.of(new Changed("1", -1_941_829_097, 1_794_466_060), new Changed("3", 922_677_875, -2_089_554_174));

    /** The version of the tables that the starting script makes. */
    static final String STARTS_AS = "30";

    static final Resource START = new ClassPathResource("db/start.sql");
    private static final Pattern MAKES = Pattern.compile("create (?:table|sequence) if not exists (\\w+)");

    @Bean
    static FlywayMigrationStrategy bringUpToDate(DataSource source) {
        return flyway -> {
            JdbcClient db = JdbcClient.create(source);
            if (isNew(db)) {
                new ResourceDatabasePopulator(START).execute(source);
                Flyway.configure()
                        .configuration(flyway.getConfiguration())
                        .baselineVersion(STARTS_AS)
                        .load()
                        .baseline();
            }
            CHANGED.stream()
                    .filter(one -> ranBefore(flyway, one))
                    .forEach(one -> db.sql(
                                    "update flyway_schema_history set checksum = ? where version = ? and checksum = ?")
                            .params(one.after(), one.version(), one.before())
                            .update());
            flyway.migrate();
        };
    }

    /**
     * Whether it has no tables, or some of the starting script's that did not come to its end. Nobody can sign in then: where
     * an account stands, the tables are of a version that only their history could tell.
     */
    private static boolean isNew(JdbcClient db) {
        Set<String> made = MAKES.matcher(text(START))
                .results()
                .map(one -> one.group(1).toLowerCase(Locale.ROOT))
                .collect(Collectors.toSet());
        List<String> there = db.sql(
                        "select lower(table_name) from information_schema.tables where table_schema = database()")
                .query(String.class)
                .list();
        return made.containsAll(there)
                && (!there.contains("account")
                        || !db.sql("select exists (select 1 from account)")
                                .query(Boolean.class)
                                .single());
    }

    private static String text(Resource resource) {
        try {
            return resource.getContentAsString(StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static boolean ranBefore(Flyway flyway, Changed changed) {
        return Arrays.stream(flyway.info().applied())
                .filter(run -> run.getVersion() != null
                        && run.getVersion().getVersion().equals(changed.version()))
                .map(MigrationInfo::getAppliedChecksum)
                .anyMatch(checksum -> Objects.equals(checksum, changed.before()));
    }
}
