package chalkline.core.exports;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.Lists;
import chalkline.core.conventions.Rules;
import chalkline.core.proof.Campuses;
import chalkline.core.proof.Proof;
import chalkline.core.proof.ProofRow;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ExportRowsTest {
    private static final ZoneId HALIFAX = ZoneId.of("America/Halifax");

    private static Lists lists() {
        return new Lists()
                .course("c", "OCEA 210", "Tides")
                .section("a", "c", "001")
                .section("b", "c", "002")
                .teaches("a", "u1", "Abel", true)
                .teaches("b", "u1", "Abel", true)
                .studies("a", "s1", "s2")
                .studies("b", "s2", "s3");
    }

    /** One shell for both sections, which the LMS holds under another title. */
    private static List<ProofRow> proof(Lists lists) {
        var rules = new Rules()
                .all("shellPer", "course", "opens", "term.start 08:00", "closes", "term.end 23:00", "open", "yes")
                .done();
        List<ProofRow> built = Proof.of(lists.list(), lists.sections(), "27SP", rules, List.of())
                .rows();
        return Proof.of(
                        lists.list(),
                        lists.sections(),
                        "27SP",
                        rules,
                        built.stream()
                                .map(row -> Campuses.heldAs(row, row.key(), false))
                                .toList())
                .rows();
    }

    static ExportDraft draft(String rows, String... columns) {
        return draft(rows, ExportDraft.Form.USUAL, ExportDraft.Values.USUAL, columns);
    }

    static ExportDraft draft(String rows, ExportDraft.Form form, ExportDraft.Values values, String... columns) {
        List<ExportDraft.Column> list = new ArrayList<>();
        for (int i = 0; i < columns.length; i++) {
            list.add(new ExportDraft.Column("C" + i, columns[i], false, 0));
        }
        return new ExportDraft("Upload", rows, form, values, "", "", 0, list, Optional.empty());
    }

    private static ExportProfile profile(ExportDraft draft) {
        ExportReading.Read read = ExportReading.of(draft);
        assertThat(read.wrong()).isEmpty();
        return read.profile().orElseThrow();
    }

    private static List<ExportRows.Row> rows(ExportDraft draft, List<ProofRow> proof) {
        ExportRows rows = new ExportRows(profile(draft), HALIFAX, true);
        List<ExportRows.Row> made = new ArrayList<>();
        proof.forEach(row -> rows.of(row, made::add));
        return made;
    }

    private static List<List<String>> cells(ExportDraft draft) {
        return rows(draft, proof(lists())).stream().map(ExportRows.Row::cells).toList();
    }

    @Test
    void aShellIsARowWithItsSettingsInTheWordsOfTheProfile() {
        var values = new ExportDraft.Values("dd/MM/uuuu HH:mm", "UTC", "Y", "N", Map.of(), Map.of());
        assertThat(cells(draft(
                        "shells",
                        ExportDraft.Form.USUAL,
                        values,
                        "{shell.code:upper}",
                        "{shell.title}[ ({topic})]",
                        "{shell.opens}",
                        "{shell.closes}",
                        "{shell.open}",
                        "{shell.closed}",
                        "{department.code}",
                        "{shell.students}")))
                // Halifax is four hours behind UTC in January and three in late April (tz database)
                .containsExactly(List.of(
                        "27SP-OCEA-210-001-002",
                        "OCEA 210-001/002 Tides",
                        "04/01/2027 12:00",
                        "24/04/2027 02:00",
                        "Y",
                        "N",
                        "OCEA",
                        "3"));
    }

    @Test
    void aSectionIsARowWithItsOwnFacts() {
        assertThat(cells(draft("sections", "{shell.code}", "{section.id}", "{section}", "{section.leads}")))
                .containsExactly(
                        List.of("27SP-ocea-210-001-002", "a", "001", "yes"),
                        List.of("27SP-ocea-210-001-002", "b", "002", "no"));
    }

    @Test
    void everybodyIsARowForEachSectionAndWhatSaysTheSameIsOne() {
        var roles =
                new ExportDraft.Values("uuuu", "", "yes", "no", Map.of(), Map.of("instructor", "T", "student", "S"));
        assertThat(cells(draft("enrollments", ExportDraft.Form.USUAL, roles, "{section.id}", "{person.id}", "{role}")))
                .containsExactly(
                        List.of("a", "u1", "T"),
                        List.of("a", "s1", "S"),
                        List.of("a", "s2", "S"),
                        List.of("b", "u1", "T"),
                        List.of("b", "s2", "S"),
                        List.of("b", "s3", "S"));
        assertThat(cells(draft("enrollments", "{shell.key}", "{person.id}")))
                .as("s2 and u1 are in it once")
                .extracting(row -> row.get(1))
                .containsExactly("u1", "s1", "s2", "s3");
    }

    @Test
    void whatARowCannotHoldIsLeftOutWithItsReason() {
        ExportDraft base = draft(
                "shells",
                new ExportDraft.Form("csv", ",", "windows-1252", false, false, true, true),
                ExportDraft.Values.USUAL,
                "{topic}",
                "{shell.title}",
                "{title}");
        List<ExportDraft.Column> columns = List.of(
                new ExportDraft.Column("TOPIC", "{topic}", true, 0),
                new ExportDraft.Column("NAME", "{shell.title}", false, 8),
                new ExportDraft.Column("LETTERS", "ş", false, 0));
        for (int i = 0; i < columns.size(); i++) {
            ExportDraft draft = new ExportDraft(
                    base.name(),
                    base.rows(),
                    base.form(),
                    base.values(),
                    "",
                    "",
                    0,
                    List.of(columns.get(i)),
                    Optional.empty());
            assertThat(rows(draft, proof(lists())).get(0).leftOut())
                    .hasValue(List.of(
                                    "TOPIC is empty",
                                    "NAME has 22 characters; at most 8 are taken",
                                    "LETTERS has \"ş\", which windows-1252 does not have")
                            .get(i));
        }
    }

    @Test
    void theStatusIsNoPartOfTheRowAndStandsInItsColumnAfterwards() {
        var words = new ExportDraft.Values("uuuu", "", "yes", "no", Map.of("gone", "D", "new", "A"), Map.of());
        ExportDraft draft = draft("shells", ExportDraft.Form.USUAL, words, "{shell.key}", "{status}");
        ExportProfile profile = profile(draft);
        List<String> cells = cells(draft).get(0);
        assertThat(cells.get(1)).isEmpty();
        assertThat(profile.cells(cells, ExportStatus.NEW)).containsExactly(cells.get(0), "A");
        assertThat(profile.cells(cells, ExportStatus.SAME)).containsExactly(cells.get(0), "same");
        assertThat(profile.tellsGone()).isTrue();
        assertThat(profile(draft("shells", "{status}")).tellsGone()).isFalse();
    }

    @Test
    void everythingThatIsWrongIsFoundAtOnceWithItsPlace() {
        ExportDraft draft = new ExportDraft(
                " ",
                "shell",
                new ExportDraft.Form("doc", "x", "EBCDIC", true, false, true, true),
                new ExportDraft.Values("QQQQQQ{", "Mars", "1", "1", Map.of("old", "O"), Map.of("guest", "G")),
                "{no.such}",
                "{person.id}",
                -1,
                List.of(
                        new ExportDraft.Column("A", "{section.id}", false, 0),
                        new ExportDraft.Column("a", "x {status}", false, -1),
                        new ExportDraft.Column("", "[{title}", false, 0)),
                Optional.of(new ExportDraft.Results(Map.of("Z", "z"), "", List.of(), "")));
        assertThat(ExportReading.of(draft).profile()).isEmpty();
        assertThat(ExportReading.of(draft).wrong())
                .extracting(ExportReading.Wrong::path)
                .containsExactlyInAnyOrder(
                        "profile",
                        "rows",
                        "form/kind",
                        "form/delimiter",
                        "form/encoding",
                        "values/no",
                        "values/status",
                        "values/roles",
                        "values/dates",
                        "values/zone",
                        "files/rows",
                        "files/by",
                        "files/name",
                        "columns/0/value",
                        "columns/1/heading",
                        "columns/1/longest",
                        "columns/1/value",
                        "columns/2/heading",
                        "columns/2/value",
                        "results/match",
                        "results/outcome",
                        "results/passed");
    }

    /** Over terms with everything that goes wrong: keys are never two rows', and every row has as many cells as columns. */
    @ParameterizedTest
    @ValueSource(strings = {"shells", "sections", "enrollments"})
    void keysAreRowsOwn(String kind) {
        for (int seed = 0; seed < 40; seed++) {
            Campuses campus = new Campuses(seed);
            Lists lists = campus.lists();
            List<ProofRow> proof = Proof.of(lists.list(), lists.sections(), "27SP", campus.conventions(), List.of())
                    .rows();
            String key = kind.equals("enrollments") ? "{section.id} {role} {person.id}" : "{section.id}";
            ExportRows rows = new ExportRows(
                    profile(draft(kind, kind.equals("shells") ? "{shell.key}" : key, "{title}")), HALIFAX, false);
            Set<String> keys = new HashSet<>();
            proof.forEach(row -> rows.of(row, made -> {
                assertThat(keys.add(made.key())).as(made.key()).isTrue();
                assertThat(made.cells()).hasSize(2);
            }));
            assertThat(keys.size()).isGreaterThanOrEqualTo(proof.isEmpty() || kind.equals("enrollments") ? 0 : 1);
        }
    }
}
