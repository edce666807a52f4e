package chalkline.formats.oneroster;

import java.util.function.Function;

/** A column of whose fields something is found by their text; a field that repeats the one above is not asked anew. */
final class Looked<T> extends Column {
    private final Function<String, T> find;
    private T found;

    Looked(String name, Function<String, T> find) {
        super(name);
        this.find = find;
    }

    void find(String text) {
        found = find.apply(text);
    }

    /** What the field of the row that is read just now finds. */
    T found() {
        return found;
    }
}
