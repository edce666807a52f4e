package chalkline.core.conventions;

import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Kept.Part;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** What some conventions let stay as people made it in the LMS, to be looked up by section. */
public final class KeptParts {
    private final Map<String, Set<String>> without = new HashMap<>();
    private final Map<String, Set<String>> with = new HashMap<>();
    private final Map<Part, Set<String>> parts = new HashMap<>();

    private KeptParts(List<Kept> kept) {
        for (Kept one : kept) {
            without.computeIfAbsent(one.section(), id -> new HashSet<>()).addAll(one.without());
            with.computeIfAbsent(one.section(), id -> new HashSet<>()).addAll(one.with());
            for (Part part : Part.values()) {
                if (one.has(part)) {
                    parts.computeIfAbsent(part, p -> new HashSet<>()).add(one.section());
                }
            }
        }
    }

    public static KeptParts of(Conventions conventions) {
        return new KeptParts(conventions.kept());
    }

    /** The sections without those whose shell stays deleted, and each without those who stay out of it. */
    public List<Section> apply(List<Section> sections) {
        Set<String> deleted = parts.getOrDefault(Part.DELETED, Set.of());
        if (deleted.isEmpty() && without.isEmpty()) {
            return sections;
        }
        return sections.stream()
                .filter(section -> !deleted.contains(section.id()))
                .map(section -> section.without(without.getOrDefault(section.id(), Set.of())))
                .toList();
    }

    /** Whether any of some sections has a part of its shell stay. */
    public boolean any(Part part, Collection<String> sections) {
        Set<String> those = parts.getOrDefault(part, Set.of());
        return !those.isEmpty() && sections.stream().anyMatch(those::contains);
    }

    /** Who stays in the shell of some sections though no list has them there, by sourcedId. */
    public Set<String> with(Collection<String> sections) {
        if (with.isEmpty()) {
            return Set.of();
        }
        Set<String> stay = new HashSet<>();
        sections.forEach(section -> stay.addAll(with.getOrDefault(section, Set.of())));
        return stay;
    }
}
