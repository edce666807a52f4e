package chalkline.formats.oneroster;

import java.util.Map;
import java.util.Optional;

/** Recognizes a file whose columns are not separated by commas, so that it can be said once instead of a fault a column. */
final class Separators {
    private static final Map<String, String> NAMES = Map.of(";", "semicolons", "\t", "tabs", "|", "vertical bars");

    private Separators() {}

    /**
     * What separates the columns, in words; empty where it is the comma, or cannot be told.
     *
     * @param first the first field of the header, as commas part it
     * @param fields how many fields there are, as commas part them
     */
    static Optional<String> otherThanComma(String first, int fields) {
        return fields > 1
                ? Optional.empty()
                : NAMES.entrySet().stream()
                        .filter(name -> first.contains(name.getKey()))
                        .map(Map.Entry::getValue)
                        .findFirst();
    }
}
