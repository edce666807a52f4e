package chalkline.core.exports;

import chalkline.core.naming.Digest;
import chalkline.core.naming.Text;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * A sheet that an LMS gives back, read by a profile: which rows it means, and what came of them. Its first row is headings,
 * in any order and any case; columns that the profile does not name are not read.
 */
public final class ResultSheet {
    private static final char BETWEEN = '\u001F';

    /**
     * What came of the rows that have the same matching cells.
     *
     * @param line of the sheet, counted from 1
     * @param match as {@link #matchOf} gives it
     * @param words the matching cells, for a person
     * @param reason the LMS's own, or empty
     */
    public record Result(int line, String match, String words, boolean passed, String reason) {}

    /** @param wrong why the sheet cannot be read at all; empty where it can */
    public record Read(List<Result> results, Optional<String> wrong) {}

    private ResultSheet() {}

    /** What tells which row of an export is meant: a digest of its matching cells, as codes compare. */
    public static String matchOf(ExportProfile profile, List<String> cells) {
        List<String> headings = profile.headings();
        return profile.results()
                .map(results -> digest(results.match().stream()
                        .map(match -> cells.get(headings.indexOf(match.column())))
                        .toList()))
                .orElse("");
    }

    private static String digest(List<String> cells) {
        return Digest.of(cells.stream()
                .map(cell -> Text.codeKey(cell.startsWith("'") ? cell.substring(1) : cell))
                .collect(Collectors.joining(Character.toString(BETWEEN))));
    }

    /**
     * Reads a sheet.
     *
     * @param rows all of one length, headings first
     * @param lines where each begins
     */
    public static Read read(ExportProfile profile, List<List<String>> rows, List<Integer> lines) {
        if (profile.results().isEmpty()) {
            return wrong("This profile says nothing of a result sheet; say which of its columns is what.");
        }
        ExportProfile.Results results = profile.results().get();
        Map<String, Integer> columns = new HashMap<>();
        for (int column = 0; column < rows.get(0).size(); column++) {
            columns.putIfAbsent(Text.codeKey(rows.get(0).get(column)), column);
        }
        List<String> wanted = new ArrayList<>();
        results.match().forEach(match -> wanted.add(match.there()));
        wanted.add(results.outcome());
        results.reason().ifPresent(wanted::add);
        List<String> missing = wanted.stream()
                .filter(heading -> !columns.containsKey(Text.codeKey(heading)))
                .toList();
        if (!missing.isEmpty()) {
            return wrong("The sheet has no column " + String.join(", ", missing) + "; its first row is "
                    + String.join(", ", rows.get(0)) + ".");
        }
        List<Result> read = new ArrayList<>();
        for (int i = 1; i < rows.size(); i++) {
            read.add(result(results, columns, rows.get(i), lines.get(i)));
        }
        return new Read(List.copyOf(read), Optional.empty());
    }

    private static Result result(
            ExportProfile.Results results, Map<String, Integer> columns, List<String> row, int line) {
        List<String> match = results.match().stream()
                .map(one -> row.get(columns.get(Text.codeKey(one.there()))))
                .toList();
        String outcome = Text.codeKey(row.get(columns.get(Text.codeKey(results.outcome()))));
        boolean passed =
                results.passed().stream().anyMatch(word -> Text.codeKey(word).equals(outcome));
        String reason = results.reason()
                .map(heading -> row.get(columns.get(Text.codeKey(heading))))
                .orElse("");
        return new Result(line, digest(match), String.join(" ", match), passed, reason);
    }

    private static Read wrong(String reason) {
        return new Read(List.of(), Optional.of(reason));
    }
}
