package chalkline.server.conventions;

import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Layer;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.Value;
import chalkline.core.conventions.ValueException;
import chalkline.server.frame.Refusal;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * A change to the settings of one layer.
 *
 * @param layer counted from 0
 * @param set values by setting; null leaves the setting to the layers above
 */
public record LayerEdit(int layer, Map<String, @Nullable String> set) {

    /** The conventions with the change made. */
    public Conventions applyTo(Conventions conventions) {
        if (layer < 0 || layer >= conventions.layers().size()) {
            throw new Refusal("layer", 0, "There is no layer " + (layer + 1) + ".");
        }
        Layer edited = conventions.layers().get(layer);
        for (Map.Entry<String, @Nullable String> entry : set.entrySet()) {
            Setting setting = Setting.named(entry.getKey())
                    .orElseThrow(() ->
                            new Refusal("set." + entry.getKey(), 0, "There is no setting \"" + entry.getKey() + "\"."));
            String text = entry.getValue();
            edited = text == null ? edited.without(setting) : edited.with(setting, value(setting, text));
        }
        return conventions.withLayer(layer, edited);
    }

    private static Value value(Setting setting, String text) {
        try {
            return Value.of(setting, text);
        } catch (ValueException e) {
            throw new Refusal("set." + setting.key(), e.column(), e.getMessage());
        }
    }
}
