package chalkline.server.conventions;

import chalkline.core.Bounds;
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
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * From when to when single sections are open, and whether a shell opens by itself: of a section that leads it is the
 * shell's window, of another its own.
 */
public record DatesEdit(@NotNull @Size(max = 50_000) List<@Valid Dates> sections) {

    /**
     * The dates of a section.
     *
     * @param opens a moment; empty to leave it to the layers, or to the shell; null to leave it as it is
     * @param closes a moment; empty to leave it to the layers, or to the shell; null to leave it as it is
     * @param open of a section that leads: yes where students can enter within the window, no where a person opens it;
     *     empty to leave it to the layers; null to leave it as it is
     */
    public record Dates(
            @NotBlank @Size(max = Bounds.ID) String section,
            @Nullable String opens,
            @Nullable String closes,
            @Nullable String open) {}

    Conventions applyTo(Conventions conventions) {
        Map<String, Map<Setting, Value>> all = new LinkedHashMap<>();
        for (SectionOverride one : conventions.overrides()) {
            all.computeIfAbsent(one.section(), section -> new LinkedHashMap<>()).putAll(one.set());
        }
        for (Dates dates : sections) {
            Map<Setting, Value> set = all.computeIfAbsent(dates.section(), section -> new LinkedHashMap<>());
            put(set, Setting.OPENS, dates.opens());
            put(set, Setting.CLOSES, dates.closes());
            put(set, Setting.OPEN, dates.open());
        }
        return conventions.withOverrides(all.entrySet().stream()
                .filter(entry -> !entry.getValue().isEmpty())
                .map(entry -> new SectionOverride(entry.getKey(), entry.getValue()))
                .toList());
    }

    private static void put(Map<Setting, Value> set, Setting setting, @Nullable String moment) {
        if (moment == null) {
            return;
        }
        if (moment.isBlank()) {
            set.remove(setting);
            return;
        }
        try {
            set.put(setting, Value.of(setting, moment.strip()));
        } catch (ValueException e) {
            throw new Refusal(setting.key(), e.column(), e.getMessage());
        }
    }

    /** The sections that the change is about. */
    When about() {
        List<String> ids = new ArrayList<>();
        sections.forEach(dates -> ids.add(dates.section()));
        return SettingsEdit.about(ids);
    }
}
