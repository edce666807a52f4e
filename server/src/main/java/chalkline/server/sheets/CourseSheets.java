package chalkline.server.sheets;

import chalkline.core.arrivals.CombinedList;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.conventions.SectionOverride;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.Value;
import chalkline.core.naming.Text;
import chalkline.core.sheets.KnownCampus;
import chalkline.core.sheets.OwnSections;
import chalkline.core.sheets.Remark;
import chalkline.core.sheets.SheetColumn;
import chalkline.core.sheets.SheetDays;
import chalkline.core.sheets.SheetField;
import chalkline.core.sheets.SheetMatch;
import chalkline.core.sheets.SheetRow;
import chalkline.core.sheets.SheetRows;
import chalkline.core.sheets.WantedSection;
import chalkline.formats.FaultyFileException;
import chalkline.formats.sheets.SheetReader;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.conventions.Change;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.conventions.SettingsEdit;
import chalkline.server.frame.Administrators;
import chalkline.server.frame.Conflict;
import chalkline.server.frame.Readers;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.SignedIn;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Sheets of courses: read, judged against the list in use, and kept. Nothing is kept of a sheet until somebody says so. */
@Service
class CourseSheets {
    private final ArrivalService arrivals;
    private final ConventionsService conventions;
    private final KeptSheets sheets;
    private final SaidColumnsOfAll said;
    private final JsonMapper json;
    private final LoadingCache<Long, KnownCampus> campuses =
            Caffeine.newBuilder().maximumSize(2).softValues().build(this::campus);

    CourseSheets(
            ArrivalService arrivals,
            ConventionsService conventions,
            KeptSheets sheets,
            SaidColumnsOfAll said,
            JsonMapper json) {
        this.arrivals = arrivals;
        this.conventions = conventions;
        this.sheets = sheets;
        this.said = said;
        this.json = json;
    }

    private KnownCampus campus(long list) {
        return new KnownCampus(arrivals.list(list), term -> arrivals.sections(list, term.code()));
    }

    /** Everything that a column may be. */
    @Readers
    public List<SheetViews.Column> columns() {
        Stream<SheetColumn> fields = Arrays.stream(SheetField.values())
                .filter(field -> field != SheetField.SEATS)
                .map(field -> new SheetColumn(field.key()));
        Stream<SheetColumn> settings =
                Arrays.stream(Setting.values()).map(setting -> new SheetColumn("set:" + setting.key()));
        return Stream.concat(fields, settings).map(CourseSheets::column).toList();
    }

    private static SheetViews.Column column(SheetColumn column) {
        return new SheetViews.Column(column.key(), column.plainName());
    }

    /** Reads a file. */
    @Administrators
    public SheetViews.Read read(String name, byte[] content, SheetReader.Written as) {
        try {
            return view(name, SheetReader.read(name, content, as));
        } catch (FaultyFileException e) {
            throw refused(e);
        }
    }

    /** Reads what was pasted. */
    @Administrators
    public SheetViews.Read read(SheetViews.Paste paste) {
        try {
            return view("what was pasted", SheetReader.read(paste.text(), Optional.ofNullable(paste.delimiter())));
        } catch (FaultyFileException e) {
            throw refused(e);
        }
    }

    private static Refusal refused(FaultyFileException e) {
        return new Refusal(e.faults().stream().limit(20).map(Object::toString).collect(Collectors.joining("\n")));
    }

    private static SheetViews.Read view(String name, SheetReader.Sheet sheet) {
        return new SheetViews.Read(
                name,
                sheet.rows(),
                sheet.lines(),
                sheet.encoding(),
                SheetReader.encodings(),
                sheet.delimiter().orElse(null),
                sheet.leaf(),
                sheet.leaves());
    }

    private record Judgement(long list, int conventions, SheetMatch match, boolean remembered, List<SheetRow> rows) {}

    /** Judges rows against the list in use; nothing is kept. */
    @Administrators
    public SheetViews.Judged judge(String term, SheetViews.Rows rows) {
        Judgement judged = judgement(term, rows);
        SheetMatch match = judged.match();
        return new SheetViews.Judged(
                judged.list(),
                judged.conventions(),
                match.header(),
                match.columns().stream().map(CourseSheets::column).toList(),
                judged.remembered(),
                match.days(),
                match.daysSure(),
                judged.rows().stream().map(CourseSheets::row).toList());
    }

