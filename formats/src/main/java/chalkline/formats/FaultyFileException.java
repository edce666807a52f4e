package chalkline.formats;

import java.util.List;

/** A file, or several that belong together, refused as a whole, with the faults found in them. */
public final class FaultyFileException extends Exception {
    private final transient List<Fault> faults;
    private final long count;

    public FaultyFileException(List<Fault> faults) {
        this(faults, faults.size());
    }

    /** @param count how many there are, of which some have their places */
    public FaultyFileException(List<Fault> faults, long count) {
        super(count == 1 ? faults.get(0).toString() : count + " faults, the first: " + faults.get(0));
        this.faults = List.copyOf(faults);
        this.count = count;
    }

    /** In the order of files, then of lines; at least one. Of very many, those that were found first. */
    public List<Fault> faults() {
        return faults;
    }

    /** How many there are, those without a place included. */
    public long count() {
        return count;
    }
}
