package chalkline.core.conventions;

import chalkline.core.naming.YesNo;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;

/** What one version of the conventions says differently from another, in the order of the file. */
public final class VersionDifferences {
    private final List<Difference> found = new ArrayList<>();

    /**
     * One difference.
     *
     * @param where the part of the conventions, {@code layer Laboratories}
     * @param what the key that differs; empty where all of it came or went
     * @param before what it was; empty where it was not there
     * @param after what it is; empty where it is gone
     */
    public record Difference(String where, String what, String before, String after) {}

    private VersionDifferences() {}

    public static List<Difference> between(Conventions before, Conventions after) {
        VersionDifferences all = new VersionDifferences();
        all.general(before, after);
        all.layers(named(before.layers()), named(after.layers()));
        all.each("override of", overrides(before), overrides(after));
        all.each("cross-list", crossLists(before), crossLists(after));
        all.each("kept of", kept(before), kept(after));
        return all.found;
    }

    private void add(String where, String what, String before, String after) {
        if (!before.equals(after)) {
            found.add(new Difference(where, what, before, after));
        }
    }

    private void general(Conventions a, Conventions b) {
        add("campus", "zone", a.zone().getId(), b.zone().getId());
        add("campus", "weekStart", a.weekStart().name(), b.weekStart().name());
        add("limits", "code", "" + a.limits().code(), "" + b.limits().code());
        add("guards", "", a.guards().toString(), b.guards().toString());
        add("limits", "title", "" + a.limits().title(), "" + b.limits().title());
        both(a.breaks().keySet(), b.breaks().keySet())
                .forEach(term -> add("breaks", term, breaks(a, term), breaks(b, term)));
        add(
                "crossListing",
                "allow",
                a.crossListing().allow().key(),
                b.crossListing().allow().key());
        add(
                "crossListing",
                "lead",
                a.crossListing().lead().key(),
                b.crossListing().lead().key());
        add(
                "crossListing",
                "foldAt",
                "" + a.crossListing().foldAt(),
                "" + b.crossListing().foldAt());
        add("moves", "", moves(a), moves(b));
    }

    private static String breaks(Conventions of, String term) {
        return of.breaks().getOrDefault(term, List.of()).stream()
                .map(pause -> pause.name() + " " + pause.from() + " to " + pause.to())
                .collect(Collectors.joining("; "));
    }

    private static String moves(Conventions of) {
        return of.moves().stream()
                .map(move -> when(move.when()) + " to " + move.to()
                        + move.name().map(name -> " as " + name).orElse("")
                        + move.college().map(college -> " in " + college).orElse("")
                        + move.since().map(since -> " since " + since).orElse(""))
                .collect(Collectors.joining("; "));
    }

    /** A condition in words; all sections where there is none. */
    private static String when(When when) {
        return when.conditions().isEmpty()
                ? "all sections"
                : when.conditions().entrySet().stream()
                        .map(one -> one.getKey().key() + " " + String.join(" or ", one.getValue()))
                        .collect(Collectors.joining(" and "));
    }

    /** Layers by name; the second of a name is another one. */
    private static Map<String, Layer> named(List<Layer> layers) {
        Map<String, Layer> named = new LinkedHashMap<>();
        Map<String, Integer> times = new HashMap<>();
        for (Layer layer : layers) {
            int n = times.merge(layer.name(), 1, Integer::sum);
            named.put(n == 1 ? layer.name() : layer.name() + " (" + n + ")", layer);
        }
        return named;
    }

    private void layers(Map<String, Layer> before, Map<String, Layer> after) {
        for (String name : both(before.keySet(), after.keySet())) {
            String where = "layer " + name;
            Layer a = before.get(name);
            Layer b = after.get(name);
            if (a == null || b == null) {
                add(where, "", a == null ? "" : summary(a), b == null ? "" : summary(b));
            } else {
                add(where, "when", when(a.when()), when(b.when()));
                add(where, "off", YesNo.write(a.off()), YesNo.write(b.off()));
                settings(where, a.set(), b.set());
                add(where, "fix", keys(a.fix()), keys(b.fix()));
            }
        }
        add("the stack", "order", order(before, after), order(after, before));
    }

    private static String summary(Layer layer) {
        return when(layer.when()) + ": "
                + layer.set().entrySet().stream()
                        .map(one -> one.getKey().key() + " " + one.getValue().text())
                        .collect(Collectors.joining(", "));
    }

    private static String keys(Set<Setting> settings) {
        return settings.stream().map(Setting::key).sorted().collect(Collectors.joining(", "));
    }

    /** The layers that are in both, in the order of the first. */
    private static String order(Map<String, Layer> of, Map<String, Layer> other) {
        return of.keySet().stream().filter(other::containsKey).collect(Collectors.joining(", "));
    }

    private void settings(String where, Map<Setting, Value> a, Map<Setting, Value> b) {
        for (Setting setting : Setting.values()) {
            add(where, setting.key(), text(a, setting), text(b, setting));
        }
    }

    private static String text(Map<Setting, Value> set, Setting setting) {
        return set.containsKey(setting) ? set.get(setting).text() : "";
    }

    private static Map<String, String> overrides(Conventions of) {
        Map<String, String> all = new LinkedHashMap<>();
        for (SectionOverride one : of.overrides()) {
            String set = one.set().entrySet().stream()
                    .map(value -> value.getKey().key() + " " + value.getValue().text())
                    .collect(Collectors.joining(", "));
            all.merge(one.section(), set, (first, then) -> first + "; " + then);
        }
        return all;
    }

    private static Map<String, String> kept(Conventions of) {
        Map<String, String> all = new LinkedHashMap<>();
        for (Kept one : of.kept()) {
            List<String> words = new ArrayList<>(one.what().stream().sorted().toList());
            one.without().forEach(person -> words.add("without " + person));
            one.with().forEach(person -> words.add("with " + person));
            all.merge(one.section(), String.join(", ", words), (first, then) -> first + "; " + then);
        }
        return all;
    }

    private static Map<String, String> crossLists(Conventions of) {
        Map<String, String> all = new LinkedHashMap<>();
        for (CrossList one : of.crossLists()) {
            all.put(
                    one.id(),
                    one.lead().map(lead -> "lead " + lead + ", ").orElse("") + "joined "
                            + String.join(" ", one.joined()) + (one.approved() ? ", approved" : ""));
        }
        return all;
    }

    private void each(String where, Map<String, String> before, Map<String, String> after) {
        for (String name : both(before.keySet(), after.keySet())) {
            String a = Objects.requireNonNullElse(before.get(name), "");
            String b = Objects.requireNonNullElse(after.get(name), "");
            add(where + " " + name, "", a, b);
        }
    }

    private static Set<String> both(Set<String> a, Set<String> b) {
        Set<String> all = new LinkedHashSet<>(a);
        all.addAll(b);
        return all;
    }
}
