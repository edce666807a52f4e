package chalkline.core.exports;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class ResultSheetTest {
    private static ExportProfile profile() {
        Map<String, String> match = new LinkedHashMap<>();
        match.put("CODE", "Course");
        match.put("WHO", "");
        return ExportReading.of(new ExportDraft(
                        "Upload",
                        "enrollments",
                        ExportDraft.Form.USUAL,
                        ExportDraft.Values.USUAL,
                        "",
                        "",
                        0,
                        List.of(
                                new ExportDraft.Column("CODE", "{shell.code}", true, 0),
                                new ExportDraft.Column("WHO", "{person.id}", true, 0)),
                        Optional.of(new ExportDraft.Results(match, "Result", List.of("OK", "Done"), "Why"))))
                .profile()
                .orElseThrow();
    }

    @Test
    void rowsAreKnownByTheirCellsHoweverTheyAreWritten() {
        ResultSheet.Read read = ResultSheet.read(
                profile(),
                List.of(
                        List.of("why", "RESULT", "who", "course", "Other"),
                        List.of("", "ok", "T1", " 27SP-OCEA  ", "x"),
                        List.of("No such person", "error", "'=t2", "27sp-ocea", "x")),
                List.of(1, 2, 5));
        assertThat(read.wrong()).isEmpty();
        assertThat(read.results())
                .extracting(ResultSheet.Result::line, ResultSheet.Result::passed, ResultSheet.Result::reason)
                .containsExactly(
                        org.assertj.core.groups.Tuple.tuple(2, true, ""),
                        org.assertj.core.groups.Tuple.tuple(5, false, "No such person"));
        assertThat(read.results().get(0).match()).isEqualTo(ResultSheet.matchOf(profile(), List.of("27sp-ocea", "t1")));
        assertThat(read.results().get(1).match())
                .isEqualTo(ResultSheet.matchOf(profile(), List.of("27SP-OCEA", "=T2")));
        assertThat(ResultSheet.matchOf(profile(), List.of("ab", "c")))
                .isNotEqualTo(ResultSheet.matchOf(profile(), List.of("a", "bc")));
    }

    @Test
    void aSheetWithoutAColumnThatIsWantedIsRefusedWithWhatItHas() {
        assertThat(ResultSheet.read(profile(), List.of(List.of("Course", "Result")), List.of(1))
                        .wrong())
                .hasValue("The sheet has no column WHO, Why; its first row is Course, Result.");
    }
}