    private static SheetViews.Row row(SheetRow row) {
        return new SheetViews.Row(
                row.number(),
                row.outcome(),
                label(row),
                row.wanted().isPresent(),
                row.remarks(),
                row.standing().orElse(null),
                row.differs(),
                row.earlier());
    }

    private static String label(SheetRow row) {
        return row.standing()
                .map(SheetRow.Standing::label)
                .or(() -> row.wanted().map(WantedSection::name))
                .orElse("");
    }

    private Judgement judgement(String term, SheetViews.Rows rows) {
        long list = arrivals.current()
                .orElseThrow(
                        () -> new Refusal("Bring in the registrar's list first: terms and departments come from it."));
        int rules = conventions.current();
        KnownCampus campus = campuses.get(list);
        Matched matched = match(squared(rows.rows()), rows, arrivals.list(list));
        SheetMatch match = matched.match();
        return new Judgement(
                list,
                rules,
                match,
                matched.remembered(),
                SheetRows.judge(
                        campus,
                        match,
                        squared(rows.rows()),
                        ArrivalService.term(arrivals.list(list), term),
                        overrides(rules),
                        rows.another()));
    }

    private Map<String, Map<Setting, Value>> overrides(int rules) {
        Map<String, Map<Setting, Value>> overrides = new HashMap<>();
        for (SectionOverride one : conventions.version(rules).overrides()) {
            overrides.put(one.section(), one.set());
        }
        return overrides;
    }

    private static List<List<String>> squared(List<List<String>> rows) {
        int width = rows.stream().mapToInt(List::size).max().orElse(0);
        return rows.stream()
                .map(row -> {
                    List<String> cells =
                            new ArrayList<>(row.stream().map(Text::collapse).toList());
                    while (cells.size() < width) {
                        cells.add("");
                    }
                    return cells;
                })
                .map(List::copyOf)
                .toList();
    }

    private record Matched(SheetMatch match, boolean remembered) {}

    private Matched match(List<List<String>> rows, SheetViews.Rows wanted, RegistrarList list) {
        SheetMatch found = SheetMatch.recognize(rows, list.terms());
        int header = wanted.header() == null ? found.header() : wanted.header();
        if (header < -1 || header >= rows.size()) {
            throw new Refusal("header", 0, "There is no row " + (header + 1) + ".");
        }
        Optional<SaidColumns> before =
                wanted.columns() == null && header >= 0 ? said.findById(headings(rows.get(header))) : Optional.empty();
        List<SheetColumn> columns = found.columns();
        if (wanted.columns() != null || before.isPresent()) {
            columns = columns(
                    before.map(SaidColumns::columns).orElseGet(wanted::columns),
                    rows.get(0).size());
        } else if (header != found.header()) {
            columns = SheetMatch.recognize(rows.subList(Math.max(header, 0), rows.size()), list.terms())
                    .columns();
        }
        SheetMatch match = SheetMatch.withDays(header, columns, rows);
        SheetDays days = Optional.ofNullable(wanted.days())
                .or(() -> before.map(SaidColumns::days).filter(one -> !match.daysSure()))
                .orElse(match.days());
        return new Matched(
                new SheetMatch(header, columns, days, match.daysSure() || wanted.days() != null), before.isPresent());
    }

    private static List<SheetColumn> columns(List<String> keys, int width) {
        List<SheetColumn> columns = new ArrayList<>();
        for (int i = 0; i < width; i++) {
            SheetColumn column = i < keys.size() ? new SheetColumn(keys.get(i)) : SheetColumn.NOTHING;
            if (!column.isKnown()) {
                throw new Refusal("columns." + i, 0, "A column cannot be \"" + column.key() + "\".");
            }
            columns.add(column);
        }
        return columns;
    }

