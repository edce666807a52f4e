package chalkline.core.conventions;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.conventions.VersionDifferences.Difference;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

class VersionDifferencesTest {
    private static Conventions stack(Layer... layers) {
        return new Rules().done().withLayers(List.of(layers));
    }

    private static Layer layer(String name, String... set) {
        Layer all = new Rules().all(set).done().layers().get(0);
        return new Layer(name, all.when(), all.set(), Set.of());
    }

    @Test
    void theSameSaysNothing() {
        Conventions rules =
                new Rules().all("title", "{label}").override("a", "units", "4").done();
        assertThat(VersionDifferences.between(rules, rules)).isEmpty();
    }

    @Test
    void settingsOfALayerStandOneByOne() {
        Conventions before = stack(layer("All", "title", "{label}", "units", "6"));
        Conventions after = stack(layer("All", "title", "{title}", "open", "yes"));
        assertThat(VersionDifferences.between(before, after))
                .containsExactly(
                        new Difference("layer All", "title", "{label}", "{title}"),
                        new Difference("layer All", "open", "", "yes"),
                        new Difference("layer All", "units", "6", ""));
    }

    @Test
    void layersComeAndGoAndChangePlaces() {
        Layer a = layer("A");
        Layer b = layer("B");
        Layer c = layer("C", "units", "3");
        assertThat(VersionDifferences.between(stack(a, b), stack(b, a, c)))
                .containsExactly(
                        new Difference("layer C", "", "", "all sections: units 3"),
                        new Difference("the stack", "order", "A, B", "B, A"));
        assertThat(VersionDifferences.between(stack(a, c), stack(a)))
                .containsExactly(new Difference("layer C", "", "all sections: units 3", ""));
    }

    @Test
    void layersOfOneNameAreToldApart() {
        assertThat(VersionDifferences.between(
                        stack(layer("X", "units", "1"), layer("X", "units", "2")),
                        stack(layer("X", "units", "1"), layer("X", "units", "3"))))
                .containsExactly(new Difference("layer X (2)", "units", "2", "3"));
    }

    @Test
    void conditionsFixesAndSwitchesCount() {
        Conventions before = new Rules().layer("subject", "OCEA|ECON").done();
        Layer was = before.layers().get(0);
        Conventions after = stack(new Layer(was.name(), When.ALWAYS, was.set(), Set.of(Setting.OPEN), true));
        assertThat(VersionDifferences.between(before, after))
                .containsExactly(
                        new Difference("layer Layer 1", "when", "subject OCEA or ECON", "all sections"),
                        new Difference("layer Layer 1", "off", "no", "yes"),
                        new Difference("layer Layer 1", "fix", "", "open"));
    }

    @Test
    void overridesAndCrossListsStandByTheirIds() {
        Conventions before = new Rules().override("a", "title", "One").done();
        Conventions after = new Rules()
                .override("a", "title", "Two")
                .crossLists(List.of(new CrossList("x1", Optional.of("a"), List.of("b", "c"), true)))
                .done();
        assertThat(VersionDifferences.between(before, after))
                .containsExactly(
                        new Difference("override of a", "", "title One", "title Two"),
                        new Difference("cross-list x1", "", "", "lead a, joined b c, approved"));
    }
}
