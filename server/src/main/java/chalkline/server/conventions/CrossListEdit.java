package chalkline.server.conventions;

import chalkline.core.Bounds;
import chalkline.core.conventions.Condition;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.CrossList;
import chalkline.core.conventions.ValueException;
import chalkline.core.conventions.When;
import chalkline.server.frame.Refusal;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Cross-lists kept or taken apart, all at once.
 *
 * @param keep new ones, and those that are to be otherwise than they are
 * @param split ids of those that are taken apart
 */
public record CrossListEdit(
        @NotNull @Size(max = 5000) List<@Valid Kept> keep,
        @NotNull @Size(max = 5000) List<@NotNull String> split) {

    /**
     * A cross-list as it is to be.
     *
     * @param id of one that is there, or of a new one
     * @param lead the section whose shell is used; null where the policy chooses
     * @param joined those that come into it
     * @param approved whether a person lets it stand against the policy, or with work that stays behind
     * @param reason why
     */
    public record Kept(
            @NotBlank @Size(max = 100) String id,
            @Nullable @Size(max = Bounds.ID) String lead,
            @NotNull @Size(max = Bounds.JOINED) List<@Size(max = Bounds.ID) String> joined,
            boolean approved,
            @NotNull @Size(max = Bounds.REASON) String reason) {

        /** All of them, the lead first where it is chosen. */
        public List<String> sections() {
            Set<String> ids = new LinkedHashSet<>();
            if (lead != null) {
                ids.add(lead);
            }
            ids.addAll(joined);
            return List.copyOf(ids);
        }

        private CrossList toCore() {
            Set<String> ids = new LinkedHashSet<>(sections());
            if (ids.size() < 2) {
                throw new Refusal("crossLists." + id, 0, "A cross-list has at least two sections.");
            }
            if (approved && reason.isBlank()) {
                throw new Refusal("crossLists." + id + ".reason", 0, "Say why it may stand against the policy.");
            }
            ids.remove(lead);
            return new CrossList(id, Optional.ofNullable(lead), List.copyOf(ids), approved, reason.strip());
        }
    }

    Conventions applyTo(Conventions conventions) {
        Map<String, CrossList> all = new LinkedHashMap<>();
        conventions.crossLists().forEach(one -> all.put(one.id(), one));
        for (String id : split) {
            if (all.remove(id) == null) {
                throw new Refusal("crossLists." + id, 0, "There is no cross-list " + id + ".");
            }
        }
        keep.forEach(kept -> all.put(kept.id(), kept.toCore()));
        return conventions.withCrossLists(new ArrayList<>(all.values()));
    }

    /** The sections that the change is about. */
    When about() {
        List<String> sections = new ArrayList<>();
        keep.forEach(kept -> sections.addAll(kept.sections()));
        try {
            return sections.isEmpty() ? When.ALWAYS : When.of(Map.of(Condition.SECTION, sections));
        } catch (ValueException e) {
            throw new IllegalStateException(e);
        }
    }
}
