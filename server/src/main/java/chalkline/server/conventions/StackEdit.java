package chalkline.server.conventions;

import chalkline.core.Bounds;
import chalkline.core.conventions.Condition;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Layer;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.Value;
import chalkline.core.conventions.ValueException;
import chalkline.core.conventions.When;
import chalkline.server.frame.Refusal;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * All layers as they are to be: edited, moved, added, copied, switched off or gone.
 *
 * @param layers from top to bottom
 * @param about the layer whose sections the effect is shown on, counted from 0
 */
record StackEdit(@NotNull @Size(max = Bounds.LAYERS) List<@Valid LayerDraft> layers, int about) {

    /**
     * One layer.
     *
     * @param set values by setting; what is not there is left to the layers above
     * @param fix settings that nothing further down may change
     */
    public record LayerDraft(
            @NotNull @Size(max = Bounds.NAME) String name,
            @NotNull @Size(max = 50) List<@Valid ConditionDraft> when,
            @NotNull Map<String, String> set,
            @NotNull List<String> fix,
            boolean off) {}

    /** A condition of a layer; any of its values will do. */
    public record ConditionDraft(
            @NotNull String key, @NotNull List<String> values) {}

    /** The conventions with these layers. */
    public Conventions applyTo(Conventions conventions) {
        Map<Map<Condition, List<String>>, When> known = new LinkedHashMap<>();
        conventions.layers().forEach(layer -> known.put(layer.when().conditions(), layer.when()));
        List<Layer> made = new ArrayList<>();
        for (int i = 0; i < layers.size(); i++) {
            made.add(layer(layers.get(i), "layers." + i, known));
        }
        return conventions.withLayers(made);
    }

    /** @param known conditions that stay, so that what they match need not be looked for again */
    private static Layer layer(LayerDraft draft, String at, Map<Map<Condition, List<String>>, When> known) {
        Map<Condition, List<String>> conditions = new LinkedHashMap<>();
        for (ConditionDraft condition : draft.when()) {
            Condition named = Condition.named(condition.key())
                    .orElseThrow(() -> new Refusal(
                            at + ".when." + condition.key(), 0, "There is no condition \"" + condition.key() + "\"."));
            if (condition.values().isEmpty()) {
                throw new Refusal(at + ".when." + condition.key(), 0, "Give at least one value, or take it out.");
            }
            conditions.put(named, condition.values());
        }
        When when = known.get(conditions);
        return new Layer(
                draft.name(), when == null ? when(conditions, at) : when, set(draft, at), fix(draft, at), draft.off());
    }

    private static When when(Map<Condition, List<String>> conditions, String at) {
        conditions.forEach((condition, values) -> one(Map.of(condition, values), at + ".when." + condition.key()));
        return one(conditions, at + ".when");
    }

    private static When one(Map<Condition, List<String>> conditions, String at) {
        try {
            return When.of(conditions);
        } catch (ValueException e) {
            throw new Refusal(at, e.column(), e.getMessage());
        }
    }

    private static Map<Setting, Value> set(LayerDraft draft, String at) {
        Map<Setting, Value> values = new LinkedHashMap<>();
        draft.set().forEach((key, text) -> {
            String field = at + ".set." + key;
            Setting setting = setting(key, field);
            try {
                values.put(setting, Value.of(setting, text));
            } catch (ValueException e) {
                throw new Refusal(field, e.column(), e.getMessage());
            }
        });
        return values;
    }

    private static Set<Setting> fix(LayerDraft draft, String at) {
        Set<Setting> fixed = EnumSet.noneOf(Setting.class);
        draft.fix().forEach(key -> fixed.add(setting(key, at + ".fix")));
        return fixed;
    }

    private static Setting setting(String key, String field) {
        return Setting.named(key).orElseThrow(() -> new Refusal(field, 0, "There is no setting \"" + key + "\"."));
    }
}
