package chalkline.formats.conventions;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import chalkline.core.arrivals.Enrollments;
import chalkline.core.arrivals.Guards;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.CrossListing;
import chalkline.core.conventions.Kept;
import chalkline.core.conventions.Layer;
import chalkline.core.conventions.Setting;
import chalkline.formats.Fault;
import chalkline.formats.FaultyFileException;
import java.time.DayOfWeek;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

public class ConventionsReaderTest {
    public static final String WHOLE = """
            chalkline: 1
            zone: America/Halifax          # IANA time zone of the campus
            weekStart: SUNDAY
            limits: {code: 50, title: 100}
            breaks:
              27SP: [{name: Mid-term break, from: 2027-02-15, to: 2027-02-19}]
            crossListing: {allow: any, lead: lowest, foldAt: 3}
            moves:
              - {when: {subject: MARB}, to: BIOS, since: 27SP}
            layers:
              - name: Whole campus
                fix: [uploadLimitMB]
                set:
                  code: "{term.code}-{label:slug}"
                  opens: term.start - 7d 08:00
                  open: yes
                  uploadLimitMB: "20"
                  entry: [roster, code]
              - name: Graduate seminars
                when: {level: 500-799, tag: [seminar, "001"]}
                set: {layout: units, units: 6}
              - {name: Not now, set: {layout: discussion}, off: yes}
            overrides:
              - {section: 001, set: {title: "Field School on the Flats"}}
            crossLists:
              - {id: x1, lead: cl-2001, joined: [cl-2002, 007], approved: true, reason: one stage}
            kept:
              - {section: 001, what: [closed, title], without: [u-7], with: [u-8, 009], reason: the chair asked}
            """;

    private static List<String> faults(String yaml) {
        FaultyFileException e =
                catchThrowableOfType(FaultyFileException.class, () -> ConventionsReader.read("c.yaml", yaml));
        assertThat(e).as("the file is refused").isNotNull();
        return e.faults().stream().map(Fault::toString).toList();
    }

    @Test
    void readsAllOfIt() throws Exception {
        Conventions read = ConventionsReader.read("c.yaml", WHOLE);
        assertThat(read.zone().getId()).isEqualTo("America/Halifax");
        assertThat(read.weekStart()).isEqualTo(DayOfWeek.SUNDAY);
        assertThat(read.limits()).isEqualTo(new Conventions.Limits(50, 100));
        assertThat(read.breaks().get("27SP")).hasSize(1);
        assertThat(read.crossListing())
                .isEqualTo(new CrossListing(CrossListing.Allow.ANY, CrossListing.Lead.LOWEST, 3));
        assertThat(read.moves()).hasSize(1);
        assertThat(read.kept())
                .containsExactly(new Kept(
                        "001", Set.of("closed", "title"), List.of("u-7"), List.of("u-8", "009"), "the chair asked"));
        assertThat(read.layers()).extracting(Layer::off).containsExactly(false, false, true);
        assertThat(read.layers().get(0).set().get(Setting.OPEN).text()).isEqualTo("yes");
        assertThat(read.layers().get(0).set().get(Setting.ENTRY).items()).containsExactly("roster", "code");
        assertThat(read.overrides().get(0).section()).isEqualTo("001");
        assertThat(read.crossLists().get(0).joined()).containsExactly("cl-2002", "007");
        assertThat(read.crossLists().get(0).approved()).isTrue();
        assertThat(read.crossLists().get(0).reason()).isEqualTo("one stage");
    }

    @Test
    void writesWhatReadsBackEqual() throws Exception {
        Conventions read = ConventionsReader.read("c.yaml", WHOLE);
        String written = ConventionsWriter.write(read);
        Conventions back = ConventionsReader.read("back.yaml", written);
        assertThat(ConventionsWriter.write(back)).isEqualTo(written);
        assertThat(back.layers().get(1).when().conditions())
                .isEqualTo(read.layers().get(1).when().conditions());
        assertThat(back.layers().get(0).set()).isEqualTo(read.layers().get(0).set());
        assertThat(back.overrides()).isEqualTo(read.overrides());
        assertThat(back.crossLists()).isEqualTo(read.crossLists());
        assertThat(back.breaks()).isEqualTo(read.breaks());
        assertThat(back.kept()).isEqualTo(read.kept());
    }

    @Test
    void aMoveMayNameADepartmentThatIsYetToComeAndItsCollege() throws Exception {
        Conventions read = ConventionsReader.read(
                "c.yaml",
                "chalkline: 1\nzone: UTC\nmoves:\n"
                        + "  - {when: {department: HIST}, to: HERI, name: History and Heritage, college: LETT}\n");
        assertThat(read.moves().get(0).name()).contains("History and Heritage");
        assertThat(read.moves().get(0).college()).contains("LETT");
        assertThat(ConventionsReader.read("back.yaml", ConventionsWriter.write(read))
                        .moves()
                        .get(0)
                        .name())
                .contains("History and Heritage");
    }

    @Test
    void whatCannotBeKeptIsSaid() {
        assertThat(faults("chalkline: 1\nzone: UTC\nkept:\n  - {section: a, what: [closed, doors]}\n"))
                .singleElement()
                .asString()
                .contains("\"doors\" is neither a setting nor closed, deleted or standing");
        assertThat(faults("chalkline: 1\nzone: UTC\nkept:\n  - {section: a, with: [" + "i".repeat(256) + "]}\n"))
                .singleElement()
                .asString()
                .contains("255");
    }

