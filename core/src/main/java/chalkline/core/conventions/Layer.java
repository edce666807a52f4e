package chalkline.core.conventions;

import java.util.Map;
import java.util.Set;

/**
 * A set of conventions for the sections that match its conditions.
 *
 * @param set values by setting, in the order written
 * @param fix settings that no later layer and no override may change
 */
public record Layer(String name, When when, Map<Setting, Value> set, Set<Setting> fix) {

    /** The layer with one setting set to a value. */
    public Layer with(Setting setting, Value value) {
        Map<Setting, Value> changed = new java.util.LinkedHashMap<>(set);
        changed.put(setting, value);
        return new Layer(name, when, changed, fix);
    }

    /** The layer with one setting left to the layers above. */
    public Layer without(Setting setting) {
        Map<Setting, Value> changed = new java.util.LinkedHashMap<>(set);
        changed.remove(setting);
        return new Layer(name, when, changed, fix);
    }
}
