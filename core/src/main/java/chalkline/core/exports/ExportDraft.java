package chalkline.core.exports;

import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * An export profile as it was written, by a file or on a screen: everything is text that nobody has read yet.
 * {@link ExportReading} reads it.
 *
 * @param fileName a pattern; empty for the profile's name
 * @param by a pattern; empty where rows of all kinds stand together
 * @param fileRows how many rows a file has at most; 0 for any number
 */
public record ExportDraft(
        String name,
        String rows,
        Form form,
        Values values,
        String fileName,
        String by,
        int fileRows,
        List<Column> columns,
        Optional<Results> results) {

    public record Form(
            String kind,
            String delimiter,
            String encoding,
            boolean mark,
            boolean quoted,
            boolean crlf,
            boolean headings) {
        /** CSV as RFC 4180 has it, in UTF-8. */
        public static final Form USUAL = new Form("csv", ",", "UTF-8", false, false, true, true);
    }

    /**
     * How values are said.
     *
     * @param zone empty for the campus's own
     * @param status words by {@code new}, {@code changed} and so on
     * @param roles words by {@code instructor} and {@code student}
     */
    public record Values(
            String dates, String zone, String yes, String no, Map<String, String> status, Map<String, String> roles) {
        public static final Values USUAL = new Values("uuuu-MM-dd HH:mm", "", "yes", "no", Map.of(), Map.of());
    }

    public record Column(String heading, String value, boolean needed, int longest) {}

    /** @param match headings of the sheet that comes back, by ours */
    public record Results(Map<String, String> match, String outcome, List<String> passed, String reason) {}
}
