package chalkline.core.conventions;

import java.time.ZoneId;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Conventions for tests, written short. */
public final class Rules {
    private final List<Layer> layers = new ArrayList<>();
    private final List<SectionOverride> overrides = new ArrayList<>();
    private final List<CrossList> crossLists = new ArrayList<>();

    /** A layer for sections where a condition has a value; for all, if the condition is empty. */
    public Rules layer(String condition, String value, String... set) {
        return layer(EnumSet.noneOf(Setting.class), condition, value, set);
    }

    public Rules layer(Set<Setting> fix, String condition, String value, String... set) {
        layers.add(new Layer("Layer " + (layers.size() + 1), when(condition, value), values(set), fix));
        return this;
    }

    public Rules all(String... set) {
        return layer("", "", set);
    }

    public Rules override(String section, String... set) {
        overrides.add(new SectionOverride(section, values(set)));
        return this;
    }

    public Rules crossLists(List<CrossList> sets) {
        crossLists.addAll(sets);
        return this;
    }

    public Conventions done() {
        Conventions plain = Conventions.in(ZoneId.of("America/Halifax"));
        return new Conventions(
                plain.zone(),
                plain.weekStart(),
                plain.limits(),
                plain.breaks(),
                plain.crossListing(),
                plain.guards(),
                plain.moves(),
                layers,
                overrides,
                crossLists);
    }

    /** Conventions that say nothing. */
    public static Conventions plain() {
        return new Rules().done();
    }

    /** A condition of which the values are parted by bars; all sections, if it is empty. */
    public static When when(String condition, String value) {
        try {
            return condition.isEmpty()
                    ? When.ALWAYS
                    : When.of(Map.of(Condition.named(condition).orElseThrow(), List.of(value.split("\\|"))));
        } catch (ValueException e) {
            throw new IllegalArgumentException(e);
        }
    }

    private static Map<Setting, Value> values(String... set) {
        Map<Setting, Value> values = new LinkedHashMap<>();
        for (int i = 0; i < set.length; i += 2) {
            Setting setting = Setting.named(set[i]).orElseThrow();
            values.put(setting, Value.known(setting, set[i + 1]));
        }
        return values;
    }
}
