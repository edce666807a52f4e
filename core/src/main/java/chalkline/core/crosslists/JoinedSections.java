package chalkline.core.crosslists;

import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.CrossList;
import chalkline.core.conventions.CrossListing;
import chalkline.core.crosslists.Joined.Finding;
import chalkline.core.naming.Labels;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Reads the cross-lists of some conventions over the sections of a term. A cross-list belongs to the term of its lead, or
 * of its first known section where the list does not have the lead; one without any known section is ignored. Each
 * section is in one set at most: a lead in its own, a joined one in the first that names it.
 */
public final class JoinedSections {
    private final CrossListing policy;
    private final Map<String, Section> known;
    private final List<Read> all = new ArrayList<>();

    /** A cross-list with the section that leads it. */
    private record Read(CrossList crossList, List<String> ids, String leadId, String term) {}

    private JoinedSections(Conventions conventions, Map<String, Section> known) {
        this.policy = conventions.crossListing();
        this.known = known;
        conventions.crossLists().forEach(this::read);
    }

    /** Every section that the cross-lists name, by sourcedId. */
    public static Set<String> named(Conventions conventions) {
        Set<String> ids = new HashSet<>();
        conventions.crossLists().forEach(crossList -> ids.addAll(crossList.sections()));
        return ids;
    }

    /**
     * The sets of a term.
     *
     * @param sections those of the term, after moves
     * @param others sections of other terms that the cross-lists name, after moves
     * @return by the lead's sourcedId, in the order of the file
     */
    public static Map<String, Joined> of(
            String term, Collection<Section> sections, Collection<Section> others, Conventions conventions) {
        if (conventions.crossLists().isEmpty()) {
            return Map.of();
        }
        Map<String, Section> known = new HashMap<>();
        Set<String> named = named(conventions);
        sections.stream().filter(s -> named.contains(s.id())).forEach(s -> known.put(s.id(), s));
        others.forEach(section -> known.putIfAbsent(section.id(), section));
        return new JoinedSections(conventions, known).inTerm(term);
    }

    private void read(CrossList crossList) {
        List<String> ids = crossList.sections();
        List<Section> there =
                ids.stream().filter(known::containsKey).map(known::get).toList();
        if (there.isEmpty()) {
            return;
        }
        String leadId = crossList.lead().orElseGet(() -> Leads.of(there, policy).id());
        Section decides = known.containsKey(leadId) ? known.get(leadId) : there.get(0);
        all.add(new Read(crossList, ids, leadId, decides.term().code()));
    }

    private Map<String, Joined> inTerm(String term) {
        Map<String, List<Read>> byLead = new LinkedHashMap<>();
        all.stream()
                .filter(read -> read.term().equals(term))
                .forEach(read -> byLead.computeIfAbsent(read.leadId(), id -> new ArrayList<>())
                        .add(read));
        Map<String, String> owner = owners(byLead);
        Map<String, Integer> uses = new HashMap<>();
        all.forEach(read -> read.ids().forEach(id -> uses.merge(id, 1, Integer::sum)));
        Map<String, Joined> joined = new LinkedHashMap<>();
        byLead.forEach((leadId, reads) -> joined.put(leadId, joined(leadId, reads, owner, uses)));
        return joined;
    }

    /** Which set each section is in, by its lead. */
    private Map<String, String> owners(Map<String, List<Read>> byLead) {
        Map<String, String> owner = new HashMap<>();
        byLead.keySet().forEach(leadId -> owner.put(leadId, leadId));
        byLead.forEach((leadId, reads) ->
                reads.forEach(read -> read.ids().forEach(id -> owner.putIfAbsent(id, leadId))));
        return owner;
    }

    private Joined joined(String leadId, List<Read> reads, Map<String, String> owner, Map<String, Integer> uses) {
        Set<Finding> findings = EnumSet.noneOf(Finding.class);
        Map<String, Section> there = new LinkedHashMap<>();
        for (Read read : reads) {
            List<Section> its = read.ids().stream()
                    .distinct()
                    .filter(known::containsKey)
                    .map(known::get)
                    .toList();
            its.forEach(section -> there.put(section.id(), section));
            judge(read, its, uses, findings);
        }
        if (!known.containsKey(leadId)) {
            findings.add(Finding.UNKNOWN_LEAD);
        }
        List<Section> here = there.values().stream()
                .filter(section -> leadId.equals(owner.get(section.id())))
                .sorted(Labels.ORDER)
                .toList();
        return new Joined(
                leadId,
                Optional.ofNullable(known.get(leadId)),
                here,
                findings,
                reads.stream().allMatch(read -> read.crossList().approved()));
    }

    private void judge(Read read, List<Section> its, Map<String, Integer> uses, Set<Finding> findings) {
        if (its.stream().anyMatch(section -> uses.get(section.id()) > 1)) {
            findings.add(Finding.TWO_SETS);
        }
        if (read.ids().stream().anyMatch(id -> !known.containsKey(id) && !id.equals(read.leadId()))) {
            findings.add(Finding.UNKNOWN_JOINED);
        }
        if (differ(its, section -> section.term().code())) {
            findings.add(Finding.TERMS_DIFFER);
        }
        boolean unrelated = switch (policy.allow()) {
            case ANY -> false;
            case SAME_COURSE -> differ(its, section -> section.course().id());
            case SAME_DEPARTMENT -> differ(its, section -> section.department().id());
        };
        if (unrelated && !read.crossList().approved()) {
            findings.add(Finding.COURSES_DIFFER);
        }
        if (its.size() < 2) {
            findings.add(Finding.ONE_LEFT);
        }
        List<Section> meeting =
                its.stream().filter(section -> !section.meets().isEmpty()).toList();
        if (differ(meeting, Section::meets)) {
            findings.add(Finding.MEET_APART);
        }
    }

    private static boolean differ(List<Section> sections, java.util.function.Function<Section, String> fact) {
        return sections.stream().map(fact).distinct().count() > 1;
    }
}
