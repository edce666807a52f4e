package chalkline.formats.oneroster;

import java.util.Optional;
import java.util.function.Function;

/** A column of whose fields something is found by their text; a field that repeats the one above is not asked anew. */
final class Looked<T> extends Column {
    private final Function<String, T> find;
    private Optional<Block> block = Optional.empty();
    private int from;
    private T found;

    Looked(String name, Function<String, T> find) {
        super(name);
        this.find = find;
    }

    /**
     * Whether a field stands on the same characters as the one that was found last; else it is taken note of.
     *
     * @param begins where the field begins in its block; -1 where it is empty
     */
    @SuppressWarnings("ReferenceEquality")
    boolean repeats(Block in, int begins) {
        boolean same = block.isPresent() && from == begins && (begins < 0 || block.get() == in);
        if (!same) {
            block = Optional.of(in);
            from = begins;
        }
        return same;
    }

    void find(String text) {
        found = find.apply(text);
    }

    T found() {
        return found;
    }
}
