package chalkline.formats;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.Enrollments;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Sections;
import chalkline.core.conventions.Conventions;
import chalkline.core.proof.Proof;
import chalkline.core.sheets.KnownCampus;
import chalkline.core.sheets.Remark;
import chalkline.core.sheets.SheetMatch;
import chalkline.core.sheets.SheetRow;
import chalkline.core.sheets.SheetRows;
import chalkline.core.templates.EarlierShells;
import chalkline.formats.cartridge.Cartridge;
import chalkline.formats.cartridge.CartridgeReader;
import chalkline.formats.cartridge.CartridgeTest;
import chalkline.formats.cartridge.CartridgeWriter;
import chalkline.formats.conventions.ConventionsReader;
import chalkline.formats.conventions.ConventionsReaderTest;
import chalkline.formats.conventions.ConventionsWriter;
import chalkline.formats.held.HeldReader;
import chalkline.formats.oneroster.Bundles;
import chalkline.formats.oneroster.OneRosterReader;
import chalkline.formats.oneroster.OneRosterWriter;
import chalkline.formats.sheets.Dates;
import chalkline.formats.sheets.SheetReader;
import chalkline.formats.sheets.Spreadsheet;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.LongStream;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Whatever is put wrong in a file, it is read or refused with places, and what was read can be worked with. The seed of a
 * failure stands in its name; {@code -Dchalkline.mutations=10000} makes the run a long one.
 */
class MutatedFilesTest {
    private static final int FEW = 250;

    @TempDir
    Path folder;

    static LongStream seeds() {
        return Mutations.seeds(FEW);
    }

    private interface Reading {
        void read() throws IOException, FaultyFileException;
    }

