package chalkline.server.frame;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import chalkline.server.EmptySchema;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Pattern;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.FlywayException;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;

/** A new database gets its tables from one script; they are those that the migrations make. */
class StartScriptTest {
    private final EmptySchema started = new EmptySchema();
    private final EmptySchema migrated = new EmptySchema();

    @BeforeEach
    void bringUpToDate() {
        bringUpToDate(started);
    }

    @AfterEach
    void drop() {
        started.close();
        migrated.close();
    }

    private static void bringUpToDate(EmptySchema schema) {
        Schema.bringUpToDate(schema.source()).migrate(flyway(schema));
    }

    private static Flyway flyway(EmptySchema schema) {
        return Flyway.configure().dataSource(schema.source()).load();
    }

    @Test
    void whatItMakesIsWhatTheMigrationsMake() {
        flyway(migrated).migrate();
        Map<String, String> tables = definitions(migrated);
        assertThat(definitions(started)).isEqualTo(tables).hasSizeGreaterThan(70);
        for (String table : tables.keySet()) {
            assertThat(rows(started, table)).as(table).isEqualTo(rows(migrated, table));
        }
    }

    @Test
    void aSecondStartFindsNothingToDo() {
        Map<String, String> tables = definitions(started);
        bringUpToDate(started);
        assertThat(definitions(started)).isEqualTo(tables);
        assertThat(rows(started, "ledger_head")).hasSize(1);
        assertThat(started.db()
                        .sql("select count(*) from flyway_schema_history where type = 'BASELINE'")
                        .query(Integer.class)
                        .single())
                .isOne();
    }

    @Test
    void oneThatWasInterruptedIsRunToItsEnd() {
        started.db().sql("drop table flyway_schema_history").update();
        started.db().sql("delete from ledger_head").update();
        started.db().sql("drop table listed_people").update();
        bringUpToDate(started);
        flyway(migrated).migrate();
        assertThat(definitions(started)).isEqualTo(definitions(migrated));
        assertThat(rows(started, "ledger_head")).hasSize(1);
        assertThat(rows(started, "archive_rule")).hasSize(1);
    }

    @Test
    void aDatabaseOfSomebodyElseIsLeftAlone() {
        migrated.db().sql("create table stock (id int)").update();
        assertThatThrownBy(() -> bringUpToDate(migrated))
                .isInstanceOf(FlywayException.class)
                .hasMessageContaining("non-empty");
        assertThat(definitions(migrated)).containsOnlyKeys("stock");
    }

    /** As a backup that was put back without it: which version its tables are of nobody knows. */
    @Test
    void dataWithoutItsHistoryIsRefused() {
        started.db().sql("drop table flyway_schema_history").update();
        started.db()
                .sql("insert into account (login, name) values ('abara', 'N. Abara')")
                .update();
        assertThatThrownBy(() -> bringUpToDate(started))
                .isInstanceOf(FlywayException.class)
                .hasMessageContaining("non-empty");
        assertThat(rows(started, "account")).hasSize(1);
    }

    @Test
    void theScriptSaysWhichMigrationItStandsFor() {
        assertThat(flyway(started).info().current().getVersion().getVersion()).isEqualTo(Schema.STARTS_AS);
    }

    /** Every table's definition, by its name. */
    private static Map<String, String> definitions(EmptySchema schema) {
        JdbcClient db = schema.db();
        Map<String, String> all = new TreeMap<>();
        List<String> names = db.sql("select table_name from information_schema.tables"
                        + " where table_schema = database() and table_name <> 'flyway_schema_history'")
                .query(String.class)
                .list();
        Pattern drawn = Pattern.compile(" AUTO_INCREMENT=\\d+");
        for (String name : names) {
            String text = db.sql("show create table " + name)
                    .query((row, number) -> row.getString(2))
                    .single();
            all.put(name, drawn.matcher(text).replaceAll(""));
        }
        return all;
    }

    private static List<Map<String, Object>> rows(EmptySchema schema, String table) {
        return schema.db().sql("select * from " + table).query().listOfRows();
    }
}
