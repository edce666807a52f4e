package chalkline.server.arrivals;

import chalkline.core.arrivals.Enrollment;
import chalkline.core.arrivals.RegistrarList;
import chalkline.server.RunningSystem;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;

/** Times the writing of a list's rows into MariaDB, and a bare LOAD DATA of the same rows. */
public final class StoreTimer {
    private StoreTimer() {}

    /** Milliseconds to write a list as the application does. */
    public static double store(RunningSystem system, RegistrarList list, long arrival) {
        ListStore store = system.bean(ListStore.class);
        long start = System.nanoTime();
        store.write(arrival, list, () -> {});
        return (System.nanoTime() - start) / 1e6;
    }

    /** Milliseconds to load the same rows from a file that is written before. */
    public static double load(int databasePort, String schema, RegistrarList list, long arrival, Path folder) {
        String url =
                "jdbc:mariadb://127.0.0.1:" + databasePort + "/" + schema + "?sslMode=disable&allowLocalInfile=true";
        Rows rows = new Rows(list, arrival);
        try (Connection connection = DriverManager.getConnection(url, "chalkline", "chalkline");
                Statement statement = connection.createStatement()) {
            double millis = 0;
            for (Rows.Table table : rows.tables()) {
                Path file = folder.resolve(table.name() + ".tsv");
                try (Writer out = Files.newBufferedWriter(file)) {
                    for (List<String> row : table.rows()) {
                        out.write(String.join("\t", row));
                        out.write('\n');
                    }
                }
                long start = System.nanoTime();
                statement.execute("load data local infile '" + file + "' into table " + table.name()
                        + " character set utf8mb4 fields terminated by '\\t'");
                millis += (System.nanoTime() - start) / 1e6;
            }
            return millis;
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    static List<String> enrollment(Enrollment enrollment) {
        return List.of(
                enrollment.id(),
                enrollment.classId(),
                enrollment.userId(),
                enrollment.role(),
                enrollment.primary() ? "1" : "0",
                enrollment.begins(),
                enrollment.ends());
    }
}