    @Test
    void onlyTwoKeysAreRequired() throws Exception {
        assertThat(ConventionsReader.read("c.yaml", "{chalkline: 1, zone: UTC}").layers())
                .isEmpty();
        assertThat(faults("{}")).hasSize(2);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "zone: America/Halifax|zone: Atlantis/Skerrow|c.yaml:2:7",
                "weekStart: SUNDAY|weekStart: Sunday|c.yaml:3:12",
                "limits: {code: 50|limits: {cod: 50|c.yaml:4:10",
                "from: 2027-02-15|from: 2027-02-31|c.yaml:6:39",
                "to: 2027-02-19|to: 2027-02-01|c.yaml:6:55",
                "allow: any|allow: all|c.yaml:7:23",
                "opens: term.start - 7d 08:00|opens: some day|c.yaml:15:14",
                "open: yes|open: maybe|c.yaml:16:13",
                "{level: 500-799,|{level: high,|c.yaml:20:19",
                "layout: units,|layuot: units,|c.yaml:21:11",
                "layout: units,|units: 5,|c.yaml:21:21",
                "section: 001|sektion: 001|c.yaml:24:6",
                "fix: [uploadLimitMB]|fix: [uploadLimit]|c.yaml:12:11",
                "off: yes|off: perhaps|c.yaml:22:53",
                "allow: any|mark: [loose]|c.yaml:7:23",
                "allow: any|foldAt: 0|c.yaml:7:24",
                "{id: x1,|{|c.yaml:26:5",
                "approved: true|approved: 1|c.yaml:26:63"
            })
    void saysWhereAFaultIs(String from, String to, String place) {
        assertThat(WHOLE).contains(from);
        assertThat(faults(WHOLE.replaceFirst(java.util.regex.Pattern.quote(from), to)))
                .anyMatch(fault -> fault.startsWith(place + ": "));
    }

    @Test
    void findsAllFaultsInOnePass() {
        assertThat(faults("chalkline: 2\nzone: x\nlayer: []\nzone: UTC\n")).hasSize(4);
    }

    @Test
    void textThatIsNoYamlIsRefusedWithItsPlace() {
        assertThat(faults("chalkline: 1\nzone: [UTC\n"))
                .singleElement()
                .asString()
                .startsWith("c.yaml:");
        assertThat(faults("")).containsExactly("c.yaml:1:1: the file is empty");
    }

    @Test
    void guardsAndMarksAreReadAndWrittenBack() throws FaultyFileException {
        String yaml = "chalkline: 1\nzone: UTC\ncrossListing: {mark: [same-course]}\n"
                + "guards: {sectionsOut: 0, instructorsOut: 100, drops: 5, from: 1}\n";
        Conventions read = ConventionsReader.read("c.yaml", yaml);
        assertThat(read.guards()).isEqualTo(new Guards(0, 100, 5, 1));
        assertThat(read.crossListing().mark()).containsExactly(CrossListing.Tier.SAME_COURSE);
        assertThat(ConventionsReader.read("c.yaml", ConventionsWriter.write(read)))
                .isEqualTo(read);
        assertThat(faults("chalkline: 1\nzone: UTC\nguards: {drops: 101, from: 0, sectionOut: 1}\n"))
                .extracting(fault -> fault.substring(0, fault.indexOf(": ")))
                .containsExactly("c.yaml:3:31", "c.yaml:3:17", "c.yaml:3:28");
    }

    @ParameterizedTest
    @ValueSource(strings = {"title: {label} {title}", "set: {code: {term.code}-{label}}", "title: {label}"})
    void aPatternWithoutQuotesIsToldSo(String line) {
        String set = line.startsWith("set") ? line : "set: {" + line + "}";
        assertThat(faults("chalkline: 1\nzone: UTC\nlayers:\n  - " + set + "\n"))
                .anyMatch(fault -> fault.contains("stands in quotes"));
    }

    @Test
    void whatMatchesNothingHasItsPlace() throws Exception {
        ConventionsFile file = ConventionsReader.readFile(
                "c.yaml",
                "chalkline: 1\nzone: UTC\nbreaks:\n  99XX: []\nlayers:\n  - when: {subject: [OCEA, ENGL]}\n"
                        + "overrides:\n  - section: cl-9\n    set: {units: 3}\ncrossLists:\n  - {id: x, joined: [a, b]}\n"
                        + "moves:\n  - {when: {subject: MARB}, to: NONE}\n");
        RegistrarList none = new RegistrarList(
                Map.of(), Map.of(), Map.of(), Map.of(), Map.of(), Enrollments.of(List.of(), List.of()));
        assertThat(file.unmatched(none))
                .extracting(fault -> fault.line() + ":" + fault.column())
                .containsExactly("4:3", "13:22", "6:22", "6:28", "8:14", "11:5");
        assertThat(file.against(none))
                .extracting(fault -> fault.line() + ":" + fault.column())
                .containsExactly("13:33");
    }

    @Test
    void patternsSayTheirColumn() {
        assertThat(faults("{chalkline: 1, zone: UTC, layers: [{set: {title: \"a {titel}\"}}]}"))
                .containsExactly("c.yaml:1:50: title: column 4 of the pattern: there is no token named \"titel\"");
    }
}
