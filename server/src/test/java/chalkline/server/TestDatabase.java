package chalkline.server;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;

/** The MariaDB that tests have, and schemas in it. */
final class TestDatabase {
    private TestDatabase() {}

    /** Where it answers; it is started unless it runs. */
    static int port() {
        String set = System.getenv("CHALKLINE_TEST_DB_PORT");
        if (set == null) {
            Machine.run(new ProcessBuilder(Machine.root().resolve("chalkline").toString(), "test-database"));
        }
        return set == null ? 33_316 : Integer.parseInt(set);
    }

    /** A schema's address; what tests say on loopback is not encrypted. */
    static String url(int port, String schema) {
        return "jdbc:mariadb://127.0.0.1:" + port + "/" + schema + "?sslMode=disable";
    }

    /** Runs statements that belong to no schema. */
    static void sql(int port, String... statements) {
        try (Connection connection = DriverManager.getConnection(url(port, ""), "chalkline", "chalkline");
                Statement statement = connection.createStatement()) {
            for (String sql : statements) {
                statement.execute(sql);
            }
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Takes everything out of the LMS stand-in's tables, as they are before it has made anything. */
    static void emptyLms(int port, String schema) {
        try (Connection connection = DriverManager.getConnection(url(port, schema), "chalkline", "chalkline");
                Statement statement = connection.createStatement()) {
            statement.execute("set foreign_key_checks = 0");
            for (String table : tables(statement)) {
                if (!isEmpty(statement, table)) {
                    statement.execute("truncate table " + table);
                }
            }
            statement.execute("insert into mark values (0)");
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    /** The tables of a connection's schema, without the one of its migrations. */
    static List<String> tables(Statement statement) throws SQLException {
        List<String> names = new ArrayList<>();
        try (ResultSet found = statement.executeQuery(
                "select table_name from information_schema.tables"
                        + " where table_type = 'BASE TABLE' and table_name <> 'flyway_schema_history' and table_schema = database()")) {
            while (found.next()) {
                names.add(found.getString(1));
            }
        }
        return names;
    }

    /** @param table with its schema's name, where it is another than the connection's */
    static boolean isEmpty(Statement statement, String table) throws SQLException {
        try (ResultSet any = statement.executeQuery("select exists (select 1 from " + table + ")")) {
            any.next();
            return any.getInt(1) == 0;
        }
    }

    /** A name that no other schema has. */
    static String freshName() {
        return "chalkline_t" + Long.toString(System.nanoTime(), 36);
    }
}
