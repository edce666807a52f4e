package chalkline.formats.sheets;

import chalkline.core.arrivals.ListChange;
import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.Section;
import chalkline.core.calendar.IsoMoment;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.ShellField;
import chalkline.core.crosslists.Suggestion;
import chalkline.core.proof.ProofRow;
import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** Writes what was computed as CSV: UTF-8 without byte order mark, RFC 4180, lines ended by CRLF. */
public final class Sheets {
    private static final int ROWS_A_PIECE = 250;
    private static final int BYTES_A_ROW = 320;

    private Sheets() {}

    /** A proof, one row a shell. Lists are joined by one space, category levels by {@code " / "}. */
    public static void proof(List<ProofRow> rows, Optional<Labelled> labels, OutputStream out) throws IOException {
        CsvWriter csv = writer(utf8(out));
        csv.writeRecord(headed(
                labels,
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
                "changed"));
        csv.flush();
        // written in pieces beside each other, put out in order
        List<byte[]> pieces = IntStream.range(0, (rows.size() + ROWS_A_PIECE - 1) / ROWS_A_PIECE)
                .parallel()
                .mapToObj(
                        piece -> rows.subList(piece * ROWS_A_PIECE, Math.min(rows.size(), (piece + 1) * ROWS_A_PIECE)))
                .map(piece -> written(piece, labels))
                .toList();
        for (byte[] piece : pieces) {
            out.write(piece);
        }
    }

    private static List<String> headed(Optional<Labelled> labels, String... headings) {
        return labels.isPresent() ? and(Labelled.HEADINGS, headings) : List.of(headings);
    }

    private static List<String> and(List<String> names, String... fields) {
        if (names.isEmpty()) {
            return Arrays.asList(fields);
        }
        return Stream.concat(Arrays.stream(fields), names.stream()).toList();
    }

    private static byte[] written(List<ProofRow> rows, Optional<Labelled> labels) {
        ByteArrayOutputStream out = new ByteArrayOutputStream(rows.size() * BYTES_A_ROW);
        CsvWriter csv = writer(utf8(out));
        for (ProofRow row : rows) {
            csv.writeRecord(and(
                    labels.map(names -> names.of(row)).orElse(List.of()),
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
                    spaced(row.sections(), id -> id),
                    spaced(row.instructors(), Person::id),
                    row.shell().isPresent() ? Integer.toString(row.students()) : "",
                    spaced(row.snagKeys(), key -> key),
                    spaced(row.changed(), ShellField::key)));
        }
        try {
            csv.flush();
        } catch (IOException impossible) {
            throw new UncheckedIOException(impossible);
        }
        return out.toByteArray();
    }

    /** Joined by one space. */
    private static <T> String spaced(Collection<T> all, Function<T, String> said) {
        return switch (all.size()) {
            case 0 -> "";
            case 1 -> said.apply(all.iterator().next());
            default -> all.stream().map(said).collect(Collectors.joining(" "));
        };
    }

    /** With seconds and offset, never Z; text of held shells that is no moment stays. */
    private static String moment(String text) {
        boolean written = text.length() == "2027-01-04T08:00:00-04:00".length() && !text.endsWith("Z");
        return written ? text : IsoMoment.read(text).map(IsoMoment::write).orElse(text);
    }

    /** Suggestions for cross-lists, in the order given. */
    public static void suggestions(List<Suggestion> suggestions, Optional<Labelled> labels, Writer out)
            throws IOException {
        CsvWriter csv = writer(out);
        csv.writeRecord(headed(labels, "tier", "lead", "sections", "evidence"));
        for (Suggestion suggestion : suggestions) {
            List<String> ids = suggestion.sections().stream().map(Section::id).toList();
            List<String> instructors = suggestion.sections().stream()
                    .flatMap(section -> section.instructors().stream())
                    .map(Person::id)
                    .toList();
            csv.writeRecord(and(
                    labels.map(names -> names.of(ids, instructors)).orElse(List.of()),
                    suggestion.tier().key(),
                    suggestion.lead().id(),
                    String.join(" ", ids),
                    suggestion.evidence()));
        }
        csv.flush();
    }

    /** What changed between two lists, in the order given; with names, whoever a row is about stands beside it. */
    public static void changes(List<ListChange> changes, Optional<Labelled> labels, Writer out) throws IOException {
        CsvWriter csv = writer(out);
        csv.writeRecord(headed(labels, "section", "what", "person", "before", "after"));
        for (ListChange change : changes) {
            csv.writeRecord(and(
                    labels.map(names -> names.of(
                                    List.of(change.section()),
                                    change.person().isEmpty() ? List.of() : List.of(change.person())))
                            .orElse(List.of()),
                    change.section(),
                    change.what().key(),
                    change.person(),
                    change.before(),
                    change.after()));
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

    /** What cannot be written in UTF-8, half a character, is an error and no question mark. */
    private static Writer utf8(OutputStream out) {
        return new OutputStreamWriter(out, StandardCharsets.UTF_8.newEncoder());
    }

    private static CsvWriter writer(Writer out) {
        return CsvWriter.builder().lineDelimiter(LineDelimiter.CRLF).build(out);
    }
}
