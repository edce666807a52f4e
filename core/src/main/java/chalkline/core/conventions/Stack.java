package chalkline.core.conventions;

import chalkline.core.arrivals.Section;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collection;
import java.util.Collections;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/**
 * The layers and overrides of some conventions, ready to be asked what holds for a section. Layers are gone through in
 * order, overrides after them; the last one wins, but for what an earlier one fixed.
 */
public final class Stack {
    private final List<Layer> layers;
    private final List<Placed> placedLayers = new ArrayList<>();
    private final Map<String, List<Placed>> overrides = new HashMap<>();
    private final Matching matching;

    /** By the layers that match; most sections share theirs with many others. */
    private final Map<BitSet, Settings> settings = new ConcurrentHashMap<>();

    /** By the very settings that a stack of the same conditions gave for some layers, what those layers give now. */
    private final IdentityHashMap<Settings, Settings> following = new IdentityHashMap<>();

    /**
     * What the conditions match, kept as long as they stay the same.
     *
     * @param bySection the layers that match, by section
     * @param counts how many of some sections each layer matches
     */
    private record Matching(Map<String, BitSet> bySection, Map<Collection<Section>, int[]> counts) {
        Matching() {
            this(new ConcurrentHashMap<>(), Collections.synchronizedMap(new IdentityHashMap<>(1)));
        }
    }

    private record Placed(Source source, Map<Setting, Value> set, Set<Setting> fix) {}

    public Stack(Conventions conventions) {
        this(conventions, new Matching());
    }

    private Stack(Conventions conventions, Matching matching) {
        this.layers = conventions.layers();
        this.matching = matching;
        for (int i = 0; i < layers.size(); i++) {
            Layer layer = layers.get(i);
            placedLayers.add(new Placed(Source.layer(i, layer), layer.set(), layer.fix()));
        }
        List<SectionOverride> all = conventions.overrides();
        for (int i = 0; i < all.size(); i++) {
            overrides
                    .computeIfAbsent(all.get(i).section(), section -> new ArrayList<>())
                    .add(new Placed(Source.override(i), all.get(i).set(), Set.of()));
        }
    }

    /** The stack of other conventions, to be asked about the same sections. */
    public Stack under(Conventions other) {
        if (!conditions(layers).equals(conditions(other.layers()))) {
            return new Stack(other);
        }
        Stack next = new Stack(other, matching);
        settings.forEach((matches, then) -> next.following.put(then, next.ofLayers(matches)));
        return next;
    }

    /** Of each layer; none of one that is off. */
    private static List<Optional<When>> conditions(List<Layer> layers) {
        return layers.stream()
                .map(layer -> Optional.of(layer.when()).filter(when -> !layer.off()))
                .toList();
    }

    /** Whether both give every section the same value of a setting, as is seen without a look at the sections. */
    @SuppressWarnings("ReferenceEquality")
    public boolean givesAlike(Setting setting, Stack other) {
        return matching == other.matching && said(setting).equals(other.said(setting));
    }

    /** All that layers and overrides say of a setting. */
    private List<Object> said(Setting setting) {
        List<Object> said = new ArrayList<>();
        for (Placed layer : placedLayers) {
            said.add(Optional.ofNullable(layer.set().get(setting)));
            said.add(layer.fix().contains(setting));
        }
        Map<String, List<Value>> own = new HashMap<>();
        overrides.forEach((section, all) -> all.stream()
                .map(placed -> placed.set().get(setting))
                .filter(Objects::nonNull)
                .forEach(value ->
                        own.computeIfAbsent(section, key -> new ArrayList<>()).add(value)));
        said.add(own);
        return said;
    }

    /** What holds for a section that leads its shell. */
    public Settings settingsOf(Section section) {
        BitSet matches = matching(section);
        return hasOverrides(section) ? applied(placed(matches, section)) : ofLayers(matches);
    }

    /**
     * The same, found faster where the same layers match as before.
     *
     * @param then what held for the section in the stack that this one is made from
     */
    public Settings settingsOf(Section section, Settings then) {
        Settings now = hasOverrides(section) ? null : following.get(then);
        return now == null ? settingsOf(section) : now;
    }

