package chalkline.formats.conventions;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import chalkline.core.Bounds;
import chalkline.formats.Fault;
import chalkline.formats.FaultyFileException;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Every bound of a conventions file: what lies beyond is refused with its place, as the screens refuse it. */
class BoundsOfConventionsTest {
    private static final String START = "chalkline: 1\nzone: America/Halifax\n";

    private static String fault(String yaml) {
        FaultyFileException e =
                catchThrowableOfType(FaultyFileException.class, () -> ConventionsReader.read("c.yaml", START + yaml));
        assertThat(e).as("the file is refused").isNotNull();
        return e.faults().stream().map(Fault::toString).collect(Collectors.joining("\n"));
    }

    private static void taken(String yaml) throws FaultyFileException {
        assertThat(ConventionsReader.read("c.yaml", START + yaml)).isNotNull();
    }

    @Test
    void levelsInsideEachOther() {
        for (int depth : new int[] {Bounds.YAML_DEPTH + 1, 5_000, 100_000}) {
            assertThat(fault("layers: " + "[".repeat(depth) + "]".repeat(depth)))
                    .startsWith("c.yaml:3:28: this is no YAML: more than 20 levels stand inside each other");
        }
        assertThat(fault("layers: " + "{a: ".repeat(30) + "}".repeat(30))).contains("more than 20 levels");
    }

    @Test
    void aliasesOfAliases() {
        String lots = IntStream.range(1, 9)
                .mapToObj(i -> "a" + i + ": &a" + i + " [" + ("*a" + (i - 1) + ", ").repeat(9) + "*a" + (i - 1) + "]\n")
                .collect(Collectors.joining());
        assertThat(fault("a0: &a0 [x, x]\n" + lots)).contains("Number of aliases");
    }

    @Test
    void layersAndTheirNames() throws FaultyFileException {
        taken("layers:\n" + "  - {name: x}\n".repeat(Bounds.LAYERS));
        assertThat(fault("layers:\n" + "  - {name: x}\n".repeat(100_000)))
                .isEqualTo("c.yaml:504:5: layers has 100000 items; at most 500 are taken");
        assertThat(fault("layers:\n  - name: " + "n".repeat(1 << 20)))
                .isEqualTo("c.yaml:4:11: name: it has 1048576 characters; at most 200 are taken");
    }

    @Test
    void patterns() throws FaultyFileException {
        taken("layers:\n  - set: {title: '" + "x".repeat(Bounds.VALUE) + "'}");
        assertThat(fault("layers:\n  - set: {title: '" + "{title}".repeat(15_000) + "'}"))
                .contains("title: column 2001 of the pattern: it has 105000 characters; at most 2000 are taken");
        assertThat(fault("layers:\n  - set: {title: '" + "[".repeat(21) + "]".repeat(21) + "'}"))
                .contains("column 21 of the pattern: more than 20 brackets stand inside each other");
        assertThat(fault("layers:\n  - set: {footer: '" + "x".repeat(2001) + "'}"))
                .contains("at most 2000");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"term.start + 36601d", "term.end - 5230w", "term.start + 1001b", "1899-12-31", "9999-12-31 08:00"
            })
    void momentsAFarWayOff(String moment) {
        assertThat(fault("layers:\n  - set: {opens: " + moment + "}")).contains("\"" + moment + "\" is no moment");
    }

    @ParameterizedTest
    @ValueSource(strings = {"term.start + 36600d", "term.end - 5229w", "term.start + 1000b", "1900-01-01"})
    void momentsThatAreJustNear(String moment) throws FaultyFileException {
        taken("layers:\n  - set: {opens: " + moment + "}");
    }

    @Test
    void breaksInOtherCenturies() {
        assertThat(fault("breaks:\n  27SP: [{name: x, from: 0001-01-01, to: 9999-12-31}]"))
                .isEqualTo("c.yaml:4:26: 0001-01-01 lies outside the years 1900 to 2199\n"
                        + "c.yaml:4:42: 9999-12-31 lies outside the years 1900 to 2199");
    }

    @Test
    void limitsOfTheLms() {
        assertThat(fault("limits: {code: 999999999, title: 10001}"))
                .isEqualTo("c.yaml:3:16: \"999999999\" is no whole number from 1 to 10000\n"
                        + "c.yaml:3:34: \"10001\" is no whole number from 1 to 10000");
    }

    @Test
    void crossLists() {
        String joined = IntStream.range(0, 201).mapToObj(i -> "s" + i).collect(Collectors.joining(", "));
        assertThat(fault("crossLists:\n  - {id: x, joined: [" + joined + "]}"))
                .isEqualTo("c.yaml:4:21: at most 200 sections join a cross-list");
        assertThat(fault("crossLists:\n  - {id: x, joined: [a], reason: " + "r".repeat(70_000) + "}"))
                .endsWith("reason: it has 70000 characters; at most 1000 are taken");
        assertThat(fault("crossLists:\n  - {id: " + "i".repeat(256) + ", joined: [a, b]}"))
                .contains("id: it has 256 characters; at most 255 are taken");
    }

    @Test
    void charactersThatNoSystemShows() {
        assertThat(fault("layers:\n  - {name: \"a\\0b\"}")).contains("U+0000 is a control character");
        assertThat(fault("layers:\n  - {set: {footer: \"a\\x9Fb\"}}")).contains("U+009F is a control character");
        assertThat(fault("layers:\n  - {name: \"a\\uD800b\"}")).isNotEmpty();
    }

    @Test
    void whiteSpaceOfEveryKindWillDoInAPattern() throws FaultyFileException {
        // source: Unicode Character Database, White_Space: U+000B, U+000C and U+0085 are white space and controls
        taken("layers:\n  - {set: {title: \"{label}\\v\\f\\N{title}\"}}");
        assertThat(fault("layers:\n  - {name: \"a\\vb\"}")).contains("U+000B is a control character");
        assertThat(fault("layers:\n  - {set: {footer: \"a\\vb\"}}")).contains("U+000B is a control character");
    }

    @Test
    void conditions() {
        assertThat(fault("layers:\n  - when: {subject: " + "s".repeat(4001) + "}"))
                .contains("it has 4001 characters; at most 4000 are taken");
    }

    @Test
    void listsOfEveryKind() {
        assertThat(fault("moves:\n" + "  - {to: X}\n".repeat(2001))).contains("moves has 2001 items; at most 2000");
        assertThat(fault("overrides:\n" + "  - {section: x}\n".repeat(100_001)))
                .contains("overrides has 100001 items; at most 100000");
        String values = IntStream.range(0, 50_001).mapToObj(i -> "s" + i).collect(Collectors.joining(", "));
        assertThat(fault("layers:\n  - when: {section: [" + values + "]}"))
                .contains("a condition takes at most 50000 values");
    }

    @Test
    void faultsAreCountedBeyondAThousand() {
        FaultyFileException e = catchThrowableOfType(
                FaultyFileException.class,
                () -> ConventionsReader.read("c.yaml", START + "overrides:\n" + "  - {set: {x: 1}}\n".repeat(3000)));
        assertThat(e.faults()).hasSize(Bounds.FAULTS);
        assertThat(e.count()).isEqualTo(6000);
    }
}
