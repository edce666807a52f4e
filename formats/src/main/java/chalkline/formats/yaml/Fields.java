package chalkline.formats.yaml;

import chalkline.core.Bounds;
import chalkline.core.naming.Characters;
import chalkline.core.naming.YesNo;
import chalkline.formats.yaml.YamlTree.Entry;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.Function;
import org.snakeyaml.engine.v2.nodes.Node;

/** Reads single fields of a conventions file; a field that is not there has its usual value, a wrong one is a fault. */
public final class Fields {
    private final YamlTree tree;

    public Fields(YamlTree tree) {
        this.tree = tree;
    }

    public void known(Map<String, Entry> entries, String... keys) {
        Set<String> set = Set.of(keys);
        entries.values().stream()
                .filter(entry -> !set.contains(entry.key()))
                .forEach(entry -> tree.fault(entry.keyNode(), "there is no key \"" + entry.key() + "\" here"));
    }

    public int number(Entry entry, int unless, int most) {
        if (entry == null) {
            return unless;
        }
        String text = tree.text(entry.value(), entry.key()).orElse("1");
        if (text.matches("0{0,9}[1-9][0-9]{0,8}") && Integer.parseInt(text) <= most) {
            return Integer.parseInt(text);
        }
        String to = most == Integer.MAX_VALUE ? "" : " to " + most;
        tree.fault(entry.value(), "\"" + text + "\" is no whole number from 1" + to);
        return unless;
    }

    /** A whole number from 0 to 100. */
    public int perCent(Entry entry, int unless) {
        if (entry == null) {
            return unless;
        }
        String text = tree.text(entry.value(), entry.key()).orElse("0");
        if (text.matches("0*(100|[1-9]?[0-9])")) {
            return Integer.parseInt(text);
        }
        tree.fault(entry.value(), "\"" + text + "\" is no whole number from 0 to 100");
        return unless;
    }

    public Optional<LocalDate> day(Node node, Map<String, Entry> entries, String key) {
        Optional<String> text = required(node, entries, key);
        try {
            Optional<LocalDate> day = text.map(LocalDate::parse);
            Optional<String> outside = day.flatMap(Bounds::outside);
            outside.ifPresent(reason -> tree.fault(entries.get(key).value(), reason));
            return outside.isPresent() ? Optional.empty() : day;
        } catch (DateTimeException noDay) {
            tree.fault(entries.get(key).value(), "\"" + text.orElse("") + "\" is no day; write YYYY-MM-DD");
            return Optional.empty();
        }
    }

    public <T> T word(Entry entry, T unless, T[] words, Function<T, String> key) {
        if (entry == null) {
            return unless;
        }
        return word(entry.value(), entry.key(), words, key).orElse(unless);
    }

    /** One of some words; empty, with a fault, where it is none of them. */
    public <T> Optional<T> word(Node node, String what, T[] words, Function<T, String> key) {
        Optional<String> text = tree.text(node, what);
        for (T word : words) {
            if (text.isPresent() && key.apply(word).equals(text.get())) {
                return Optional.of(word);
            }
        }
        List<String> known = Arrays.stream(words).map(key).toList();
        text.ifPresent(wrong -> tree.fault(node, "\"" + wrong + "\" is none of " + String.join(", ", known)));
        return Optional.empty();
    }

    public boolean yes(Entry entry) {
        String text = text(entry).orElse("no");
        Optional<Boolean> yes = YesNo.read(text);
        if (yes.isEmpty()) {
            tree.fault(entry.value(), "\"" + text + "\" is neither yes nor no");
        }
        return yes.orElse(false);
    }

    public interface Item<T> {
        Optional<T> read(Node node);
    }

    /** @param most how many are taken */
    public <T> List<T> items(Entry entry, String what, int most, Item<T> item) {
        List<T> list = new ArrayList<>();
        if (entry != null) {
            List<Node> nodes = tree.sequence(entry.value(), what);
            if (nodes.size() > most) {
                tree.fault(nodes.get(most), what + " has " + nodes.size() + " items; at most " + most + " are taken");
            }
            nodes.stream().limit(most).forEach(node -> item.read(node).ifPresent(list::add));
        }
        return List.copyOf(list);
    }

    public Optional<String> text(Entry entry) {
        return text(entry, Bounds.FIELD);
    }

    /** @param most how many characters it may have */
    public Optional<String> text(Entry entry, int most) {
        return entry == null ? Optional.empty() : within(entry, most);
    }

    private static Optional<String> odd(String text) {
        OptionalInt at = Characters.firstOdd(text);
        return at.isPresent() ? Optional.of(Characters.reason(text, at.getAsInt())) : Optional.empty();
    }

    private Optional<String> within(Entry entry, int most) {
        Optional<String> text = tree.text(entry.value(), entry.key());
        Optional<String> wrong = text.flatMap(it -> Bounds.tooLong(it, most).or(() -> odd(it)));
        wrong.ifPresent(reason -> tree.fault(entry.value(), entry.key() + ": " + reason));
        return wrong.isPresent() ? Optional.empty() : text;
    }

    public Optional<String> required(Node node, Map<String, Entry> entries, String key) {
        Entry entry = entries.get(key);
        if (entry == null) {
            tree.fault(node, "the key " + key + " is missing");
            return Optional.empty();
        }
        return within(entry, Bounds.ID);
    }
}
