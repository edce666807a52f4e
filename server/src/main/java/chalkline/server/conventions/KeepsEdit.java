package chalkline.server.conventions;

import chalkline.core.Bounds;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Kept;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.Value;
import chalkline.core.conventions.ValueException;
import chalkline.core.conventions.When;
import chalkline.server.frame.Refusal;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** What people made in the LMS and is to stay: values of single sections, and what no value can say. */
public record KeepsEdit(
        @NotNull @Size(max = 50_000) List<@Valid Of> sections,
        @NotBlank @Size(max = Bounds.REASON) String reason) {

    /**
     * What stays of one section's shell.
     *
     * @param set values by the keys of their settings
     * @param what {@code closed}, {@code deleted}, {@code standing}, and the keys of the settings
     * @param without sourcedIds of people who stay out of it
     * @param with sourcedIds of people who stay in it
     */
    public record Of(
            @NotBlank @Size(max = Bounds.ID) String section,
            @NotNull Map<String, String> set,
            @NotNull Set<String> what,
            @NotNull List<String> without,
            @NotNull List<String> with) {}

    /** @param values by section */
    public static KeepsEdit of(Map<String, Map<Setting, Value>> values, List<Kept> kept, String reason) {
        List<Of> sections = new ArrayList<>();
        for (Kept one : kept) {
            Map<String, String> set = new LinkedHashMap<>();
            values.getOrDefault(one.section(), Map.of())
                    .forEach((setting, value) -> set.put(setting.key(), value.text()));
            sections.add(new Of(one.section(), set, one.what(), one.without(), one.with()));
        }
        return new KeepsEdit(sections, reason);
    }

    Conventions applyTo(Conventions conventions) {
        Map<String, Map<Setting, Value>> values = new LinkedHashMap<>();
        List<Kept> kept = new ArrayList<>(conventions.kept());
        for (Of one : sections) {
            Map<Setting, Value> set = new EnumMap<>(Setting.class);
            one.set().forEach((key, text) -> read(key, text, set));
            if (!set.isEmpty()) {
                values.put(one.section(), set);
            }
            kept.add(new Kept(one.section(), one.what(), one.without(), one.with(), reason));
        }
        if (kept.size() > Bounds.OVERRIDES) {
            throw new Refusal("keeps", 0, "At most " + Bounds.OVERRIDES + " things are kept; take out what is over.");
        }
        return SettingsEdit.with(conventions, values).withKept(kept);
    }

    private static void read(String key, String text, Map<Setting, Value> set) {
        Setting setting =
                Setting.named(key).orElseThrow(() -> new Refusal("keeps", 0, "There is no setting \"" + key + "\"."));
        try {
            set.put(setting, Value.of(setting, text));
        } catch (ValueException e) {
            throw new Refusal(key, e.column(), e.getMessage());
        }
    }

    When about() {
        return SettingsEdit.about(sections.stream().map(Of::section).toList());
    }
}