    private boolean hasOverrides(Section section) {
        return !overrides.isEmpty() && overrides.containsKey(section.id());
    }

    private Settings ofLayers(BitSet matches) {
        return settings.computeIfAbsent(matches, layersOnly -> applied(layersOf(layersOnly)));
    }

    private static Settings applied(List<Placed> stack) {
        Map<Setting, Value> values = new EnumMap<>(Setting.class);
        Map<Setting, Source> sources = new EnumMap<>(Setting.class);
        for (Setting setting : Setting.values()) {
            values.put(setting, setting.unlessSet());
            sources.put(setting, Source.UNLESS_SET);
        }
        Set<Setting> fixed = EnumSet.noneOf(Setting.class);
        boolean ignored = false;
        for (Placed placed : stack) {
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

    /**
     * What overrides say of the window of a section that does not lead its shell.
     *
     * @param opens when its students may enter, where that is its own
     * @param closes until when, where that is its own
     * @param ignored whether an override tried to change what a layer has fixed
     */
    public record OwnWindow(Optional<Value> opens, Optional<Value> closes, boolean ignored) {}

    /** The section's own window; empty where no override gives it one. */
    public Optional<OwnWindow> ownWindow(Section section) {
        if (!hasOverrides(section)) {
            return Optional.empty();
        }
        Optional<Value> opens = own(section, Setting.OPENS);
        Optional<Value> closes = own(section, Setting.CLOSES);
        boolean opensFixed = opens.isPresent() && isFixed(section, Setting.OPENS);
        boolean closesFixed = closes.isPresent() && isFixed(section, Setting.CLOSES);
        if (opens.isEmpty() && closes.isEmpty()) {
            return Optional.empty();
        }
        Settings settings = settingsOf(section);
        boolean ignored = (opensFixed && !settings.get(Setting.OPENS).equals(opens.get()))
                || (closesFixed && !settings.get(Setting.CLOSES).equals(closes.get()));
        return Optional.of(
                new OwnWindow(opensFixed ? Optional.empty() : opens, closesFixed ? Optional.empty() : closes, ignored));
    }

    private Optional<Value> own(Section section, Setting setting) {
        return overrides.get(section.id()).stream()
                .map(placed -> placed.set().get(setting))
                .filter(Objects::nonNull)
                .reduce((first, second) -> second);
    }

    private boolean isFixed(Section section, Setting setting) {
        return layers.stream().anyMatch(layer -> layer.fix().contains(setting) && layer.matches(section));
    }

    /** How one setting of a section came to its value. */
    public Settings.Trace trace(Section section, Setting setting) {
        List<Settings.Step> steps = new ArrayList<>();
        steps.add(new Settings.Step(Source.UNLESS_SET, setting.unlessSet(), true, false));
        boolean fixed = false;
        for (Placed placed : placed(matching(section), section)) {
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

    private BitSet matching(Section section) {
        BitSet known = matching.bySection().get(section.id());
        return known != null
                ? known
                : matching.bySection().computeIfAbsent(section.id(), id -> {
                    BitSet matches = new BitSet(layers.size());
                    for (int i = 0; i < layers.size(); i++) {
                        if (layers.get(i).matches(section)) {
                            matches.set(i);
                        }
                    }
                    return matches;
                });
    }

    /** How many of the sections of a term each layer matches, in the order of the stack. */
    public int[] matches(Collection<Section> sections) {
        return matching.counts().computeIfAbsent(sections, this::count).clone();
    }

    private int[] count(Collection<Section> sections) {
        int[] counts = new int[layers.size()];
        for (Section section : sections) {
            BitSet matches = matching(section);
            for (int layer = matches.nextSetBit(0); layer >= 0; layer = matches.nextSetBit(layer + 1)) {
                counts[layer]++;
            }
        }
        return counts;
    }

    private List<Placed> placed(BitSet matches, Section section) {
        List<Placed> placed = layersOf(matches);
        placed.addAll(overrides.getOrDefault(section.id(), List.of()));
        return placed;
    }

    private List<Placed> layersOf(BitSet matches) {
        List<Placed> placed = new ArrayList<>();
        matches.stream().mapToObj(placedLayers::get).forEach(placed::add);
        return placed;
    }
}
