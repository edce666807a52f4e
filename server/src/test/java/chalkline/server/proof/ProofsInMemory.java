package chalkline.server.proof;

import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.arrivals.Sections;
import chalkline.core.conventions.Conventions;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.Proof;
import chalkline.core.proof.ProofRow;
import chalkline.server.lms.HeldService;
import java.util.Collection;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Proofs of some lists and conventions, in memory; for simulations. */
public final class ProofsInMemory extends ProofService {
    private static final IdentityHashMap<RegistrarList, List<Section>> SECTIONS = new IdentityHashMap<>();

    private final List<RegistrarList> lists;
    private final List<Conventions> conventions;
    private final HeldService held;
    private final Map<ProofKey, Computed> computed = new HashMap<>();
    private int list = 1;
    private int version = 1;

    /** Numbered from 1. */
    public ProofsInMemory(List<RegistrarList> lists, List<Conventions> conventions, HeldService held) {
        super(null, null, held, null);
        this.lists = lists;
        this.conventions = conventions;
        this.held = held;
    }

    /** Another list and other conventions hold from now on. */
    public void hold(int itsList, int itsConventions) {
        list = itsList;
        version = itsConventions;
    }

    @Override
    public Optional<ProofKey> current(String term) {
        return Optional.of(new ProofKey(term, list, version, held.current()));
    }

    @Override
    public ProofKey now(String term) {
        return current(term).orElseThrow();
    }

    @Override
    public boolean isKnown(ProofKey key) {
        return true;
    }

    @Override
    public List<String> blockers(ProofKey key) {
        return List.of();
    }

    @Override
    public int codeLimit(ProofKey key) {
        return conventions.get(key.conventions() - 1).limits().code();
    }

    @Override
    public Computed proof(ProofKey key) {
        return computed.computeIfAbsent(key, one -> against(one, held.shells(one.held())));
    }

    /** The proof that holds now, against what an LMS is known to hold. */
    public Computed against(ProofKey key, Collection<HeldShell> shells) {
        RegistrarList of = lists.get((int) key.arrival() - 1);
        List<Section> sections = SECTIONS.computeIfAbsent(
                of, list -> Sections.ofTerm(list, list.term(key.term()).orElseThrow()));
        Proof proof = Proof.of(of, sections, key.term(), conventions.get(key.conventions() - 1), shells);
        Map<String, ProofRow> byKey = new HashMap<>();
        proof.rows().forEach(row -> byKey.put(row.key(), row));
        return new Computed(proof, byKey);
    }

    /** The numbers of versions begin anew, as after a backup was put back. */
    public void forget() {
        computed.clear();
    }
}
