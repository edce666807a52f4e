package chalkline.core.exports;

import chalkline.core.Bounds;
import chalkline.core.naming.Characters;
import chalkline.core.naming.NamePattern;
import chalkline.core.naming.PatternException;
import chalkline.core.naming.Text;
import java.nio.charset.Charset;
import java.time.DateTimeException;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;

/** Reads a draft of an export profile and finds everything that is wrong with it in one pass. */
public final class ExportReading {
    /** Encodings that sheets are written in. */
    public static final List<String> ENCODINGS =
            List.of("UTF-8", "UTF-16LE", "windows-1252", "windows-1250", "ISO-8859-15", "IBM850");

    private static final String DELIMITERS = ",;|";
    private static final ZonedDateTime SOME_MOMENT = ZonedDateTime.of(2027, 1, 4, 8, 0, 0, 0, ZoneOffset.UTC);
    private static final ExportToken STATUS = new ExportToken.Own(ExportFact.STATUS);

    private final ExportDraft draft;
    private final List<Wrong> wrong = new ArrayList<>();

    /**
     * Something that is wrong.
     *
     * @param path such as {@code columns/2/value}, counted from 0
     */
    public record Wrong(String path, String reason) {}

    /**
     * What was read.
     *
     * @param profile empty where anything is wrong
     */
    public record Read(Optional<ExportProfile> profile, List<Wrong> wrong) {}

    private ExportReading(ExportDraft draft) {
        this.draft = draft;
    }

    public static Read of(ExportDraft draft) {
        ExportReading reading = new ExportReading(draft);
        ExportProfile profile = reading.profile();
        return new Read(reading.wrong.isEmpty() ? Optional.of(profile) : Optional.empty(), List.copyOf(reading.wrong));
    }

    private ExportProfile profile() {
        name();
        ExportProfile.Rows rows = word(
                "rows", draft.rows(), ExportProfile.Rows.values(), ExportProfile.Rows::key, ExportProfile.Rows.SHELLS);
        ExportProfile.Form form = form();
        return new ExportProfile(
                Text.trim(draft.name()),
                rows,
                form,
                words(),
                files(rows, form),
                columns(rows),
                draft.results().map(this::results));
    }

    private void wrong(String path, String reason) {
        wrong.add(new Wrong(path, reason));
    }

    private <T> T word(String path, String text, T[] words, Function<T, String> key, T unless) {
        List<String> known = new ArrayList<>();
        for (T word : words) {
            known.add(key.apply(word));
            if (key.apply(word).equals(text)) {
                return word;
            }
        }
        wrong(path, "\"" + text + "\" is none of " + String.join(", ", known));
        return unless;
    }

    private void name() {
        text("profile", draft.name(), Bounds.NAME);
        if (Text.trim(draft.name()).isEmpty()) {
            wrong("profile", "a profile needs a name");
        }
    }

    /** Whether a text that stands in files can be written there. */
    private boolean text(String path, String text, int most) {
        Optional<String> tooLong = Bounds.tooLong(text, most);
        tooLong.ifPresent(reason -> wrong(path, reason));
        OptionalInt odd = Characters.firstOdd(text);
        odd.ifPresent(at -> wrong(path, Characters.reason(text, at)));
        return tooLong.isEmpty() && odd.isEmpty();
    }

    private ExportProfile.Form form() {
        ExportDraft.Form form = draft.form();
        ExportProfile.Kind kind = word(
                "form/kind", form.kind(), ExportProfile.Kind.values(), ExportProfile.Kind::key, ExportProfile.Kind.CSV);
        boolean known = form.delimiter().length() == 1 && DELIMITERS.contains(form.delimiter());
        if (!known) {
            wrong("form/delimiter", "\"" + form.delimiter() + "\" is none of , ; |");
        }
        Optional<String> encoding = ENCODINGS.stream()
                .filter(name -> name.equalsIgnoreCase(form.encoding()))
                .findFirst();
        if (encoding.isEmpty()) {
            wrong("form/encoding", "\"" + form.encoding() + "\" is none of " + String.join(", ", ENCODINGS));
        }
        Charset charset = Charset.forName(encoding.orElse("UTF-8"));
        if (form.mark() && !charset.name().startsWith("UTF-")) {
            wrong("form/mark", charset.name() + " has no byte order mark");
        }
        return new ExportProfile.Form(
                kind,
                known ? form.delimiter().charAt(0) : ',',
                charset,
                form.mark(),
                form.quoted(),
                form.crlf(),
                form.headings());
    }

    private ExportProfile.Words words() {
        ExportDraft.Values values = draft.values();
        text("values/yes", values.yes(), Bounds.WORD);
        text("values/no", values.no(), Bounds.WORD);
        if (values.yes().equals(values.no())) {
            wrong("values/no", "yes and no are both said \"" + values.no() + "\"");
        }
        Map<ExportStatus, String> status = new EnumMap<>(ExportStatus.class);
        values.status().forEach((key, word) -> {
            text("values/status", word, Bounds.WORD);
            status.put(word("values/status", key, ExportStatus.values(), ExportStatus::key, ExportStatus.NEW), word);
        });
        Map<String, String> roles = new TreeMap<>();
        values.roles().forEach((role, word) -> {
            text("values/roles", word, Bounds.WORD);
            roles.put(word("values/roles", role, new String[] {"instructor", "student"}, key -> key, role), word);
        });
        return new ExportProfile.Words(
                dates(values.dates()), zone(values.zone()), values.yes(), values.no(), status, roles);
    }

