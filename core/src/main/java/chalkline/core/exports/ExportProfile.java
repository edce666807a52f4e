package chalkline.core.exports;

import chalkline.core.naming.NamePattern;
import java.nio.charset.Charset;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * How a build is written as sheets for an LMS that only takes uploads. What it says of rows holds for each of them; a row
 * that it cannot hold, as one with a needed cell that is empty, is left out and said.
 *
 * @param name what people call it
 * @param rows what a row is
 * @param columns in their order, at least one, no heading twice
 * @param results how the sheet is read that the LMS gives back; empty where it gives none
 */
public record ExportProfile(
        String name, Rows rows, Form form, Words words, Files files, List<Column> columns, Optional<Results> results) {

    /** What a row is. */
    public enum Rows {
        SHELLS,
        SECTIONS,
        ENROLLMENTS;

        public String key() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /** What a file is. */
    public enum Kind {
        CSV,
        TSV,
        XLSX;

        public String key() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /**
     * How a file is written.
     *
     * @param delimiter what parts the cells of a CSV file: one of comma, semicolon and bar
     * @param mark whether a byte order mark stands first
     * @param quoted whether every cell stands in quotes; else those that need them
     * @param crlf whether lines end as RFC 4180 has it; else with a line feed alone
     * @param headings whether the first row is the headings
     */
    public record Form(
            Kind kind, char delimiter, Charset charset, boolean mark, boolean quoted, boolean crlf, boolean headings) {}

    /**
     * How values are said.
     *
     * @param dates the form of moments, as {@link java.time.format.DateTimeFormatter} has it
     * @param zone in which they are said; empty for the campus's
     * @param status the words for how a row stands; without one for {@code GONE}, what is gone is not written
     * @param roles the words for {@code instructor} and {@code student}
     */
    public record Words(
            String dates,
            Optional<ZoneId> zone,
            String yes,
            String no,
            Map<ExportStatus, String> status,
            Map<String, String> roles) {}

    /**
     * How rows are spread over files.
     *
     * @param name of a file, with its ending, as of its first row
     * @param by what rows of one file have in common
     * @param rows how many a file has at most
     */
    public record Files(NamePattern<ExportToken> name, Optional<NamePattern<ExportToken>> by, Optional<Integer> rows) {}

    /**
     * A column.
     *
     * @param needed whether a row without it is left out
     * @param longest how many characters it may have; 0 for any number
     */
    public record Column(String heading, NamePattern<ExportToken> value, boolean needed, int longest) {

        /** Whether it says how the row stands, and so is no part of what is compared. */
        public boolean isStatus() {
            return value.uses(STATUS);
        }
    }

    private static final ExportToken STATUS = new ExportToken.Own(ExportFact.STATUS);

    /**
     * How the sheet is read that the LMS gives back.
     *
     * @param match which of our columns stands under which heading there: together they say which rows are meant
     * @param outcome the heading of what came of a row
     * @param passed the words that say that it went through, in any case; all others say that it failed
     * @param reason the heading of why it failed
     */
    public record Results(List<Match> match, String outcome, Set<String> passed, Optional<String> reason) {}

    /** @param column a heading of the profile */
    public record Match(String column, String there) {}

    /** The headings in their order. */
    public List<String> headings() {
        return columns.stream().map(Column::heading).toList();
    }

    /** Whether what is gone is written where only differences are. */
    public boolean tellsGone() {
        return words.status().containsKey(ExportStatus.GONE) && columns.stream().anyMatch(Column::isStatus);
    }

    /** The cells of a row with the words for how it stands. */
    public List<String> cells(List<String> cells, ExportStatus status) {
        List<String> with = new ArrayList<>(cells);
        for (int i = 0; i < columns.size(); i++) {
            if (columns.get(i).isStatus()) {
                with.set(i, words.status().getOrDefault(status, status.key()));
            }
        }
        return with;
    }
}
