package chalkline.core.proof;

import chalkline.core.conventions.Setting;
import java.util.AbstractMap;
import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What the settings of a shell come out as, to be looked at as a map. After an edit twenty thousand of them are held against
 * twenty thousand, which is why two can be compared without a look at each setting through it.
 */
public final class Values extends AbstractMap<Setting, String> {
    private static final Setting[] ALL = Setting.values();

    /** By the place of the setting among all; null where there is none. */
    private final String[] texts;

    Values() {
        this(new String[ALL.length]);
    }

    private Values(String[] texts) {
        this.texts = texts;
    }

    static Values of(Map<Setting, String> others) {
        Values values = new Values();
        others.forEach(values::set);
        return values;
    }

    Values copy() {
        return new Values(texts.clone());
    }

    void set(Setting setting, String text) {
        texts[place(setting)] = text;
    }

    /** Empty where there is none. */
    String text(Setting setting) {
        String text = texts[place(setting)];
        return text == null ? "" : text;
    }

    @SuppressWarnings("EnumOrdinal")
    private static int place(Setting setting) {
        return setting.ordinal();
    }

    /** The settings of which others say something else; nothing and empty text are the same. */
    @SuppressWarnings("ReferenceEquality")
    public List<Setting> differing(Values others) {
        if (this == others) {
            return List.of();
        }
        List<Setting> differing = new ArrayList<>(2);
        for (Setting setting : ALL) {
            int i = place(setting);
            if (texts[i] != others.texts[i] && !text(setting).equals(others.text(setting))) {
                differing.add(setting);
            }
        }
        return differing;
    }

    @Override
    public String get(Object key) {
        return key instanceof Setting setting ? texts[place(setting)] : null;
    }

    @Override
    public boolean containsKey(Object key) {
        return get(key) != null;
    }

    @Override
    public Set<Entry<Setting, String>> entrySet() {
        Map<Setting, String> there = new EnumMap<>(Setting.class);
        for (Setting setting : ALL) {
            if (texts[place(setting)] != null) {
                there.put(setting, texts[place(setting)]);
            }
        }
        return Collections.unmodifiableMap(there).entrySet();
    }
}
