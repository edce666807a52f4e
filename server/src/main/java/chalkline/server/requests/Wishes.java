package chalkline.server.requests;

import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.CrossList;
import chalkline.core.naming.Labels;
import chalkline.core.proof.ProofRow;
import chalkline.server.conventions.Change;
import chalkline.server.conventions.CrossListEdit;
import chalkline.server.conventions.DatesEdit;
import chalkline.server.crosslists.CrossListService;
import chalkline.server.frame.Refusal;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** What in the conventions does what somebody asks for. */
final class Wishes {
    private final Conventions rules;
    private final int version;
    private final Map<String, String> leads;

    /**
     * @param version the number of these conventions
     * @param leads which section leads the shell of each section: its name, start and dates are the shell's
     */
    Wishes(Conventions rules, int version, Map<String, String> leads) {
        this.rules = rules;
        this.version = version;
        this.leads = leads;
    }

    /** Which section leads, by the sections of each shell of a proof. */
    static Map<String, String> leads(Collection<ProofRow> rows) {
        Map<String, String> leads = new HashMap<>();
        rows.stream()
                .filter(row -> row.shell().isPresent())
                .forEach(row -> row.sections().forEach(section -> leads.put(section, row.lead())));
        return leads;
    }

    /**
     * The changes; none where what is asked for is no matter of the conventions.
     *
     * @param sections those of the wish
     * @param approval why a person lets it stand against the policy; null where a rule decides
     */
    List<Change> changes(Wish wish, List<Section> sections, @Nullable String approval) {
        String first = wish.sections().get(0);
        String lead = leads.getOrDefault(first, first);
        return switch (wish.kind()) {
            case SHELL, MASTER, TAKE_OVER -> List.of();
            case TOGETHER -> List.of(Change.of(version, together(wish, sections, approval)));
            case APART -> List.of(Change.of(version, apart(first)));
            case START -> List.of(Change.of(version, lead, "template", given(wish.from(), "from")));
            case TITLE -> List.of(Change.of(version, lead, "title", given(wish.title(), "title")));
            case WINDOW -> List.of(Change.of(version, dates(wish, lead)));
        };
    }

    private static String given(@Nullable String value, String field) {
        if (value == null || value.isBlank()) {
            throw new Refusal(field, 0, "This is missing.");
        }
        return value.strip();
    }

    private static DatesEdit dates(Wish wish, String section) {
        if (wish.opens() == null && wish.open() == null) {
            throw new Refusal("opens", 0, "Give a day on which it opens, or say that it opens by hand.");
        }
        return new DatesEdit(List.of(new DatesEdit.Dates(section, wish.opens(), null, wish.open())));
    }

    /** Those that are in shared shells already bring the others along. */
    private CrossListEdit together(Wish wish, List<Section> sections, @Nullable String approval) {
        Set<String> all = new LinkedHashSet<>(wish.sections());
        if (all.size() < 2) {
            throw new Refusal("sections", 0, "Choose at least two sections.");
        }
        List<CrossList> there = rules.crossLists().stream()
                .filter(one -> one.sections().stream().anyMatch(all::contains))
                .toList();
        there.forEach(one -> all.addAll(one.sections()));
        String id =
                there.isEmpty() ? CrossListService.nextId(rules) : there.get(0).id();
        String lead = lead(wish, sections);
        if (lead == null && !there.isEmpty()) {
            lead = there.get(0).lead().orElse(null);
        }
        List<String> joined = new ArrayList<>(all);
        joined.remove(lead);
        return new CrossListEdit(
                List.of(new CrossListEdit.Kept(
                        id,
                        lead,
                        joined,
                        approval != null,
                        approval == null ? "asked for by whoever teaches" : approval)),
                there.stream().skip(1).map(CrossList::id).toList());
    }

    private static @Nullable String lead(Wish wish, List<Section> sections) {
        if (wish.lead() == null) {
            return null;
        }
        return switch (wish.lead()) {
            case "most" ->
                sections.stream()
                        .min(Comparator.comparingInt(
                                        (Section section) -> -section.students().size())
                                .thenComparing(Labels.ORDER))
                        .orElseThrow()
                        .id();
            case "lowest" -> sections.stream().min(Labels.ORDER).orElseThrow().id();
            default -> {
                if (!wish.sections().contains(wish.lead())) {
                    throw new Refusal("lead", 0, "The section that leads is one of those that come together.");
                }
                yield wish.lead();
            }
        };
    }

    private CrossListEdit apart(String section) {
        CrossList shared = rules.crossLists().stream()
                .filter(one -> one.sections().contains(section))
                .findFirst()
                .orElseThrow(() -> new Refusal(
                        "sections", 0, "This section has a shell of its own, as far as the conventions say."));
        List<String> left =
                shared.sections().stream().filter(one -> !one.equals(section)).toList();
        if (left.size() < 2) {
            return new CrossListEdit(List.of(), List.of(shared.id()));
        }
        String lead = shared.lead().filter(one -> !one.equals(section)).orElse(null);
        List<String> joined = new ArrayList<>(left);
        joined.remove(lead);
        return new CrossListEdit(
                List.of(new CrossListEdit.Kept(shared.id(), lead, joined, shared.approved(), shared.reason())),
                List.of());
    }
}
