package chalkline.formats;

import java.util.List;

/** A file, or several that belong together, refused as a whole, with every fault found in them. */
public final class FaultyFileException extends Exception {
    private final transient List<Fault> faults;

    public FaultyFileException(List<Fault> faults) {
        super(faults.size() == 1 ? faults.get(0).toString() : faults.size() + " faults, the first: " + faults.get(0));
        this.faults = List.copyOf(faults);
    }

    /** In the order of files, then of lines; at least one. */
    public List<Fault> faults() {
        return faults;
    }
}
