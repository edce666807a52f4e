package chalkline.core.proof;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.Lists;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Setting;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** A section of our own that the registrar lists too gets no second shell until somebody has looked. */
class OwnListedTest {
    private static final RegistrarList LIST = new Lists()
            .course("c", "OCEA 210", "Tides")
            .section("own:1", "c", "001")
            .section("a", "c", "001")
            .section("b", "c", "002")
            .list();

    private static ProofRow row(String key, List<HeldShell> held) {
        return Proof.of(LIST, LIST.term("27SP").orElseThrow(), Conventions.in(ZoneId.of("UTC")), held).rows().stream()
                .filter(row -> row.key().equals(key))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void noSecondShellIsMade() {
        assertThat(row("s:a", List.of()).snags()).contains(Snag.OWN_LISTED);
        assertThat(row("s:a", List.of()).action()).isEqualTo(Action.STOP);
        assertThat(row("s:own:1", List.of()).snags()).doesNotContain(Snag.OWN_LISTED);
        assertThat(row("s:b", List.of()).snags()).doesNotContain(Snag.OWN_LISTED);
    }

    @Test
    void oneThatStandsAlreadyIsLeftAsItIs() {
        HeldShell held = new HeldShell(
                "s:a",
                "27SP",
                "27SP-ocea-210-001",
                Map.of(Setting.TITLE, "Tides"),
                Optional.empty(),
                Optional.of(List.of("a")),
                false,
                false,
                false);
        assertThat(row("s:a", List.of(held)).snags()).doesNotContain(Snag.OWN_LISTED);
    }
}
