package chalkline.core.conventions;

import chalkline.core.arrivals.Section;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * The layers and overrides of some conventions, ready to be asked what holds for a section. Layers are gone through in
 * order, overrides after them; the last one wins, but for what an earlier one fixed.
 */
public final class Stack {
    private final List<Layer> layers;
    private final Map<String, List<Placed>> overrides = new HashMap<>();

    private record Placed(Source source, Map<Setting, Value> set, Set<Setting> fix) {}

    public Stack(Conventions conventions) {
        this.layers = conventions.layers();
        List<SectionOverride> all = conventions.overrides();
        for (int i = 0; i < all.size(); i++) {
            overrides
                    .computeIfAbsent(all.get(i).section(), section -> new ArrayList<>())
                    .add(new Placed(Source.override(i), all.get(i).set(), Set.of()));
        }
    }

    /** What holds for a section that leads its shell. */
    public Settings settingsOf(Section section) {
        Map<Setting, Value> values = new EnumMap<>(Setting.class);
        Map<Setting, Source> sources = new EnumMap<>(Setting.class);
        for (Setting setting : Setting.values()) {
            values.put(setting, setting.unlessSet());
            sources.put(setting, Source.UNLESS_SET);
        }
        Set<Setting> fixed = EnumSet.noneOf(Setting.class);
        boolean ignored = false;
        for (Placed placed : placedFor(section)) {
            for (Map.Entry<Setting, Value> entry : placed.set().entrySet()) {
                Setting setting = entry.getKey();
                if (!fixed.contains(setting)) {
                    values.put(setting, entry.getValue());
                    sources.put(setting, placed.source());
                } else if (!values.get(setting).equals(entry.getValue())) {
                    ignored = true;
                }
            }
            fixed.addAll(placed.fix());
        }
        return new Settings(values, sources, ignored);
    }

    /** How one setting of a section came to its value. */
    public Settings.Trace trace(Section section, Setting setting) {
        List<Settings.Step> steps = new ArrayList<>();
        steps.add(new Settings.Step(Source.UNLESS_SET, setting.unlessSet(), true, false));
        boolean fixed = false;
        for (Placed placed : placedFor(section)) {
            Value value = placed.set().get(setting);
            boolean fixes = placed.fix().contains(setting);
            if (value != null) {
                steps.add(new Settings.Step(placed.source(), value, !fixed, fixes));
            } else if (fixes) {
                steps.add(new Settings.Step(placed.source(), last(steps), true, true));
            }
            fixed |= fixes;
        }
        return new Settings.Trace(setting, steps);
    }

    private static Value last(Collection<Settings.Step> steps) {
        return steps.stream()
                .filter(Settings.Step::taken)
                .reduce((a, b) -> b)
                .orElseThrow()
                .value();
    }

    private List<Placed> placedFor(Section section) {
        List<Placed> placed = new ArrayList<>();
        for (int i = 0; i < layers.size(); i++) {
            Layer layer = layers.get(i);
            if (layer.when().matches(section)) {
                placed.add(new Placed(Source.layer(i, layer), layer.set(), layer.fix()));
            }
        }
        placed.addAll(overrides.getOrDefault(section.id(), List.of()));
        return placed;
    }
}
