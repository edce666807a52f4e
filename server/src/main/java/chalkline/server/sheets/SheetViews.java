package chalkline.server.sheets;

import chalkline.core.Bounds;
import chalkline.core.sheets.Remark;
import chalkline.core.sheets.SheetDays;
import chalkline.core.sheets.SheetRow;
import chalkline.formats.sheets.SheetReader;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** What goes between the screen and the sheets of courses. */
final class SheetViews {
    private SheetViews() {}

    /**
     * A sheet as it was read.
     *
     * @param lines for each row the line on which it starts
     * @param encoding empty where that is no question
     * @param encodings all that may be chosen
     * @param delimiter null for a workbook
     * @param leaf the sheet of the workbook; empty where it is none
     */
    record Read(
            String name,
            List<List<String>> rows,
            List<Integer> lines,
            String encoding,
            List<String> encodings,
            SheetReader.@Nullable Delimiter delimiter,
            String leaf,
            List<String> leaves) {}

    /** Text that was pasted or typed. */
    record Paste(
            @NotBlank @Size(max = (int) Bounds.SHEET_BYTES) String text, SheetReader.@Nullable Delimiter delimiter) {}

    /**
     * Rows to be judged.
     *
     * @param header the row of headings, counted from 0; -1 where there is none; null to have it recognized
     * @param columns what each column is; null to have them recognized
     * @param days how days in numbers are read; null to have it recognized
     * @param another rows that are other sections than those they look like
     */
    record Rows(
            @NotNull @Size(min = 1, max = Bounds.SHEET_ROWS)
            List<@NotNull @Size(max = Bounds.SHEET_COLUMNS) List<@NotNull @Size(max = Bounds.FIELD) String>> rows,

            @Nullable Integer header,
            @Nullable @Size(max = Bounds.SHEET_COLUMNS) List<@NotNull String> columns,
            @Nullable SheetDays days,
            @NotNull Set<@NotNull Integer> another) {}

    /** A column as it is taken. */
    record Column(String key, String name) {}

    /**
     * A row as it was judged.
     *
     * @param number of the row, counted from 0
     * @param label of the section that it becomes, or is about
     * @param readable whether something could be kept of it
     */
    record Row(
            int number,
            SheetRow.Outcome outcome,
            String label,
            boolean readable,
            List<Remark> remarks,
            SheetRow.@Nullable Standing standing,
            List<SheetRow.Difference> differs,
            List<SheetRow.Earlier> earlier) {}

    /**
     * Rows as they were judged.
     *
     * @param list the list in use that they were judged against
     * @param conventions likewise
     * @param remembered whether the columns are as somebody said of a sheet with the same headings
     * @param daysSure whether the days can be meant in this way only
     */
    record Judged(
            long list,
            int conventions,
            int header,
            List<Column> columns,
            boolean remembered,
            SheetDays days,
            boolean daysSure,
            List<Row> rows) {}

    /** What becomes of a row that is there already. */
    enum Decision {
        /** Nothing. */
        LEAVE,
        /** The listed fields are as the sheet says. */
        CHANGE
    }

    /**
     * Rows to be kept.
     *
     * @param list the list in use that they were judged against
     * @param conventions likewise
     * @param out rows that are not kept
     * @param change rows that are there and get what the sheet says
     * @param previous rows whose shells start from an earlier one of their course
     */
    record Keep(
            @Valid @NotNull Rows sheet,
            long list,
            int conventions,
            @NotBlank @Size(max = 300) String name,
            @NotNull @Size(max = Bounds.REASON) String note,
            @NotNull Set<@NotNull Integer> out,
            @NotNull Set<@NotNull Integer> change,
            @NotNull Set<@NotNull Integer> previous) {}

    /**
     * A row of a kept sheet.
     *
     * @param number of the row, counted from 1 as in the sheet
     * @param outcome what it was
     * @param kept whether something was kept of it
     * @param section the section that it is about; empty where it is none
     * @param label of that section
     * @param says why it was not kept, or what differed
     */
    record KeptRow(
            int number,
            SheetRow.Outcome outcome,
            boolean kept,
            String section,
            String label,
            String says,
            List<String> cells) {}

    /** How the shell of a row stands. */
    enum Standing {
        /** It stands as the proof says. */
        STANDS,
        /** It stands, and a build would change it. */
        TO_CHANGE,
        /** A build would make it. */
        TO_BUILD,
        /** The last build that tried could not make it. */
        FAILED,
        /** A snag keeps it from being built. */
        STOPPED,
        /** There is none: the row was not kept, or is no section. */
        NONE
    }

    /**
     * A row of a kept sheet with what came of it.
     *
     * @param shell the key of its shell; empty where there is none
     * @param reason why it failed or is stopped; empty otherwise
     */
    record Result(KeptRow row, Standing standing, String shell, String code, String reason) {}

    /** A kept sheet without its rows. */
    record About(long id, String name, String term, String keptBy, Instant keptAt, String note, int rows) {}

    /**
     * A kept sheet with what came of each row.
     *
     * @param versions of the proof that its shells stand in; empty where there is none
     */
    record Kept(About about, String versions, List<String> headings, List<Result> rows) {}
}
