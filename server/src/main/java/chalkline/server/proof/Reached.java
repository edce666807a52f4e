package chalkline.server.proof;

import chalkline.core.arrivals.Org;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.proof.ProofRow;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.policy.Policy;
import chalkline.server.policy.Right;
import chalkline.server.policy.Scope;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Predicate;
import org.springframework.security.access.AccessDeniedException;
import org.springframework.stereotype.Component;

/**
 * What of a proof somebody reaches with a right. A shell is seen through any of its sections, and changed through all of
 * them only. A shell whose sections no list has any more belongs to no department, so only a right to everything reaches it.
 */
@Component
public class Reached {
    private final Policy policy;
    private final ProofService proofs;
    private final ArrivalService arrivals;

    Reached(Policy policy, ProofService proofs, ArrivalService arrivals) {
        this.policy = policy;
        this.proofs = proofs;
        this.arrivals = arrivals;
    }

    /** The rows that somebody may see. */
    public List<ProofRow> rows(ProofKey key, Right right) {
        List<ProofRow> all = proofs.proof(key).proof().rows();
        return policy.scope(right).all()
                ? all
                : all.stream().filter(seen(key, right)).toList();
    }

    /** Whether somebody may see a row. */
    public Predicate<ProofRow> seen(ProofKey key, Right right) {
        Scope scope = policy.scope(right);
        Map<String, Section> sections = sections(key, scope);
        return row -> scope.all() || scope.any(of(row, sections));
    }

    /** Whether somebody may change what a row is of. */
    public Predicate<ProofRow> changed(ProofKey key, Right right) {
        Scope scope = policy.scope(right);
        Map<String, Section> sections = sections(key, scope);
        return row -> scope.all() || scope.every(of(row, sections));
    }

    /**
     * One row that somebody may see.
     *
     * @throws AccessDeniedException where it is none of those
     */
    public ProofRow row(ProofKey key, String shell, Right right) {
        ProofRow row = proofs.proof(key).row(shell);
        Policy.require(seen(key, right).test(row));
        return row;
    }

    /** @throws AccessDeniedException unless all of these shells may be changed; one that the proof has not is let pass */
    public void requireChangeable(ProofKey key, Collection<String> shells, Right right) {
        Map<String, ProofRow> byKey = proofs.proof(key).byKey();
        Predicate<ProofRow> may = changed(key, right);
        Policy.require(shells.stream().map(byKey::get).filter(Objects::nonNull).allMatch(may));
    }

    /** @throws AccessDeniedException unless all of these sections of the proof are reached; unknown ones only by who reaches all */
    public void requireSections(ProofKey key, Collection<String> ids, Right right) {
        Scope scope = policy.scope(right);
        Map<String, Section> sections = sections(key, scope);
        Policy.require(scope.all()
                || ids.stream().allMatch(id -> sections.containsKey(id) && scope.section(sections.get(id))));
    }

    /** The sections of a proof that somebody reaches. */
    public List<Section> sections(ProofKey key, Right right) {
        Scope scope = policy.scope(right);
        List<Section> all = proofs.proof(key).proof().sections();
        return scope.all() ? all : all.stream().filter(scope::section).toList();
    }

    private Map<String, Section> sections(ProofKey key, Scope scope) {
        Map<String, Section> byId = new HashMap<>();
        if (!scope.all()) {
            proofs.proof(key).proof().sections().forEach(section -> byId.put(section.id(), section));
        }
        return byId;
    }

    private static List<Section> of(ProofRow row, Map<String, Section> sections) {
        return row.shell().isPresent()
                ? row.shell().get().sections()
                : row.sections().stream()
                        .map(sections::get)
                        .filter(Objects::nonNull)
                        .toList();
    }

    /** Codes and names of the departments that a right reaches; what it reaches by anything else is in none of them. */
    public Set<String> departments(Right right) {
        Set<String> names = new HashSet<>();
        for (String code : policy.scope(right).departments()) {
            names.add(code);
            arrivals.current()
                    .map(arrivals::list)
                    .map(list -> named(list, code))
                    .ifPresent(names::add);
        }
        return names;
    }

    private static String named(RegistrarList list, String code) {
        return list.orgs().values().stream()
                .filter(org -> org.code().equals(code))
                .map(Org::name)
                .findFirst()
                .orElse(code);
    }

    /** Whether a right reaches everything. */
    public boolean all(Right right) {
        return policy.scope(right).all();
    }
}
