package chalkline.server.conventions;

import chalkline.core.Bounds;
import chalkline.core.conventions.Condition;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.SectionOverride;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.Value;
import chalkline.core.conventions.ValueException;
import chalkline.core.conventions.When;
import chalkline.server.frame.Refusal;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Settings of many single sections at once, beside those that they have. */
public record SettingsEdit(@NotNull @Size(max = 50_000) List<@Valid Of> sections) {

    /** Settings of one section, by their keys. */
    public record Of(
            @NotBlank @Size(max = Bounds.ID) String section,
            @NotNull Map<String, String> set) {}

    Conventions applyTo(Conventions conventions) {
        Map<String, Map<Setting, Value>> values = new LinkedHashMap<>();
        for (Of one : sections) {
            one.set()
                    .forEach((key, text) -> values.computeIfAbsent(one.section(), section -> new LinkedHashMap<>())
                            .put(setting(key), value(setting(key), text)));
        }
        return with(conventions, values);
    }

    /** The conventions with more values of single sections, beside those that they have. */
    static Conventions with(Conventions conventions, Map<String, Map<Setting, Value>> more) {
        Map<String, Map<Setting, Value>> all = new LinkedHashMap<>();
        for (SectionOverride one : conventions.overrides()) {
            all.computeIfAbsent(one.section(), section -> new LinkedHashMap<>()).putAll(one.set());
        }
        more.forEach((section, values) ->
                all.computeIfAbsent(section, id -> new LinkedHashMap<>()).putAll(values));
        return conventions.withOverrides(all.entrySet().stream()
                .filter(entry -> !entry.getValue().isEmpty())
                .map(entry -> new SectionOverride(entry.getKey(), entry.getValue()))
                .toList());
    }

    private static Setting setting(String key) {
        return Setting.named(key).orElseThrow(() -> new Refusal("settings", 0, "There is no setting \"" + key + "\"."));
    }

    private static Value value(Setting setting, String text) {
        try {
            return Value.of(setting, text);
        } catch (ValueException e) {
            throw new Refusal(setting.key(), e.column(), e.getMessage());
        }
    }

    /** The sections that the change is about. */
    When about() {
        return about(sections.stream().map(Of::section).toList());
    }

    static When about(List<String> ids) {
        try {
            return ids.isEmpty() ? When.ALWAYS : When.of(Map.of(Condition.SECTION, ids));
        } catch (ValueException e) {
            throw new IllegalStateException(e);
        }
    }
}
