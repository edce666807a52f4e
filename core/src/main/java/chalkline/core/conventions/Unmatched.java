package chalkline.core.conventions;

import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.arrivals.Sections;
import chalkline.core.naming.Text;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;

/**
 * Something in conventions that matches nothing in a list, so that it has no effect.
 *
 * @param path where it stands, such as {@code layers/2/when/subject/0}, counted from 0
 * @param reason in words
 */
public record Unmatched(String path, String reason) {

    /** All of it, in the order of a conventions file. Layers look at departments after moves, moves at the registrar's. */
    public static List<Unmatched> of(RegistrarList list, Conventions conventions) {
        List<Section> listed = asksForPeople(conventions) ? Sections.all(list) : Sections.withoutPeople(list);
        List<Unmatched> found = new ArrayList<>();
        conventions.breaks().keySet().stream()
                .filter(term -> list.term(term).isEmpty())
                .forEach(term -> found.add(
                        new Unmatched("breaks/" + term, "no term of the list has the code \"" + term + "\"")));
        Matching registrar = new Matching(listed);
        for (int i = 0; i < conventions.moves().size(); i++) {
            registrar.judge("moves/" + i, conventions.moves().get(i).when(), "this move", found);
        }
        Matching moved = conventions.moves().isEmpty()
                ? registrar
                : new Matching(Moves.of(list, conventions).apply(listed));
        for (int i = 0; i < conventions.layers().size(); i++) {
            Layer layer = conventions.layers().get(i);
            if (!layer.off()) {
                moved.judge("layers/" + i, layer.when(), "this layer", found);
            }
        }
        for (int i = 0; i < conventions.overrides().size(); i++) {
            String section = conventions.overrides().get(i).section();
            if (!list.classes().containsKey(section)) {
                found.add(new Unmatched(
                        "overrides/" + i + "/section", "no section of the list has the id \"" + section + "\""));
            }
        }
        for (int i = 0; i < conventions.crossLists().size(); i++) {
            CrossList crossList = conventions.crossLists().get(i);
            if (crossList.sections().stream().noneMatch(list.classes()::containsKey)) {
                found.add(new Unmatched(
                        "crossLists/" + i, "the list has none of the sections of \"" + crossList.id() + "\""));
            }
        }
        return found;
    }

    private static boolean asksForPeople(Conventions conventions) {
        return Stream.concat(
                        conventions.layers().stream().map(Layer::when),
                        conventions.moves().stream().map(Move::when))
                .anyMatch(when -> when.conditions().containsKey(Condition.INSTRUCTOR));
    }

    /** What conditions can match, over all sections of a list. */
    private static final class Matching {
        private final List<Section> sections;
        private final Map<Condition, Set<String>> facts = new EnumMap<>(Condition.class);

        Matching(List<Section> sections) {
            this.sections = sections;
        }

        void judge(String path, When when, String what, List<Unmatched> found) {
            int before = found.size();
            when.conditions().forEach((condition, values) -> {
                for (int i = 0; i < values.size(); i++) {
                    if (!isThere(condition, values.get(i))) {
                        found.add(new Unmatched(
                                path + "/when/" + condition.key() + "/" + i,
                                "no section of the list has " + condition.key() + " \"" + values.get(i) + "\""));
                    }
                }
            });
            if (found.size() == before && sections.stream().noneMatch(when::matches)) {
                found.add(new Unmatched(path, what + " matches no section of the list"));
            }
        }

        private boolean isThere(Condition condition, String value) {
            if (condition == Condition.LEVEL) {
                When level = When.known(Map.of(condition, List.of(value)));
                return sections.stream().anyMatch(level::matches);
            }
            return facts.computeIfAbsent(condition, this::factsOf).contains(Text.caseless(value));
        }

        private Set<String> factsOf(Condition condition) {
            Set<String> written = new HashSet<>();
            sections.forEach(section -> written.addAll(condition.facts(section)));
            Set<String> all = new HashSet<>();
            written.forEach(fact -> all.add(Text.caseless(fact)));
            return all;
        }
    }
}
