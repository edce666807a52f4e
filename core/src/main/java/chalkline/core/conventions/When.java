package chalkline.core.conventions;

import chalkline.core.Bounds;
import chalkline.core.arrivals.Section;
import chalkline.core.naming.Text;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;

/**
 * The conditions of a layer or a move. All of them must hold; one holds when any of its values does. Without conditions
 * every section matches.
 */
public final class When {
    public static final When ALWAYS = new When(Map.of());

    private final Map<Condition, List<String>> conditions;
    private final Map<Condition, Set<String>> caseless = new EnumMap<>(Condition.class);
    private final List<Level> levels;

    private When(Map<Condition, List<String>> conditions) {
        this.conditions = conditions;
        conditions.forEach((condition, values) -> {
            Set<String> set = new HashSet<>();
            values.forEach(value -> set.add(Text.caseless(value)));
            caseless.put(condition, set);
        });
        caseless.remove(Condition.LEVEL);
        this.levels = conditions.getOrDefault(Condition.LEVEL, List.of()).stream()
                .map(Level::known)
                .toList();
    }

    /** Conditions with their values as written, in that order. */
    public static When of(Map<Condition, List<String>> conditions) throws ValueException {
        for (List<String> values : conditions.values()) {
            if (values.size() > Bounds.CONDITION_VALUES) {
                throw new ValueException(1, "a condition takes at most " + Bounds.CONDITION_VALUES + " values");
            }
            for (String value : values) {
                Optional<String> tooLong = Bounds.tooLong(value, Bounds.FIELD);
                if (tooLong.isPresent()) {
                    throw new ValueException(1, tooLong.get());
                }
            }
        }
        for (String level : conditions.getOrDefault(Condition.LEVEL, List.of())) {
            Level.parse(level);
        }
        return conditions.isEmpty() ? ALWAYS : new When(new LinkedHashMap<>(conditions));
    }

    /** Conditions that are known to be right. */
    static When known(Map<Condition, List<String>> conditions) {
        try {
            return of(conditions);
        } catch (ValueException impossible) {
            throw new IllegalArgumentException(conditions.toString(), impossible);
        }
    }

    /** As written. */
    public Map<Condition, List<String>> conditions() {
        return conditions;
    }

    public boolean matches(Section section) {
        for (Map.Entry<Condition, Set<String>> entry : caseless.entrySet()) {
            if (!anyOf(entry.getKey().facts(section), entry.getValue())) {
                return false;
            }
        }
        return !conditions.containsKey(Condition.LEVEL)
                || levelMatches(section.code().level());
    }

    private static boolean anyOf(List<String> facts, Set<String> wanted) {
        for (String fact : facts) {
            if (wanted.contains(Text.caseless(fact))) {
                return true;
            }
        }
        return false;
    }

    private boolean levelMatches(OptionalInt level) {
        return level.isPresent() && levels.stream().anyMatch(range -> range.has(level.getAsInt()));
    }

    /** A range of course levels, both ends inclusive. */
    private record Level(int from, int to) {
        static Level parse(String text) throws ValueException {
            java.util.regex.Matcher m = java.util.regex.Pattern.compile("([0-9]{1,9})(?:\\s*-\\s*([0-9]{1,9}))?")
                    .matcher(Text.trim(text));
            if (!m.matches()) {
                throw new ValueException(1, "\"" + text + "\" is no level; write for example 400-599 or 210");
            }
            int from = Integer.parseInt(m.group(1));
            int to = m.group(2) == null ? from : Integer.parseInt(m.group(2));
            if (to < from) {
                throw new ValueException(1, "the level range \"" + text + "\" runs backwards");
            }
            return new Level(from, to);
        }

        static Level known(String text) {
            try {
                return parse(text);
            } catch (ValueException e) {
                throw new IllegalArgumentException(text, e);
            }
        }

        boolean has(int level) {
            return from <= level && level <= to;
        }
    }
}