    private static void readOrRefused(Reading reading) throws IOException {
        try {
            reading.read();
        } catch (FaultyFileException e) {
            assertThat(e.count()).isGreaterThanOrEqualTo(e.faults().size());
            assertThat(e.faults()).isNotEmpty().allSatisfy(fault -> {
                assertThat(fault.file()).isNotBlank();
                assertThat(fault.line()).isPositive();
                assertThat(fault.column()).isNotBlank();
                assertThat(fault.reason())
                        .isNotBlank()
                        .doesNotContain("Exception")
                        .doesNotEndWith("null");
            });
        }
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void lists(long seed) throws IOException {
        Random random = new Random(seed);
        Bundles bundle = new Bundles();
        List<String> files = bundle.names();
        String file = files.get(random.nextInt(files.size()));
        Path list;
        if (random.nextInt(4) == 0) {
            Path zip = bundle.zip(folder, random.nextBoolean() ? "" : "in/");
            list = Files.write(folder.resolve("changed.zip"), Mutations.of(Files.readAllBytes(zip), random));
        } else {
            list = bundle.with(file, Mutations.of(bundle.content(file), random)).folder(folder);
        }
        readOrRefused(() -> {
            RegistrarList read = OneRosterReader.read(list);
            for (AcademicSession term : read.terms()) {
                Conventions usual = Conventions.in(ZoneId.of("America/Halifax"));
                assertThat(Proof.of(read, term, usual, List.of()).rows()).isNotNull();
            }
        });
    }

    /** Both versions as they are written, whole or as changes of a list. */
    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void listsOfTheLaterVersion(long seed) throws IOException, FaultyFileException {
        Random random = new Random(seed);
        RegistrarList before = OneRosterReader.read(new Bundles().folder(Files.createDirectories(folder.resolve("a"))));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        RegistrarList none = new RegistrarList(
                before.sessions(),
                before.orgs(),
                before.courses(),
                Map.of(),
                Map.of(),
                Enrollments.of(List.of(), List.of()));
        Optional<RegistrarList> changesOf = random.nextBoolean() ? Optional.of(none) : Optional.empty();
        OneRosterWriter.write(before, random.nextInt(4) == 0 ? "1.1" : "1.2", changesOf, out);
        Bundles bundle = Bundles.of(out.toByteArray());
        List<String> files = bundle.names();
        String file = files.get(random.nextInt(files.size()));
        Path zip = bundle.with(file, Mutations.of(bundle.content(file), random)).zip(folder, "");
        readOrRefused(() -> {
            RegistrarList read = OneRosterReader.read(zip, "list.zip", Optional.of(before));
            for (AcademicSession term : read.terms()) {
                assertThat(Sections.ofTerm(read, term)).isNotNull();
            }
        });
    }

    /** Sheets of courses as text and as workbooks: read or refused, and what was read can be judged. */
    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void sheetsOfCourses(long seed) throws IOException, FaultyFileException {
        Random random = new Random(seed);
        RegistrarList list = OneRosterReader.read(new Bundles().folder(Files.createDirectories(folder.resolve("a"))));
        KnownCampus campus =
                new KnownCampus(list, term -> Sections.ofTerm(list, term), new EarlierShells(List.of(), Map.of()));
        byte[] changed =
                Mutations.of(random.nextInt(3) == 0 ? workbook() : SHEET.getBytes(StandardCharsets.UTF_8), random);
        readOrRefused(() -> {
            List<List<String>> rows = SheetReader.read("sheet", changed, SheetReader.Written.RECOGNIZED)
                    .rows();
            SheetMatch match = SheetMatch.recognize(rows, list.terms());
            for (SheetRow row :
                    SheetRows.judge(campus, match, rows, list.terms().get(0), Map.of(), Set.of())) {
                assertThat(row.outcome() == SheetRow.Outcome.WRONG)
                        .isEqualTo(row.remarks().stream().anyMatch(remark -> remark.weight() == Remark.Weight.WRONG));
                assertThat(row.remarks()).allSatisfy(remark -> {
                    assertThat(remark.says()).isNotBlank();
                    assertThat(remark.column()).isBetween(-1, match.columns().size() - 1);
                });
            }
        });
    }

    private static final String SHEET =
            "Course,Title,Section,Instructor,Start date,End date,Seats,opens,Westhaven seats\r\n"
                    + "OCEA 210,Tides,001,Lund,2027-02-01,2027-03-12,20,term.start - 7d,5\r\n"
                    + "\"CEED 101\",\"Knots, small\",,una@skerrow.example,1/2/2027,12 Mar 2027,,,\r\n"
                    + "CEED 102,Sails,none,,,,many,,\r\n";

    private static byte[] workbook() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        List<List<String>> rows =
                SHEET.lines().map(line -> List.of(line.split(",", -1))).toList();
        new Spreadsheet("courses", rows.get(0), rows.subList(1, rows.size())).writeXlsx(out);
        return out.toByteArray();
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void conventions(long seed) throws IOException {
        byte[] changed = Mutations.of(ConventionsReaderTest.WHOLE.getBytes(StandardCharsets.UTF_8), new Random(seed));
        readOrRefused(() -> {
            Conventions read = ConventionsReader.read("c.yaml", new String(changed, StandardCharsets.UTF_8));
            String written = ConventionsWriter.write(read);
            assertThat(ConventionsWriter.write(ConventionsReader.read("again.yaml", written)))
                    .isEqualTo(written);
        });
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void cartridges(long seed) throws IOException {
        Random random = new Random(seed);
        byte[] changed = CartridgeTest.mutated(random);
        readOrRefused(() -> {
            Cartridge read = CartridgeReader.read("x.imscc", new ByteArrayInputStream(changed));
            byte[] written = CartridgeWriter.write(read.template(), read.files());
            Cartridge again = CartridgeReader.read("x.imscc", new ByteArrayInputStream(written));
            assertThat(again.template().units()).hasSameSizeAs(read.template().units());
        });
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void sheetsAndHeldShells(long seed) throws IOException {
        Random random = new Random(seed);
        Path dates = Files.write(
                folder.resolve("dates.csv"),
                Mutations.of(
                        "id,at\na,2026-10-05T23:59\n\"b,c\",2026-10-06T08:00:00\n".getBytes(StandardCharsets.UTF_8),
                        random));
        readOrRefused(() -> assertThat(Dates.read(dates)).isNotNull());
        Path held = Files.write(
                folder.resolve("held.jsonl"),
                Mutations.of(
                        ("{\"key\":\"s:a\",\"term\":\"27SP\",\"code\":\"x\",\"opens\":\"2027-01-04T08:00:00-04:00\","
                                        + "\"sections\":[\"a\"],\"units\":6,\"open\":\"yes\",\"closed\":false}\n")
                                .getBytes(StandardCharsets.UTF_8),
                        random));
        readOrRefused(() -> assertThat(HeldReader.read(held)).isNotNull());
    }
}
