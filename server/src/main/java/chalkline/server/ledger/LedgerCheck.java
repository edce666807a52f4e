package chalkline.server.ledger;

import chalkline.server.policy.May;
import chalkline.server.policy.Right;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Service;

/** Goes through the chain of the ledger and says where it does not hold. */
@Service
class LedgerCheck {
    private static final int PART = 2_000;
    private static final int MOST_FAULTS = 100;

    /** A transaction does not last longer, so nothing is sealed so long after something younger. */
    private static final Duration LATEST = Duration.ofMinutes(15);

    private final LedgerChain chain;

    LedgerCheck(LedgerChain chain) {
        this.chain = chain;
    }

    /**
     * What a check found.
     *
     * @param entries how many are sealed
     * @param head the digest of the last one, to be kept elsewhere and compared another time
     * @param faults where the chain does not hold, the first hundred
     */
    public record Found(long entries, String head, List<String> faults) {}

    /** Checks all that is sealed. */
    @May(Right.READ_LEDGER)
    public Found check() {
        return walk();
    }

    /** The same for whoever is at the machine. */
    Found walk() {
        chain.seal();
        List<String> faults = new ArrayList<>();
        long number = 0;
        String digest = LedgerChain.NOTHING;
        Instant latest = Instant.EPOCH;
        LedgerChain.Head head = chain.head();
        List<LedgerChain.Sealed> part = chain.after(number, PART);
        while (!part.isEmpty()) {
            for (LedgerChain.Sealed one : part) {
                if (one.seal() != number + 1) {
                    add(faults, gone(number + 1, one.seal() - 1));
                }
                String whole = chain.digest(digest, one.seal(), one);
                boolean follows = one.seal() == number + 1;
                if (follows && !whole.equals(one.digest())) {
                    add(
                            faults,
                            "Entry " + one.seal() + " (" + one.what() + ", " + one.at()
                                    + ") is not what was sealed: it, or the one before it, was changed or put in.");
                }
                if (one.at().isBefore(latest.minus(LATEST))) {
                    add(
                            faults,
                            "Entry " + one.seal() + " (" + one.what() + ") says it was at " + one.at()
                                    + " and was sealed after others of " + latest + ": it was put in later.");
                }
                latest = one.at().isAfter(latest) ? one.at() : latest;
                number = one.seal();
                digest = one.digest();
            }
            // others go on writing: the end is read after the entries, so that it is never behind them
            head = chain.head();
            part = part.size() == PART || number < head.number() ? chain.after(number, PART) : List.of();
        }
        if (number != head.number() || !digest.equals(head.digest())) {
            add(
                    faults,
                    number < head.number()
                            ? gone(number + 1, head.number())
                            : "The end of the chain is not the one that was written down: something was put in at its end.");
        }
        return new Found(number, head.digest(), faults);
    }

    private static String gone(long from, long to) {
        return from == to ? "Entry " + from + " is gone." : "Entries " + from + " to " + to + " are gone.";
    }

    private static void add(List<String> faults, String fault) {
        if (faults.size() < MOST_FAULTS) {
            faults.add(fault);
        }
    }
}
