package chalkline.core.crosslists;

import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.arrivals.Sections;
import chalkline.core.arrivals.Session;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Moves;
import chalkline.core.conventions.Stack;
import chalkline.core.crosslists.Suggestion.Tier;
import chalkline.core.naming.Labels;
import chalkline.core.naming.Text;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * Finds sections of a term that look as if they were taught together, among those that are in no cross-list and alone in
 * their shell. Tier by tier, each over what the stronger ones left.
 */
public final class Suggestions {
    private Suggestions() {}

    /** By tier, then by the lead's sourcedId by code points. */
    public static List<Suggestion> of(RegistrarList list, Session term, Conventions conventions) {
        return of(Moves.of(list, conventions).apply(Sections.ofTerm(list, term)), conventions);
    }

    /**
     * By tier, then by the lead's sourcedId by code points.
     *
     * @param sections all of a term, after moves
     */
    public static List<Suggestion> of(List<Section> sections, Conventions conventions) {
        List<Section> left = new ArrayList<>(alone(sections, conventions));
        List<Suggestion> suggestions = new ArrayList<>();
        for (Tier tier : Tier.values()) {
            List<Suggestion> found = inTier(tier, left, conventions);
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

    private static List<Suggestion> inTier(Tier tier, List<Section> left, Conventions conventions) {
        Function<Section, Optional<Shared>> shared = switch (tier) {
            case LISTED -> Suggestions::listed;
            case SAME_MEETING -> Suggestions::sameMeeting;
            case SAME_COURSE -> Suggestions::sameCourse;
        };
        Map<Shared, List<Section>> groups = new LinkedHashMap<>();
        left.forEach(section -> shared.apply(section)
                .ifPresent(key ->
                        groups.computeIfAbsent(key, k -> new ArrayList<>()).add(section)));
        List<Suggestion> found = new ArrayList<>();
        groups.forEach((key, members) -> {
            if (members.size() > 1) {
                members.sort(Labels.ORDER);
                Section lead = Leads.of(members, conventions.crossListing());
                found.add(new Suggestion(tier, lead, List.copyOf(members), key.evidence()));
            }
        });
        found.sort(Comparator.comparing(suggestion -> suggestion.lead().id(), Text.BY_CODE_POINT));
        return found;
    }

    /** What sections share: the facts that are compared, and their words. */
    private record Shared(Set<String> sessionIds, List<String> facts, String evidence) {}

    private static Optional<Shared> listed(Section section) {
        String listed = section.crossList();
        return listed.isEmpty()
                ? Optional.empty()
                : Optional.of(new Shared(Set.of(), List.of(listed), "crossList=" + listed));
    }

    private static Optional<Shared> sameMeeting(Section section) {
        Optional<String> instructor = section.primaryInstructor().map(Person::id);
        if (instructor.isEmpty() || section.room().isEmpty() || section.meets().isEmpty()) {
            return Optional.empty();
        }
        String evidence = "instructor=" + instructor.get() + "; session=" + sessions(section) + "; room="
                + section.room() + "; meets=" + section.meets();
        return Optional.of(
                new Shared(sessionIds(section), List.of(instructor.get(), section.room(), section.meets()), evidence));
    }

    private static Optional<Shared> sameCourse(Section section) {
        Optional<String> instructor = section.primaryInstructor().map(Person::id);
        if (instructor.isEmpty()) {
            return Optional.empty();
        }
        String number = section.code().number();
        String course = section.code().subject() + (number.isEmpty() ? "" : " " + number);
        String evidence = "course=" + course + "; session=" + sessions(section) + "; instructor=" + instructor.get();
        return Optional.of(
                new Shared(sessionIds(section), List.of(section.course().id(), instructor.get()), evidence));
    }

    private static Set<String> sessionIds(Section section) {
        return new HashSet<>(section.sessions().stream().map(Session::id).toList());
    }

    private static String sessions(Section section) {
        return section.sessions().stream()
                .sorted(Comparator.comparing(Session::start).thenComparing(Session::code, Text.BY_CODE_POINT))
                .map(Session::code)
                .collect(Collectors.joining("+"));
    }
}
