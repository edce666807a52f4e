package chalkline.server.ledger;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import java.util.stream.Stream;
import tools.jackson.databind.JsonNode;

/** What is otherwise in two states of one thing, field by field, for an entry; of very much the first of it. */
public final class Changed {
    private static final int TOLD = 20;

    private final List<Field> found = new ArrayList<>();

    /**
     * A field that is otherwise.
     *
     * @param where its names from the top, {@code units 2 title}; places in a list are counted from 1
     * @param before empty where it was not there
     * @param after empty where it is gone
     */
    public record Field(String where, String before, String after) {}

    private Changed() {}

    /** How many fields are otherwise, {@code changes}, and which, {@code changed}. */
    public static Map<String, Object> between(JsonNode before, JsonNode after) {
        Changed all = new Changed();
        all.compare("", before, after);
        return Map.of(
                "changes",
                all.found.size(),
                "changed",
                all.found.stream().limit(TOLD).toList());
    }

    private void compare(String where, JsonNode before, JsonNode after) {
        if (before.equals(after)) {
            return;
        }
        if (before.isArray() || after.isArray()) {
            for (int i = 0; i < Math.max(before.size(), after.size()); i++) {
                compare(under(where, Integer.toString(i + 1)), before.path(i), after.path(i));
            }
        } else if (before.isObject() || after.isObject()) {
            TreeSet<String> names = new TreeSet<>();
            Stream.of(before, after).forEach(one -> names.addAll(one.propertyNames()));
            names.forEach(name -> compare(under(where, name), before.path(name), after.path(name)));
        } else {
            found.add(new Field(where, text(before), text(after)));
        }
    }

    private static String under(String where, String name) {
        return where.isEmpty() ? name : where + " " + name;
    }

    private static String text(JsonNode value) {
        return value.isMissingNode() || value.isNull() ? "" : value.asString();
    }
}
