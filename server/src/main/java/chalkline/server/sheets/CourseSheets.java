package chalkline.server.sheets;

import chalkline.core.arrivals.CombinedList;
import chalkline.core.conventions.SectionOverride;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.Value;
import chalkline.core.sheets.KnownCampus;
import chalkline.core.sheets.OwnSections;
import chalkline.core.sheets.Remark;
import chalkline.core.sheets.SheetColumn;
import chalkline.core.sheets.SheetMatch;
import chalkline.core.sheets.SheetRow;
import chalkline.core.sheets.SheetRows;
import chalkline.core.sheets.WantedSection;
import chalkline.core.templates.EarlierShells;
import chalkline.formats.FaultyFileException;
import chalkline.formats.sheets.SheetReader;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.arrivals.OwnLists;
import chalkline.server.conventions.Change;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.conventions.SettingsEdit;
import chalkline.server.frame.Conflict;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.SignedIn;
import chalkline.server.frame.Time;
import chalkline.server.lms.HeldService;
import chalkline.server.policy.May;
import chalkline.server.policy.Right;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import java.util.ArrayList;
import java.util.HashMap;
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
    private final OwnLists lists;
    private final ConventionsService conventions;
    private final KeptSheets sheets;
    private final ColumnsOfSheets columns;
    private final HeldService held;
    private final JsonMapper json;
    private final LoadingCache<Long, KnownCampus> campuses =
            Caffeine.newBuilder().maximumSize(2).softValues().build(this::campus);
    /** By the version of what the LMS holds. */
    private final LoadingCache<Integer, EarlierShells> shells;

    private final Time time;

    CourseSheets(
            ArrivalService arrivals,
            OwnLists lists,
            ConventionsService conventions,
            KeptSheets sheets,
            ColumnsOfSheets columns,
            HeldService held,
            JsonMapper json,
            Time time) {
        this.time = time;
        this.arrivals = arrivals;
        this.lists = lists;
        this.conventions = conventions;
        this.sheets = sheets;
        this.columns = columns;
        this.held = held;
        this.json = json;
        this.shells = Caffeine.newBuilder()
                .maximumSize(1)
                .softValues()
                .build(version -> version == 0
                        ? new EarlierShells(List.of(), Map.of())
                        : new EarlierShells(held.shells(version), Map.of()));
    }

    private KnownCampus campus(long list) {
        return new KnownCampus(
                arrivals.list(list), term -> arrivals.sections(list, term.code()), shells.get(held.current()));
    }

    /** Reads a file. */
    @May(Right.CHANGE_LISTS)
    public SheetViews.Read read(String name, byte[] content, SheetReader.Written as) {
        try {
            return view(name, SheetReader.read(name, content, as));
        } catch (FaultyFileException e) {
            throw refused(e);
        }
    }

    /** Reads what was pasted. */
    @May(Right.CHANGE_LISTS)
    public SheetViews.Read read(SheetViews.Paste paste) {
        try {
            return view("pasted rows", SheetReader.read(paste.text(), Optional.ofNullable(paste.delimiter())));
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
    @May(Right.CHANGE_LISTS)
    public SheetViews.Judged judge(String term, SheetViews.Rows rows) {
        Judgement judged = judgement(term, rows);
        SheetMatch match = judged.match();
        return new SheetViews.Judged(
                judged.list(),
                judged.conventions(),
                match.header(),
                match.columns().stream().map(ColumnsOfSheets::view).toList(),
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
        ColumnsOfSheets.Matched matched =
                columns.match(ColumnsOfSheets.squared(rows.rows()), rows, arrivals.list(list));
        SheetMatch match = matched.match();
        return new Judgement(
                list,
                rules,
                match,
                matched.remembered(),
                SheetRows.judge(
                        campus,
                        match,
                        ColumnsOfSheets.squared(rows.rows()),
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

    /**
     * Keeps what is new, and what a person said of what is there: all of it or, where something has changed since the rows
     * were judged, nothing.
     *
     * @return the number of the kept sheet
     */
    @May(Right.CHANGE_LISTS)
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
        long arrival = lists.change(keep.name(), keep.note(), keep.list(), (number, inUse, own) -> {
            List<OwnSections.Kept> rows = new ArrayList<>();
            for (SheetRow row : taken) {
                WantedSection wanted = row.wanted().orElseThrow();
                String id = row.standing()
                        .map(SheetRow.Standing::id)
                        .orElse(CombinedList.OWN + ":" + number + "-" + (row.number() + 1));
                ids.put(row.number(), wanted.isCourseOnly() ? "" : id);
                rows.add(new OwnSections.Kept(id, wanted));
            }
            return new OwnLists.Own(OwnSections.with(inUse, own.list(), rows), own.merged());
        });
        keepSettings(taken, ids, keep);
        SheetMatch match = judged.match();
        columns.remember(ColumnsOfSheets.squared(keep.sheet().rows()), match);
        return sheets.saveAndFlush(new KeptSheet(
                        arrival,
                        term,
                        keep,
                        SignedIn.login(),
                        taken.size(),
                        json.writeValueAsString(headingsShown(keep, match)),
                        json.writeValueAsString(judged.rows().stream()
                                .map(row -> keptRow(row, keep, ids))
                                .toList()),
                        time.now()))
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
                : ColumnsOfSheets.squared(keep.sheet().rows()).get(match.header());
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
                ColumnsOfSheets.squared(keep.sheet().rows()).get(row.number()));
    }
}
