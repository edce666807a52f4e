package chalkline.formats.exports;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import chalkline.core.exports.ExportDraft;
import chalkline.formats.FaultyFileException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class ProfileFileTest {
    private static final String WHOLE = """
            chalkline: 1
            profile: Course upload
            rows: shells
            form: {kind: csv, delimiter: ";", encoding: windows-1252, quotes: always, lineEnds: lf}
            values:
              dates: dd/MM/uuuu HH:mm
              zone: UTC
              yes: Y
              no: N
              status: {new: A, gone: D}
            files: {name: "courses-{term.code}.csv", by: "{college.code}", rows: 500}
            columns:
              - {heading: COURSE, value: "{shell.code}", needed: yes, longest: 50}
              - {heading: NAME, value: "{shell.title}"}
              - {heading: DO, value: "{status}"}
            results:
              match: {COURSE: Course}
              outcome: Result
              passed: [ok, done]
              reason: Message
            """;

    @Test
    void aFileIsReadAndWrittenBackEqual() throws Exception {
        ExportDraft draft = ProfileFile.read("upload.yaml", WHOLE);
        assertThat(draft.form()).isEqualTo(new ExportDraft.Form("csv", ";", "windows-1252", false, true, false, true));
        assertThat(draft.values().status()).isEqualTo(Map.of("new", "A", "gone", "D"));
        assertThat(draft.fileRows()).isEqualTo(500);
        assertThat(draft.columns().get(0)).isEqualTo(new ExportDraft.Column("COURSE", "{shell.code}", true, 50));
        assertThat(draft.results())
                .hasValue(new ExportDraft.Results(
                        Map.of("COURSE", "Course"), "Result", List.of("ok", "done"), "Message"));
        assertThat(ProfileFile.read("back.yaml", ProfileFile.write(draft))).isEqualTo(draft);
    }

    @Test
    void whatIsAsUsualNeedNotBeSaid() throws Exception {
        ExportDraft draft = ProfileFile.read("least.yaml", """
                chalkline: 1
                profile: Least
                columns: [{heading: A, value: "{shell.code}"}]
                """);
        assertThat(draft)
                .isEqualTo(new ExportDraft(
                        "Least",
                        "shells",
                        ExportDraft.Form.USUAL,
                        ExportDraft.Values.USUAL,
                        "",
                        "",
                        0,
                        List.of(new ExportDraft.Column("A", "{shell.code}", false, 0)),
                        Optional.empty()));
        assertThat(ProfileFile.read("back.yaml", ProfileFile.write(draft))).isEqualTo(draft);
    }

    @Test
    void allFaultsComeWithLineAndColumn() {
        String wrong = WHOLE.replace("delimiter: \";\"", "delimiter: \"x\"")
                .replace("{shell.title}", "{shell.titel}")
                .replace("zone: UTC", "zon: UTC");
        assertThatThrownBy(() -> ProfileFile.read("upload.yaml", wrong))
                .isInstanceOfSatisfying(
                        FaultyFileException.class,
                        e -> assertThat(e.faults())
                                .as("keys first: what they would have said is not known")
                                .extracting(fault -> fault.line() + ":" + fault.column() + " " + fault.reason())
                                .containsExactly("7:3 there is no key \"zon\" here"));
        assertThatThrownBy(() -> ProfileFile.read("upload.yaml", wrong.replace("zon:", "zone:")))
                .isInstanceOfSatisfying(
                        FaultyFileException.class,
                        e -> assertThat(e.faults())
                                .extracting(fault -> fault.line() + ":" + fault.column() + " " + fault.reason())
                                .containsExactly(
                                        "4:30 \"x\" is none of , ; |",
                                        "14:28 there is no token named \"shell.titel\" (character 2)"));
    }
}
