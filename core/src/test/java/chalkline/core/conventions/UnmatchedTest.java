package chalkline.core.conventions;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.Lists;
import chalkline.core.arrivals.RegistrarList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class UnmatchedTest {
    private final RegistrarList list = new Lists()
            .course("c", "OCEA 210", "Tides")
            .section("a", "c", "001")
            .section("b", "c", "002")
            .teaches("a", "t", "Lund", true)
            .list();

    private List<String> paths(Rules rules) {
        return Unmatched.of(list, rules.done()).stream().map(Unmatched::path).toList();
    }

    @Test
    void whatMatchesIsNotTold() {
        assertThat(paths(new Rules()
                        .all("layout", "units")
                        .layer("subject", "ocea", "layout", "units")
                        .layer("level", "200-299", "layout", "units")
                        .layer("instructor", "t", "layout", "units")
                        .override("a", "layout", "units")
                        .crossLists(List.of(new CrossList("x", Optional.of("a"), List.of("gone"), false)))))
                .isEmpty();
    }

    @Test
    void everyValueOfAConditionIsLookedAtByItself() {
        assertThat(paths(new Rules()
                        .layer("department", "OCEA|ENGL", "layout", "units")
                        .layer("level", "500-799", "layout", "units")
                        .layer("instructor", "u-9", "layout", "units")))
                .containsExactly("layers/0/when/department/1", "layers/1/when/level/0", "layers/2/when/instructor/0");
    }

    @Test
    void overridesAndCrossListsOfSectionsThatLeftAreTold() {
        assertThat(paths(new Rules()
                        .override("gone", "layout", "units")
                        .crossLists(List.of(new CrossList("x", Optional.empty(), List.of("gone", "lost"), false)))))
                .containsExactly("overrides/0/section", "crossLists/0");
    }

    @Test
    void aLayerWhoseConditionsMeetNowhereIsTold() throws ValueException {
        When both = When.of(java.util.Map.of(Condition.SECTION, List.of("b"), Condition.INSTRUCTOR, List.of("t")));
        Conventions rules =
                new Rules().done().withLayers(List.of(new Layer("", both, java.util.Map.of(), java.util.Set.of())));
        assertThat(Unmatched.of(list, rules)).extracting(Unmatched::path).containsExactly("layers/0");
        Layer off = new Layer("", both, java.util.Map.of(), java.util.Set.of(), true);
        assertThat(Unmatched.of(list, rules.withLayers(List.of(off)))).isEmpty();
    }

    @Test
    void aBreakOfATermThatIsNotThereIsTold() {
        Conventions plain = new Rules().done();
        Conventions rules = new Conventions(
                plain.zone(),
                plain.weekStart(),
                plain.limits(),
                java.util.Map.of("28SP", List.of()),
                plain.crossListing(),
                plain.guards(),
                plain.moves(),
                plain.layers(),
                plain.overrides(),
                plain.crossLists());
        assertThat(Unmatched.of(list, rules)).extracting(Unmatched::path).containsExactly("breaks/28SP");
    }
}