    private String dates(String form) {
        try {
            String said = DateTimeFormatter.ofPattern(form, Locale.ROOT).format(SOME_MOMENT);
            if (!said.isBlank() && text("values/dates", form, Bounds.WORD)) {
                return form;
            }
            wrong("values/dates", "dates need a form, such as uuuu-MM-dd HH:mm");
        } catch (IllegalArgumentException | DateTimeException e) {
            wrong(
                    "values/dates",
                    "\"" + form
                            + "\" is no form of dates; write for example uuuu-MM-dd HH:mm, dd/MM/uuuu or d MMM uuuu");
        }
        return ExportDraft.Values.USUAL.dates();
    }

    private Optional<ZoneId> zone(String name) {
        try {
            return name.isEmpty() ? Optional.empty() : Optional.of(ZoneId.of(name));
        } catch (DateTimeException e) {
            wrong("values/zone", "\"" + name + "\" is no time zone; write for example America/Halifax or UTC");
            return Optional.empty();
        }
    }

    private ExportProfile.Files files(ExportProfile.Rows rows, ExportProfile.Form form) {
        String name = draft.fileName().isEmpty()
                ? NamePattern.literally(Text.trim(draft.name())) + "."
                        + form.kind().key()
                : draft.fileName();
        if (draft.fileRows() < 0) {
            wrong("files/rows", "a file has one row at least");
        }
        Optional<NamePattern<ExportToken>> by =
                draft.by().isEmpty() ? Optional.empty() : Optional.of(pattern("files/by", draft.by(), rows));
        return new ExportProfile.Files(
                pattern("files/name", name, rows),
                by,
                draft.fileRows() > 0 ? Optional.of(draft.fileRows()) : Optional.empty());
    }

    private NamePattern<ExportToken> pattern(String path, String source, ExportProfile.Rows rows) {
        try {
            Optional<String> tooLong = Bounds.tooLong(source, Bounds.VALUE);
            tooLong.ifPresent(reason -> wrong(path, reason));
            OptionalInt odd = Characters.firstOddInPattern(source);
            odd.ifPresent(at -> wrong(path, Characters.reason(source, at)));
            return NamePattern.parse(tooLong.isPresent() ? "" : source, name -> ExportToken.named(name, rows));
        } catch (PatternException e) {
            wrong(path, e.getMessage() + " (character " + e.column() + ")");
            return empty();
        }
    }

    private static NamePattern<ExportToken> empty() {
        try {
            return NamePattern.parse("", name -> Optional.empty());
        } catch (PatternException impossible) {
            throw new IllegalStateException(impossible);
        }
    }

    private List<ExportProfile.Column> columns(ExportProfile.Rows rows) {
        List<ExportProfile.Column> columns = new ArrayList<>();
        Set<String> headings = new HashSet<>();
        if (draft.columns().isEmpty()) {
            wrong("columns", "a profile needs one column at least");
        }
        if (draft.columns().size() > Bounds.SHEET_COLUMNS) {
            wrong(
                    "columns",
                    "there are " + draft.columns().size() + " columns; at most " + Bounds.SHEET_COLUMNS + " are taken");
        }
        for (int i = 0; i < draft.columns().size(); i++) {
            ExportDraft.Column column = draft.columns().get(i);
            String path = "columns/" + i;
            String heading = Text.trim(column.heading());
            text(path + "/heading", heading, Bounds.NAME);
            if (heading.isEmpty()) {
                wrong(path + "/heading", "a column needs a heading");
            } else if (!headings.add(Text.codeKey(heading))) {
                wrong(path + "/heading", "the heading " + heading + " stands here twice");
            }
            if (column.longest() < 0) {
                wrong(path + "/longest", "a cell has one character at least");
            }
            NamePattern<ExportToken> value = pattern(path + "/value", column.value(), rows);
            if (value.uses(STATUS) && !Text.trim(column.value()).equals("{status}")) {
                wrong(path + "/value", "{status} stands alone in its column");
            }
            columns.add(new ExportProfile.Column(heading, value, column.needed(), column.longest()));
        }
        return List.copyOf(columns);
    }

    private ExportProfile.Results results(ExportDraft.Results results) {
        List<ExportProfile.Match> match = new ArrayList<>();
        Set<String> headings = new HashSet<>();
        draft.columns().forEach(column -> headings.add(Text.trim(column.heading())));
        results.match().forEach((column, there) -> {
            if (!headings.contains(column)) {
                wrong("results/match", "there is no column " + column);
            }
            match.add(new ExportProfile.Match(column, there.isEmpty() ? column : there));
        });
        if (match.isEmpty()) {
            wrong("results/match", "one column at least says which row is meant");
        }
        if (results.outcome().isBlank()) {
            wrong("results/outcome", "the heading under which it says what came of a row");
        }
        Set<String> passed = new LinkedHashSet<>(results.passed());
        if (passed.isEmpty()) {
            wrong("results/passed", "at least one word says that a row went through");
        }
        return new ExportProfile.Results(
                List.copyOf(match),
                results.outcome(),
                passed,
                results.reason().isEmpty() ? Optional.empty() : Optional.of(results.reason()));
    }
}