    private static String headings(List<String> cells) {
        try {
            String all = cells.stream().map(Text::codeKey).collect(Collectors.joining("\n"));
            return HexFormat.of()
                    .formatHex(MessageDigest.getInstance("SHA-256").digest(all.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    /**
     * Keeps what is new, and what a person said of what is there: all of it or, where something has changed since the rows
     * were judged, nothing.
     *
     * @return the number of the kept sheet
     */
    @Administrators
    @Transactional
    public long keep(String term, SheetViews.Keep keep) {
        Judgement judged = judgement(term, keep.sheet());
        if (judged.list() != keep.list() || judged.conventions() != keep.conventions()) {
            throw new Conflict(
                    "The list or the conventions changed meanwhile. Look at the rows again; nothing was kept.");
        }
        List<SheetRow> taken =
                judged.rows().stream().filter(row -> isTaken(row, keep)).toList();
        if (taken.isEmpty()) {
            throw new Refusal("No row is left of which something could be kept.");
        }
        Map<Integer, String> ids = new HashMap<>();
        long arrival = arrivals.changeOwn(keep.name(), keep.note(), keep.list(), (number, inUse, own) -> {
            List<OwnSections.Kept> rows = new ArrayList<>();
            for (SheetRow row : taken) {
                WantedSection wanted = row.wanted().orElseThrow();
                String id = row.standing()
                        .map(SheetRow.Standing::id)
                        .orElse(CombinedList.OWN + ":" + number + "-" + (row.number() + 1));
                ids.put(row.number(), wanted.isCourseOnly() ? "" : id);
                rows.add(new OwnSections.Kept(id, wanted));
            }
            return new ArrivalService.Own(OwnSections.with(inUse, own.list(), rows), own.merged());
        });
        keepSettings(taken, ids, keep);
        SheetMatch match = judged.match();
        if (match.header() >= 0) {
            said.save(new SaidColumns(
                    headings(squared(keep.sheet().rows()).get(match.header())),
                    match.columns().stream().map(SheetColumn::key).toList(),
                    match.days()));
        }
        return sheets.saveAndFlush(new KeptSheet(
                        arrival,
                        term,
                        keep,
                        SignedIn.login(),
                        taken.size(),
                        json.writeValueAsString(headingsShown(keep, match)),
                        json.writeValueAsString(judged.rows().stream()
                                .map(row -> keptRow(row, keep, ids))
                                .toList())))
                .id();
    }

    private static boolean isTaken(SheetRow row, SheetViews.Keep keep) {
        boolean wanted = row.isNew() || keep.change().contains(row.number());
        return wanted && row.wanted().isPresent() && !keep.out().contains(row.number());
    }

    private void keepSettings(List<SheetRow> taken, Map<Integer, String> ids, SheetViews.Keep keep) {
        List<SettingsEdit.Of> edits = new ArrayList<>();
        for (SheetRow row : taken) {
            Map<String, String> set = new LinkedHashMap<>();
            row.wanted().orElseThrow().settings().forEach((setting, value) -> set.put(setting.key(), value.text()));
            if (keep.previous().contains(row.number())) {
                set.put(Setting.TEMPLATE.key(), "previous");
            }
            String id = ids.getOrDefault(row.number(), "");
            if (!set.isEmpty() && !id.isEmpty()) {
                edits.add(new SettingsEdit.Of(id, set));
            }
        }
        if (!edits.isEmpty()) {
            conventions.keep(Change.of(keep.conventions(), new SettingsEdit(edits)), "from the sheet " + keep.name());
        }
    }

    private static List<String> headingsShown(SheetViews.Keep keep, SheetMatch match) {
        return match.header() < 0
                ? match.columns().stream().map(SheetColumn::plainName).toList()
                : squared(keep.sheet().rows()).get(match.header());
    }

    private static SheetViews.KeptRow keptRow(SheetRow row, SheetViews.Keep keep, Map<Integer, String> ids) {
        boolean kept = isTaken(row, keep);
        Stream<String> wrong = row.remarks().stream()
                .filter(remark -> remark.weight() == Remark.Weight.WRONG)
                .map(Remark::says);
        Stream<String> differs =
                row.differs().stream().map(one -> one.what() + ": " + one.before() + " → " + one.after());
        Stream<String> out = keep.out().contains(row.number()) ? Stream.of("taken out") : Stream.empty();
        return new SheetViews.KeptRow(
                row.number() + 1,
                row.outcome(),
                kept,
                kept
                        ? ids.getOrDefault(row.number(), "")
                        : row.standing().map(SheetRow.Standing::id).orElse(""),
                label(row),
                Stream.of(out, wrong, differs).flatMap(one -> one).collect(Collectors.joining("; ")),
                squared(keep.sheet().rows()).get(row.number()));
    }
}
