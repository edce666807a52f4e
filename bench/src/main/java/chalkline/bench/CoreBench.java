package chalkline.bench;

import chalkline.core.Bounds;
import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.CombinedList;
import chalkline.core.arrivals.Guards;
import chalkline.core.arrivals.ListChanges;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.arrivals.Sections;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.Value;
import chalkline.core.conventions.ValueException;
import chalkline.core.exports.ExportDraft;
import chalkline.core.exports.ExportProfile;
import chalkline.core.exports.ExportReading;
import chalkline.core.exports.ExportRows;
import chalkline.core.proof.Proof;
import chalkline.core.sheets.KnownCampus;
import chalkline.core.sheets.OwnSections;
import chalkline.core.sheets.SheetMatch;
import chalkline.core.sheets.SheetRow;
import chalkline.core.sheets.SheetRows;
import chalkline.core.templates.EarlierShells;
import chalkline.formats.FaultyFileException;
import chalkline.formats.conventions.ConventionsReader;
import chalkline.formats.exports.ExportFiles;
import chalkline.formats.oneroster.OneRosterReader;
import chalkline.standins.campus.Days;
import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** List parsing, the facts of sections, the proof and the effect of an edit, over a list of 20,000 sections. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(value = 1, jvmArgs = "-Xmx2g")
@Warmup(iterations = 2, time = 2)
@Measurement(iterations = 4, time = 2)
public class CoreBench {
    private Path file;
    private RegistrarList list;
    private AcademicSession term;
    private List<Section> sections;
    private Conventions conventions;
    private Conventions edited;
    private Proof before;
    private RegistrarList nextDay;
    private KnownCampus campus;
    private List<List<String>> rows;
    private RegistrarList own;
    private ExportProfile profile;
    private List<List<String>> cells;
    private Path exported;

    @Setup
    public void read() throws IOException, FaultyFileException, ValueException {
        file = Path.of(System.getenv("CHALKLINE_BENCH_LIST"));
        list = OneRosterReader.read(file);
        term = list.term("27SP").orElseThrow();
        sections = Sections.ofTerm(list, term);
        try (var in = CoreBench.class.getResourceAsStream("/demo/conventions.yaml")) {
            conventions = ConventionsReader.read("demo", new String(in.readAllBytes(), StandardCharsets.UTF_8));
        }
        Value title = Value.of(Setting.TITLE, "{label} {title}, {term.name}");
        before = proof();
        Days days = new Days(list, 1907);
        days.next();
        nextDay = days.list();
        campus = new KnownCampus(list, one -> sections, new EarlierShells(List.of(), Map.of()));
        rows = sheetRows();
        List<OwnSections.Kept> kept = new ArrayList<>();
        for (SheetRow row : sheet()) {
            row.wanted()
                    .filter(one -> row.isNew())
                    .ifPresent(one -> kept.add(new OwnSections.Kept("own:" + row.number(), one)));
        }
        own = OwnSections.with(list, OwnSections.NONE, kept);
        profile = profile();
        exported = Files.createTempFile("export", ".csv");
        exported.toFile().deleteOnExit();
        ExportRows maker = new ExportRows(profile, conventions.zone(), false);
        cells = new ArrayList<>();
        maker.of(ExportRows.written(before.rows(), false)).forEachRemaining(row -> cells.add(row.cells()));
        edited = conventions.withLayer(0, conventions.layers().get(0).with(Setting.TITLE, title));
    }

    /** One in five stands on the list already. */
    private List<List<String>> sheetRows() {
        List<List<String>> made = new ArrayList<>();
        made.add(List.of("course", "title", "section", "department", "instructors", "starts", "room"));
        for (int i = 1; i < Bounds.SHEET_ROWS; i++) {
            Section there = sections.get(i % sections.size());
            made.add(
                    i % 5 == 0
                            ? List.of(there.courseName(), "", there.label(), "", "", "", "Pier " + i)
                            : List.of(
                                    "CEED " + i,
                                    "Knots " + i,
                                    "001",
                                    "Continuing Education",
                                    "una.berg@skerrow.example",
                                    "2027-02-01",
                                    "Pier 4"));
        }
        return made;
    }

    /** The limit for parsing. */
    @Benchmark
    public long justParse() throws IOException {
        return JustParse.characters(file);
    }

    @Benchmark
    public RegistrarList parse() throws IOException, FaultyFileException {
        return OneRosterReader.read(file);
    }

    @Benchmark
    public List<Section> facts() {
        return Sections.ofTerm(list, term);
    }

    @Benchmark
    public Proof proof() {
        return Proof.of(list, sections, "27SP", conventions, List.of());
    }

    /** What a night changed: facts, people, and the guards. */
    @Benchmark
    public int difference() {
        ListChanges changes = ListChanges.between(list, nextDay, "27SP");
        return changes.all().size() + changes.tripped(Guards.USUAL).size();
    }

    /** A correction in a sheet of the most rows that are taken: all of them are judged anew. */
    @Benchmark
    public List<SheetRow> sheet() {
        return SheetRows.judge(campus, SheetMatch.recognize(rows, list.terms()), rows, term, Map.of(), Set.of());
    }

    /** The registrar's list with sections of our own beside it. */
    @Benchmark
    public RegistrarList combined() {
        return CombinedList.of(List.of(
                new CombinedList.Part(CombinedList.REGISTRAR, list, Map.of()),
                new CombinedList.Part(CombinedList.OWN, own, Map.of())));
    }

    /** A sheet of eight columns for an LMS, from the proof to the file. */
    @Benchmark
    public long export() throws IOException {
        ExportRows maker = new ExportRows(profile, conventions.zone(), false);
        Iterator<ExportRows.Row> made = maker.of(ExportRows.written(before.rows(), false));
        try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(exported))) {
            ExportFiles.one(profile, cells(made), out);
        }
        return Files.size(exported);
    }

    private static Iterator<List<String>> cells(Iterator<ExportRows.Row> rows) {
        return new Iterator<>() {
            @Override
            public boolean hasNext() {
                return rows.hasNext();
            }

            @Override
            public List<String> next() {
                return rows.next().cells();
            }
        };
    }

    /** The limit for an export: its cells are there already. */
    @Benchmark
    public long exportJustWritten() throws IOException {
        try (CsvWriter csv = CsvWriter.builder()
                .lineDelimiter(LineDelimiter.CRLF)
                .build(new OutputStreamWriter(
                        new BufferedOutputStream(Files.newOutputStream(exported)), StandardCharsets.UTF_8))) {
            csv.writeRecord(profile.headings());
            cells.forEach(csv::writeRecord);
        }
        return Files.size(exported);
    }

    private static ExportProfile profile() {
        List<ExportDraft.Column> columns = new ArrayList<>();
        for (String value : List.of(
                "{shell.code:upper}",
                "{shell.title}",
                "{shell.category}",
                "{shell.opens}",
                "{shell.closes}",
                "{shell.open}",
                "{department.code}",
                "{instructors}")) {
            columns.add(new ExportDraft.Column("C" + columns.size(), value, false, 0));
        }
        return ExportReading.of(new ExportDraft(
                        "Upload",
                        "shells",
                        ExportDraft.Form.USUAL,
                        ExportDraft.Values.USUAL,
                        "",
                        "",
                        0,
                        columns,
                        Optional.empty()))
                .profile()
                .orElseThrow();
    }

    @Benchmark
    public Proof proofOfAnEdit() {
        return before.under(edited);
    }
}
