package chalkline.server;

import javax.sql.DataSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DriverManagerDataSource;

/** A schema without tables in the tests' MariaDB, gone again once it is closed. */
public final class EmptySchema implements AutoCloseable {
    private final int port = TestDatabase.port();
    private final String name = TestDatabase.freshName();

    public EmptySchema() {
        TestDatabase.sql(port, "create database " + name);
    }

    public DataSource source() {
        return new DriverManagerDataSource(TestDatabase.url(port, name), "chalkline", "chalkline");
    }

    public JdbcClient db() {
        return JdbcClient.create(source());
    }

    @Override
    public void close() {
        TestDatabase.sql(port, "drop database " + name);
    }
}
