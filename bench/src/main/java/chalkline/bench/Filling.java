package chalkline.bench;

import chalkline.core.Bounds;
import chalkline.server.Client;
import chalkline.server.RunningSystem;
import chalkline.server.sheets.Sheets;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Set;
import tools.jackson.databind.JsonNode;

/** Fills an application with what years of use leave in it. */
final class Filling {
    static final int ROWS = Bounds.SHEET_ROWS - 1;
    private static final int WRONG = 999;
    static final int SECTIONS = ROWS - WRONG;

    private static final int ENTRIES = 500_000;
    private static final int ONE_IN = 10_000;
    private static final String RARE = "a rare thing";

    private Filling() {}

    /** Keeps a sheet of courses as long as one may be, of which some rows are wrong; its number. */
    static long courses(Client abara) {
        StringBuilder text = new StringBuilder("course\ttitle\tsection\tdepartment\tinstructors\tstarts\troom\n");
        for (int i = 1; i <= ROWS; i++) {
            text.append("CEED %d\tKnots %d\t001\tContinuing Education\tuna.berg@skerrow.example\t%s\tPier %d\n"
                    .formatted(1000 + i, i, i <= WRONG ? "soon" : "2027-02-01", i % 40));
        }
        Sheets sheets = new Sheets(abara, "27SP");
        JsonNode rows = sheets.pasted(text.toString());
        Client.Answer kept = sheets.kept(rows, sheets.judged(rows), Set.of());
        if (kept.status() != 200) {
            throw new IllegalStateException(kept.text());
        }
        return kept.json().get("about").get("id").asLong();
    }

    /** Writes entries of many years into the ledger; the kind of which there are few. They are no part of its chain. */
    static String ledger(RunningSystem system) throws SQLException {
        try (Connection connection = DriverManager.getConnection(system.databaseUrl(), "chalkline", "chalkline");
                Statement statement = connection.createStatement()) {
            statement.executeUpdate("insert into ledger (at, who, what, subject, detail, address, seal)"
                    + " select date_sub(now(6), interval seq minute), elt(1 + seq % 3, 'abara', 'quill', 'medway'),"
                    + " if(seq % " + ONE_IN + " = 0, '" + RARE + "', elt(1 + seq % 4, 'kept conventions', 'built',"
                    + " 'kept drift', 'moved a window')), concat('27SP, shell cl-27SP-', seq % 20000),"
                    + " json_object('shells', seq % 700, 'reason', concat('asked for by the department, case ', seq)),"
                    + " '127.0.0.1', -seq from seq_1_to_" + ENTRIES);
        }
        return RARE;
    }
}
