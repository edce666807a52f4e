package chalkline.server.proof;

import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Condition;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.CrossList;
import chalkline.core.conventions.Kept;
import chalkline.core.conventions.Layer;
import chalkline.core.conventions.Move;
import chalkline.core.conventions.SectionOverride;
import chalkline.core.conventions.When;
import chalkline.core.naming.Text;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.conventions.Change;
import chalkline.server.conventions.KeepCheck;
import chalkline.server.policy.OutOfReach;
import chalkline.server.policy.Policy;
import chalkline.server.policy.Right;
import chalkline.server.policy.Scope;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/**
 * Whoever may change conventions for some departments only: layers that ask for these departments, moves among them,
 * overrides, cross-lists and what is kept of their sections. All else stays as the campus has it.
 */
@Component
class WithinOwn implements KeepCheck {
    private final Policy policy;
    private final Reached reached;
    private final ArrivalService arrivals;

    WithinOwn(Policy policy, Reached reached, ArrivalService arrivals) {
        this.policy = policy;
        this.reached = reached;
        this.arrivals = arrivals;
    }

    @Override
    public void check(Conventions before, Conventions after, Change change) {
        Scope scope = policy.scope(Right.CHANGE_CONVENTIONS);
        if (scope.all()) {
            return;
        }
        Set<String> own = reached.departments(Right.CHANGE_CONVENTIONS).stream()
                .map(Text::caseless)
                .collect(Collectors.toSet());
        Conventions asBefore = after.withLayers(before.layers())
                .withMoves(before.moves())
                .withOverrides(before.overrides())
                .withCrossLists(before.crossLists())
                .withKept(before.kept());
        require(asBefore.equals(before), "what holds for the campus");
        require(
                others(before.layers(), own).equals(others(after.layers(), own)),
                "a layer that is for more than your departments. Give yours the condition “department”");
        for (Move move : changed(before.moves(), after.moves())) {
            require(
                    own.contains(Text.caseless(move.to())) && isOfOwn(move.when(), scope),
                    "a move out of or into another department");
        }
        Set<String> touched = new HashSet<>();
        for (SectionOverride one : changed(before.overrides(), after.overrides())) {
            touched.add(one.section());
        }
        for (CrossList one : changed(before.crossLists(), after.crossLists())) {
            touched.addAll(one.sections());
        }
        for (Kept one : changed(before.kept(), after.kept())) {
            touched.add(one.section());
        }
        Set<String> ownSections = touched.isEmpty() ? Set.of() : sections(scope);
        touched.removeAll(ownSections);
        require(
                touched.isEmpty(),
                "sections of other departments ("
                        + touched.stream().sorted().limit(3).collect(Collectors.joining(", ")) + ")");
    }

    private static List<Layer> others(List<Layer> layers, Set<String> own) {
        return layers.stream().filter(layer -> !isOwn(layer.when(), own)).toList();
    }

    private static boolean isOwn(When when, Set<String> own) {
        List<String> departments = when.conditions().getOrDefault(Condition.DEPARTMENT, List.of());
        return !departments.isEmpty()
                && departments.stream().map(Text::caseless).allMatch(own::contains);
    }

    private static <T> List<T> changed(Collection<T> before, Collection<T> after) {
        Set<T> was = new HashSet<>(before);
        Set<T> is = new HashSet<>(after);
        List<T> changed = new ArrayList<>();
        before.stream().filter(one -> !is.contains(one)).forEach(changed::add);
        after.stream().filter(one -> !was.contains(one)).forEach(changed::add);
        return changed;
    }

    /** Whether conditions match sections of one's own, and no others. */
    private boolean isOfOwn(When when, Scope scope) {
        List<Section> matched = all().filter(when::matches).toList();
        return !matched.isEmpty() && matched.stream().allMatch(scope::section);
    }

    private Stream<Section> all() {
        return arrivals.current().stream()
                .flatMap(list -> arrivals.list(list).terms().stream()
                        .flatMap(term -> arrivals.sections(list, term.code()).stream()));
    }

    /** Ids of the sections of all terms of the list in use that the right reaches, as it lists them. */
    private Set<String> sections(Scope scope) {
        Set<String> ids = new HashSet<>();
        all().filter(scope::section).map(Section::id).forEach(ids::add);
        return ids;
    }

    private static void require(boolean allowed, String what) {
        if (!allowed) {
            throw new OutOfReach("Nothing was kept: this would change " + what + ", which is for administrators.");
        }
    }
}
