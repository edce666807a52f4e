package chalkline.core.crosslists;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.arrivals.Sections;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.CrossListing;
import chalkline.core.conventions.CrossListing.Tier;
import chalkline.core.conventions.Moves;
import chalkline.core.conventions.Stack;
import chalkline.core.naming.Labels;
import chalkline.core.naming.Text;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Finds sections of a term that look as if they were taught together, among those that are in no cross-list and alone in
 * their shell. Tier by tier, each over what the stronger ones left.
 */
public final class Suggestions {
    private Suggestions() {}

    /** By tier, then by the lead's sourcedId by code points. */
    public static List<Suggestion> of(RegistrarList list, AcademicSession term, Conventions conventions) {
        List<Section> sections = Moves.of(list, conventions).apply(Sections.ofTerm(list, term));
        return among(alone(sections, conventions), conventions.crossListing());
    }

    /**
     * By tier, then by the lead's sourcedId by code points.
     *
     * @param alone sections of a term that are in no cross-list and alone in their shell
     */
    public static List<Suggestion> among(List<Section> alone, CrossListing policy) {
        List<Section> left = new ArrayList<>(alone);
        List<Suggestion> suggestions = new ArrayList<>();
        for (Tier tier : Tier.values()) {
            List<Suggestion> found = inTier(tier, left, policy);
            Set<String> taken = found.stream()
                    .flatMap(suggestion -> suggestion.sections().stream())
                    .map(Section::id)
                    .collect(Collectors.toSet());
            left.removeIf(section -> taken.contains(section.id()));
            suggestions.addAll(found);
        }
        return suggestions;
    }

    private static List<Section> alone(List<Section> sections, Conventions conventions) {
        Set<String> named = JoinedSections.named(conventions);
        Stack stack = new Stack(conventions);
        Map<String, Integer> sizes = new HashMap<>();
        Map<String, String> keys = new HashMap<>();
        for (Section section : sections) {
            if (!named.contains(section.id())) {
                String key = OwnShell.keyOf(section, stack.settingsOf(section));
                keys.put(section.id(), key);
                sizes.merge(key, 1, Integer::sum);
            }
        }
        return sections.stream()
                .filter(section -> keys.containsKey(section.id()) && sizes.get(keys.get(section.id())) == 1)
                .toList();
    }

    private static List<Suggestion> inTier(Tier tier, List<Section> left, CrossListing policy) {
        Map<List<Object>, List<Section>> groups = new LinkedHashMap<>();
        for (Section section : left) {
            List<Object> facts = facts(tier, section);
            if (!facts.contains("")) {
                groups.computeIfAbsent(facts, k -> new ArrayList<>()).add(section);
            }
        }
        List<Suggestion> found = new ArrayList<>();
        groups.values().forEach(members -> {
            if (members.size() > 1) {
                members.sort(Labels.ORDER);
                Section lead = Leads.of(members, policy);
                found.add(new Suggestion(tier, lead, List.copyOf(members), evidence(tier, lead)));
            }
        });
        found.sort(Comparator.comparing(suggestion -> suggestion.lead().id(), Text.BY_CODE_POINT));
        return found;
    }

    /** What sections of a suggestion share; one that has an empty fact shares nothing. */
    private static List<Object> facts(Tier tier, Section section) {
        String instructor = section.primaryInstructor().map(Person::id).orElse("");
        return switch (tier) {
            case LISTED -> List.of(section.crossList());
            case SAME_MEETING -> List.of(instructor, sessionIds(section), section.room(), section.meets());
            case SAME_COURSE ->
                List.of(instructor, sessionIds(section), section.course().id());
        };
    }

    private static String evidence(Tier tier, Section section) {
        String instructor = section.primaryInstructor().map(Person::id).orElse("");
        return switch (tier) {
            case LISTED -> "crossList=" + section.crossList();
            case SAME_MEETING ->
                "instructor=" + instructor + "; session=" + section.sessionCodes() + "; room=" + section.room()
                        + "; meets=" + section.meets();
            case SAME_COURSE ->
                "course=" + section.courseName() + "; session=" + section.sessionCodes() + "; instructor=" + instructor;
        };
    }

    private static Set<String> sessionIds(Section section) {
        return section.sessions().size() == 1
                ? Set.of(section.sessions().get(0).id())
                : new HashSet<>(
                        section.sessions().stream().map(AcademicSession::id).toList());
    }
}
