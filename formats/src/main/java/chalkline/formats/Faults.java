package chalkline.formats;

import chalkline.core.Bounds;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** Faults as they are found: so many are kept with their places, the rest are counted, so that none fills the memory. */
public final class Faults {
    private final List<Fault> kept = new ArrayList<>();
    private final int most;
    private long count;

    public Faults() {
        this(Bounds.FAULTS);
    }

    /** @param most how many are kept with their places */
    public Faults(int most) {
        this.most = most;
    }

    public void add(Fault fault) {
        count++;
        if (kept.size() < most) {
            kept.add(fault);
        }
    }

    public boolean isEmpty() {
        return count == 0;
    }

    public long count() {
        return count;
    }

    /** Ends reading where there is any. */
    public void throwIfAny() throws FaultyFileException {
        throwIfAny((one, other) -> 0);
    }

    /** @param order of the files */
    public void throwIfAny(Comparator<Fault> order) throws FaultyFileException {
        if (count > 0) {
            kept.sort(order);
            throw new FaultyFileException(kept, count);
        }
    }
}
