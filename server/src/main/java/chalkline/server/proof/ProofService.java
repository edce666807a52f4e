package chalkline.server.proof;

import chalkline.core.Bounds;
import chalkline.core.arrivals.AcademicSession;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Moves;
import chalkline.core.naming.Text;
import chalkline.core.proof.Action;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.Proof;
import chalkline.core.proof.ProofRow;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.frame.NotFound;
import chalkline.server.frame.Today;
import chalkline.server.lms.HeldService;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;

/** Computes proofs, each once for its versions. */
@Service
public class ProofService {
    private static final Logger LOG = LoggerFactory.getLogger(ProofService.class);
    private static final int PROOFS_IN_MEMORY = 6;

    private final ArrivalService arrivals;
    private final ConventionsService conventions;
    private final HeldService held;
    private final Today today;
    /** Of the list in use, as it was seen last. */
    private volatile long listed;

    private final LoadingCache<Known, Computed> proofs =
            Caffeine.newBuilder().maximumSize(PROOFS_IN_MEMORY).build(this::compute);

    /**
     * What a proof is known by.
     *
     * @param listed of what lists had before, which says what may be closed
     */
    private record Known(ProofKey key, long listed) {}

    /** A proof, and its rows by key. */
    public record Computed(Proof proof, Map<String, ProofRow> byKey) {
        /** The row of one shell. */
        public ProofRow row(String key) {
            ProofRow row = byKey.get(key);
            if (row == null) {
                throw new NotFound("This proof has no shell " + key + ".");
            }
            return row;
        }
    }

    ProofService(ArrivalService arrivals, ConventionsService conventions, HeldService held, Today today) {
        this.today = today;
        this.arrivals = arrivals;
        this.conventions = conventions;
        this.held = held;
    }

    /** The key of the proof that holds now, which is numbers only; empty before the first list was kept. */
    public Optional<ProofKey> current(String term) {
        return arrivals.current().map(arrival -> {
            listed = arrivals.listedVersion(arrival);
            return new ProofKey(term, arrival, conventions.current(), held.current());
        });
    }

    /** The key of the proof that holds now, where there must be one. */
    public ProofKey now(String term) {
        return current(term).orElseThrow(() -> new NotFound("No registrar's list has been kept yet."));
    }

    /** The proof of some versions. */
    public Computed proof(ProofKey key) {
        return proofs.get(known(key));
    }

    /** Whether a proof is at hand, so that nobody waits for it. */
    public boolean isKnown(ProofKey key) {
        return proofs.getIfPresent(known(key)) != null;
    }

    private Known known(ProofKey key) {
        return new Known(key, listed);
    }

    /** Where moves of some conventions would put sections that the list of a proof does not have, in words. */
    public List<String> unknownMoves(ProofKey key, Conventions rules) {
        return Moves.unknown(arrivals.list(key.arrival()), rules).stream()
                .map(unknown ->
                        "The conventions, at " + Paths.words(unknown.path(), rules) + ": " + unknown.reason() + ".")
                .toList();
    }

    /** How long a code may be under the conventions of a proof, in code points. */
    public int codeLimit(ProofKey key) {
        return conventions.version(key.conventions()).limits().code();
    }

    /** What keeps a proof from being built. */
    public List<String> blockers(ProofKey key) {
        Conventions rules = conventions.version(key.conventions());
        List<String> blockers = new ArrayList<>(unknownMoves(key, rules));
        AcademicSession term = ArrivalService.term(arrivals.list(key.arrival()), key.term());
        if (arrivals.sections(key.arrival(), key.term()).isEmpty()) {
            blockers.add("The registrar's list in use has no sections of " + term.title()
                    + ", so nothing of it is built, changed or closed.");
        } else if (today.isAfter(term, rules.zone())) {
            blockers.add(term.title() + " has ended, so nothing of it is built, changed or closed any more.");
        }
        tooLongCategory(proof(key).proof().rows()).ifPresent(blockers::add);
        return blockers;
    }

    /** What the LMS would refuse in the middle of a build. */
    private static Optional<String> tooLongCategory(List<ProofRow> rows) {
        List<ProofRow> tooLong = rows.stream()
                .filter(row -> row.action() == Action.BUILD || row.action() == Action.CHANGE)
                .filter(row -> row.category().stream().anyMatch(level -> Text.length(level) > Bounds.CATEGORY_LEVEL))
                .toList();
        return tooLong.isEmpty()
                ? Optional.empty()
                : Optional.of(
                        "The category of %s (%s first) has a level of more than %d characters, which the LMS does not take. Shorten it in the pattern, such as {department:cut 80}."
                                .formatted(
                                        tooLong.size() == 1 ? "one shell" : tooLong.size() + " shells",
                                        tooLong.get(0).code(),
                                        Bounds.CATEGORY_LEVEL));
    }

    /** Keys of shells of a proof that stood in the LMS and are gone, with when that was seen. */
    public Map<String, Instant> gone(ProofKey key) {
        return held.gone(key.held());
    }

    /** A proof that was computed of the same list and the same held shells, to go on from. */
    private Optional<Proof> ofOtherConventions(Known of) {
        return proofs.asMap().entrySet().stream()
                .filter(entry -> entry.getKey().listed() == of.listed()
                        && entry.getKey()
                                .key()
                                .withConventions(of.key().conventions())
                                .equals(of.key()))
                .map(entry -> entry.getValue().proof())
                .findFirst();
    }

    /** Against what a proof is: a term that the list has nothing of has nothing to be held against, and closes nothing. */
    private List<HeldShell> holdsFor(ProofKey key) {
        return arrivals.sections(key.arrival(), key.term()).isEmpty() ? List.of() : held.shells(key.held());
    }

    private Computed compute(Known of) {
        ProofKey key = of.key();
        long start = System.nanoTime();
        Conventions rules = conventions.version(key.conventions());
        Proof proof = ofOtherConventions(of)
                .map(known -> known.under(rules))
                .orElseGet(() -> Proof.of(
                        arrivals.list(key.arrival()),
                        arrivals.sections(key.arrival(), key.term()),
                        key.term(),
                        rules,
                        holdsFor(key),
                        Optional.of(arrivals.onceListed(key.arrival(), key.term()))));
        LOG.info(
                "Proof {} of {} computed in {} ms",
                key.versions(),
                key.term(),
                (System.nanoTime() - start) / 1_000_000);
        Map<String, ProofRow> byKey = new HashMap<>();
        proof.rows().forEach(row -> byKey.put(row.key(), row));
        return new Computed(proof, byKey);
    }
}
