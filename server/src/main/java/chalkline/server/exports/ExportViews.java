package chalkline.server.exports;

import chalkline.core.Bounds;
import chalkline.core.exports.ExportDraft;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** What the API says of exports. */
final class ExportViews {
    private ExportViews() {}

    record Form(
            @NotNull @Size(max = Bounds.WORD) String kind,
            @NotNull @Size(max = Bounds.WORD) String delimiter,
            @NotNull @Size(max = Bounds.WORD) String encoding,
            boolean mark,
            boolean quoted,
            boolean crlf,
            boolean headings) {}

    record Values(
            @NotNull @Size(max = Bounds.NAME) String dates,
            @NotNull @Size(max = Bounds.NAME) String zone,
            @NotNull @Size(max = Bounds.NAME) String yes,
            @NotNull @Size(max = Bounds.NAME) String no,
            @NotNull @Size(max = 10) Map<String, @NotNull String> status,
            @NotNull @Size(max = 10) Map<String, @NotNull String> roles) {}

    /** @param longest how many characters a cell may have; 0 for any number */
    record Column(
            @NotNull @Size(max = Bounds.VALUE) String heading,
            @NotNull @Size(max = Bounds.VALUE) String value,
            boolean needed,
            @Min(0) @Max(Bounds.FIELD) int longest) {}

    /** @param match headings of the sheet that comes back, by ours */
    record Results(
            @NotNull @Size(max = Bounds.SHEET_COLUMNS) Map<String, @NotNull String> match,
            @NotNull @Size(max = Bounds.NAME) String outcome,
            @NotNull @Size(max = 50) List<@NotNull @Size(max = Bounds.NAME) String> passed,
            @NotNull @Size(max = Bounds.NAME) String reason) {}

    /** A profile as it is written; nothing of it need be right. */
    record Draft(
            @NotNull @Size(max = Bounds.NAME) String name,
            @NotNull @Size(max = Bounds.WORD) String rows,
            @NotNull @Valid Form form,
            @NotNull @Valid Values values,
            @NotNull @Size(max = Bounds.VALUE) String fileName,
            @NotNull @Size(max = Bounds.VALUE) String by,
            @Min(0) int fileRows,
            @NotNull @Size(max = Bounds.SHEET_COLUMNS) List<@NotNull @Valid Column> columns,
            @Nullable @Valid Results results) {

        ExportDraft toCore() {
            return new ExportDraft(
                    name,
                    rows,
                    new ExportDraft.Form(
                            form.kind(),
                            form.delimiter(),
                            form.encoding(),
                            form.mark(),
                            form.quoted(),
                            form.crlf(),
                            form.headings()),
                    new ExportDraft.Values(
                            values.dates(), values.zone(), values.yes(), values.no(), values.status(), values.roles()),
                    fileName,
                    by,
                    fileRows,
                    columns.stream()
                            .map(one -> new ExportDraft.Column(one.heading(), one.value(), one.needed(), one.longest()))
                            .toList(),
                    Optional.ofNullable(results)
                            .map(one ->
                                    new ExportDraft.Results(one.match(), one.outcome(), one.passed(), one.reason())));
        }

        static Draft of(ExportDraft draft) {
            ExportDraft.Form form = draft.form();
            ExportDraft.Values values = draft.values();
            return new Draft(
                    draft.name(),
                    draft.rows(),
                    new Form(
                            form.kind(),
                            form.delimiter(),
                            form.encoding(),
                            form.mark(),
                            form.quoted(),
                            form.crlf(),
                            form.headings()),
                    new Values(
                            values.dates(), values.zone(), values.yes(), values.no(), values.status(), values.roles()),
                    draft.fileName(),
                    draft.by(),
                    draft.fileRows(),
                    draft.columns().stream()
                            .map(one -> new Column(one.heading(), one.value(), one.needed(), one.longest()))
                            .toList(),
                    draft.results()
                            .map(one -> new Results(one.match(), one.outcome(), one.passed(), one.reason()))
                            .orElse(null));
        }
    }

    /** A profile that is kept. */
    record Profile(long id, int version, String name, String keptBy, Instant keptAt, Draft draft) {}

    /** What stands between braces in a column, in words. */
    record TokenHelp(String name, String help) {}

    /** @param path such as {@code columns/2/value} */
    record Wrong(String path, String reason) {}

    /**
     * What a profile makes of the shells of a term.
     *
     * @param standing whether the rows are of what stands; else, as nothing does yet, of what the proof would build
     * @param shells how many shells that is
     * @param rows the first rows, with the reason of those that would be left out
     * @param made how many rows were made to look, and whether those are all
     * @param leftOut how many of them would be left out
     */
    record Preview(
            List<Wrong> wrong,
            boolean standing,
            int shells,
            List<PreviewRow> rows,
            int made,
            boolean all,
            int leftOut) {}

    record PreviewRow(List<String> cells, @Nullable String leftOut) {}

    /**
     * Files that were written.
     *
     * @param form {@code PROFILE}, or which bundle
     * @param counts how many rows each outcome has
     * @param statuses how many of those written are new, changed, the same and gone
     * @param givesBack whether its profile says how a result sheet is read
     * @param came the last sheets that came back for it, the latest first
     */
    record One(
            long id,
            @Nullable Long profile,
            String name,
            Export.Form form,
            boolean differences,
            Export.State state,
            String reason,
            String askedBy,
            Instant askedAt,
            @Nullable Instant endedAt,
            Map<String, Integer> counts,
            Map<String, Integer> statuses,
            boolean givesBack,
            List<Came> came) {}

    /** A row with what came of it. */
    record Row(int n, String code, List<String> cells, String status, String outcome, String reason) {}

    /** @param next what to ask for after these; null where there are no more */
    record Rows(
            List<String> headings, List<Row> rows, @Nullable Integer next) {}

    /**
     * A result sheet, and what came of it once it is read.
     *
     * @param passed how many rows went through
     * @param failed how many did not
     * @param unknown lines that no row of the export is meant by, the first of them
     * @param unknownCount how many lines those are
     * @param back how many shells are taken not to stand, or to stand as before, since they did not go through
     * @param reason why it could not be read, else empty
     */
    record Came(
            long id,
            String name,
            BroughtSheet.State state,
            String broughtBy,
            Instant broughtAt,
            int passed,
            int failed,
            List<UnknownLine> unknown,
            int unknownCount,
            int back,
            String reason) {}

    /** @param words what tells which row it means; empty where that names people */
    record UnknownLine(int line, String words) {}
}
