package chalkline.server.conventions;

import chalkline.core.Bounds;
import chalkline.core.conventions.Condition;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Layer;
import chalkline.core.conventions.SectionOverride;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.Value;
import chalkline.core.conventions.ValueException;
import chalkline.core.conventions.When;
import chalkline.server.frame.Refusal;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * One setting changed where somebody saw its value: for one section only, for all of a department, or in the layer that
 * it came from.
 *
 * @param value as it is written in conventions; null takes it out
 * @param section the section whose override it is; null where it is a layer
 * @param department the code of the department, at the end of the stack; null where it is another layer
 * @param layer the layer, counted from 0
 */
record ValueEdit(
        @NotNull String setting,
        @Nullable String value,
        @Nullable @Size(max = Bounds.ID) String section,
        @Nullable @Size(max = Bounds.ID) String department,
        int layer) {

    Conventions applyTo(Conventions conventions) {
        Setting of = Setting.named(setting)
                .orElseThrow(() -> new Refusal("value", 0, "There is no setting \"" + setting + "\"."));
        if (section != null) {
            return conventions.withOverrides(overrides(conventions.overrides(), section, of));
        }
        if (department != null) {
            return ofDepartment(conventions, department, of);
        }
        if (layer < 0 || layer >= conventions.layers().size()) {
            throw new Refusal("layer", 0, "There is no layer " + (layer + 1) + ".");
        }
        Layer old = conventions.layers().get(layer);
        return conventions.withLayer(layer, value == null ? old.without(of) : old.with(of, read(of, value)));
    }

    /** The last layer, if it is for this department alone; else a new one under all others, so that it wins. */
    private Conventions ofDepartment(Conventions conventions, String code, Setting of) {
        List<Layer> layers = new ArrayList<>(conventions.layers());
        When when = only(Condition.DEPARTMENT, code);
        int last = layers.size() - 1;
        boolean there = last >= 0
                && !layers.get(last).off()
                && layers.get(last).when().conditions().equals(when.conditions());
        Layer own = there ? layers.remove(last) : new Layer("All of " + code, when, Map.of(), Set.of());
        layers.add(value == null ? own.without(of) : own.with(of, read(of, value)));
        return conventions.withLayers(layers);
    }

    private static When only(Condition condition, String value) {
        try {
            return When.of(Map.of(condition, List.of(value)));
        } catch (ValueException e) {
            throw new IllegalStateException(e);
        }
    }

    /** An override that is left with nothing goes. */
    private List<SectionOverride> overrides(List<SectionOverride> all, String of, Setting changed) {
        List<SectionOverride> result = new ArrayList<>();
        Map<Setting, Value> set = new LinkedHashMap<>();
        for (SectionOverride one : all) {
            if (one.section().equals(of)) {
                set.putAll(one.set());
            } else {
                result.add(one);
            }
        }
        if (value == null) {
            set.remove(changed);
        } else {
            set.put(changed, read(changed, value));
        }
        if (!set.isEmpty()) {
            result.add(new SectionOverride(of, set));
        }
        return result;
    }

    private static Value read(Setting setting, String text) {
        try {
            return Value.of(setting, text);
        } catch (ValueException e) {
            throw new Refusal("value", e.column(), e.getMessage());
        }
    }

    /** The sections that the change is about. */
    When about(Conventions changed) {
        if (section != null) {
            return only(Condition.SECTION, section);
        }
        return department != null
                ? only(Condition.DEPARTMENT, department)
                : changed.layers().get(layer).when();
    }
}
