package chalkline.core.conventions;

import java.util.List;
import java.util.Map;

/**
 * The values that hold for one section once the stack has been gone through.
 *
 * @param values one for every setting
 * @param sources where each came from
 * @param ignored whether a later layer or override tried to change what is fixed
 */
public record Settings(Map<Setting, Value> values, Map<Setting, Source> sources, boolean ignored) {

    public Value get(Setting setting) {
        return values.get(setting);
    }

    /**
     * One step of the way to a value.
     *
     * @param value what the source sets
     * @param taken whether it held at that point; a fixed setting is not changed
     * @param fixes whether the source fixes it from here on
     */
    public record Step(Source source, Value value, boolean taken, boolean fixes) {}

    /** The way to the value of one setting, from the default on. */
    public record Trace(Setting setting, List<Step> steps) {}
}
