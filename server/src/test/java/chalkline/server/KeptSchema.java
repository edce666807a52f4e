package chalkline.server;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;

/**
 * What the tables of a schema hold at one moment, kept in a schema beside it. They are looked for in the database, so that
 * none is forgotten when everything is put back; sequences go on counting, since whoever drew from them has some in hand.
 */
final class KeptSchema {
    private final int port;
    private final String schema;
    private final List<String> tables = new ArrayList<>();

    /** Keeps what the schema holds now. */
    KeptSchema(int port, String schema) {
        this.port = port;
        this.schema = schema;
        within(statement -> {
            statement.execute("create database " + kept());
            tables.addAll(TestDatabase.tables(statement));
            for (String table : tables) {
                if (!TestDatabase.isEmpty(statement, table)) {
                    statement.execute("create table " + kept() + "." + table + " as select * from " + table);
                }
            }
        });
    }

    private String kept() {
        return schema + "_kept";
    }

    /** Every table holds what it held. */
    void putBack() {
        within(statement -> {
            statement.execute("set foreign_key_checks = 0");
            List<String> full = new ArrayList<>();
            try (ResultSet found = statement.executeQuery(
                    "select table_name from information_schema.tables where table_schema = '" + kept() + "'")) {
                while (found.next()) {
                    full.add(found.getString(1));
                }
            }
            for (String table : tables) {
                if (!TestDatabase.isEmpty(statement, table)) {
                    statement.execute("truncate table " + table);
                }
                if (full.contains(table)) {
                    statement.execute("insert into " + table + " select * from " + kept() + "." + table);
                }
            }
        });
    }

    void drop() {
        within(statement -> statement.execute("drop database " + kept()));
    }

    private interface Work {
        void in(Statement statement) throws SQLException;
    }

    private void within(Work work) {
        try (Connection connection =
                        DriverManager.getConnection(TestDatabase.url(port, schema), "chalkline", "chalkline");
                Statement statement = connection.createStatement()) {
            work.in(statement);
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }
}
