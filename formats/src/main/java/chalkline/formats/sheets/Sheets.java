package chalkline.formats.sheets;

import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Setting;
import chalkline.core.crosslists.Suggestion;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.Snag;
import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.time.DateTimeException;
import java.time.OffsetDateTime;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** Writes what was computed as CSV: UTF-8 without byte order mark, RFC 4180, lines ended by CRLF. */
public final class Sheets {
    private static final int ROWS_A_PIECE = 500;

    private static final DateTimeFormatter MOMENT = DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH:mm:ssxxx");

    private Sheets() {}

    /** A proof, one row a shell. Lists are joined by one space, category levels by {@code " / "}. */
    public static void proof(List<ProofRow> rows, Writer out) throws IOException {
        CsvWriter csv = writer(out);
        csv.writeRecord(
                "key",
                "action",
                "code",
                "title",
                "category",
                "template",
                "copy",
                "layout",
                "units",
                "opens",
                "closes",
                "open",
                "language",
                "uploadLimitMB",
                "entry",
                "groups",
                "lead",
                "sections",
                "instructors",
                "students",
                "snags",
                "changed");
        csv.flush();
        // written in pieces beside each other, put out in order
        List<String> pieces = IntStream.range(0, (rows.size() + ROWS_A_PIECE - 1) / ROWS_A_PIECE)
                .parallel()
                .mapToObj(
                        piece -> rows.subList(piece * ROWS_A_PIECE, Math.min(rows.size(), (piece + 1) * ROWS_A_PIECE)))
                .map(Sheets::written)
                .toList();
        for (String piece : pieces) {
            out.write(piece);
        }
    }

    private static String written(List<ProofRow> rows) {
        StringWriter out = new StringWriter();
        CsvWriter csv = writer(out);
        for (ProofRow row : rows) {
            csv.writeRecord(
                    row.key(),
                    row.action().key(),
                    row.code(),
                    row.title(),
                    row.value(Setting.CATEGORY),
                    row.value(Setting.TEMPLATE),
                    row.value(Setting.COPY),
                    row.value(Setting.LAYOUT),
                    row.value(Setting.UNIT_COUNT),
                    moment(row.value(Setting.OPENS)),
                    moment(row.value(Setting.CLOSES)),
                    row.value(Setting.OPEN),
                    row.value(Setting.LANGUAGE_TAG),
                    row.value(Setting.UPLOAD_LIMIT),
                    row.value(Setting.ENTRY),
                    row.value(Setting.GROUPS),
                    row.lead(),
                    String.join(" ", row.sections()),
                    row.instructors().stream().map(Person::id).collect(Collectors.joining(" ")),
                    row.shell().isPresent() ? Integer.toString(row.students()) : "",
                    row.snags().stream().map(Snag::key).distinct().collect(Collectors.joining(" ")),
                    String.join(" ", row.changed()));
        }
        try {
            csv.flush();
        } catch (IOException impossible) {
            throw new UncheckedIOException(impossible);
        }
        return out.toString();
    }

    /** With seconds and offset, never Z; text of held shells that is no moment stays. */
    private static String moment(String text) {
        try {
            return text.endsWith("Z") ? MOMENT.format(OffsetDateTime.parse(text)) : text;
        } catch (DateTimeException noMoment) {
            return text;
        }
    }

    /** Suggestions for cross-lists, in the order given. */
    public static void suggestions(List<Suggestion> suggestions, Writer out) throws IOException {
        CsvWriter csv = writer(out);
        csv.writeRecord("tier", "lead", "sections", "evidence");
        for (Suggestion suggestion : suggestions) {
            csv.writeRecord(
                    suggestion.tier().key(),
                    suggestion.lead().id(),
                    suggestion.sections().stream().map(Section::id).collect(Collectors.joining(" ")),
                    suggestion.evidence());
        }
        csv.flush();
    }

    /** Dates that were carried forward, in the order given. */
    public static void carried(List<Dates.CarriedItem> items, Writer out) throws IOException {
        CsvWriter csv = writer(out);
        csv.writeRecord("id", "at", "note");
        for (Dates.CarriedItem item : items) {
            csv.writeRecord(item.id(), item.at(), item.note());
        }
        csv.flush();
    }

    private static CsvWriter writer(Writer out) {
        return CsvWriter.builder().lineDelimiter(LineDelimiter.CRLF).build(out);
    }
}
