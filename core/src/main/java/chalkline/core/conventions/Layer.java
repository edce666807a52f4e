package chalkline.core.conventions;

import chalkline.core.arrivals.Section;
import java.util.Map;
import java.util.Set;

/**
 * A set of conventions for the sections that match its conditions.
 *
 * @param set values by setting, in the order written
 * @param fix settings that no later layer and no override may change
 * @param off whether it is kept but holds for no section
 */
public record Layer(String name, When when, Map<Setting, Value> set, Set<Setting> fix, boolean off) {

    public Layer(String name, When when, Map<Setting, Value> set, Set<Setting> fix) {
        this(name, when, set, fix, false);
    }

    public boolean matches(Section section) {
        return !off && when.matches(section);
    }

    /** The layer with one setting set to a value. */
    public Layer with(Setting setting, Value value) {
        Map<Setting, Value> changed = new java.util.LinkedHashMap<>(set);
        changed.put(setting, value);
        return new Layer(name, when, changed, fix, off);
    }

    /** The layer with one setting left to the layers above. */
    public Layer without(Setting setting) {
        Map<Setting, Value> changed = new java.util.LinkedHashMap<>(set);
        changed.remove(setting);
        return new Layer(name, when, changed, fix, off);
    }
}
