package chalkline.formats.conventions;

import chalkline.formats.conventions.YamlTree.Entry;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.snakeyaml.engine.v2.nodes.Node;

/** Reads single fields of a conventions file; a field that is not there has its usual value, a wrong one is a fault. */
final class Fields {
    private final YamlTree tree;

    Fields(YamlTree tree) {
        this.tree = tree;
    }

    void known(Map<String, Entry> entries, String... keys) {
        Set<String> set = Set.of(keys);
        entries.values().stream()
                .filter(entry -> !set.contains(entry.key()))
                .forEach(entry -> tree.fault(entry.keyNode(), "there is no key \"" + entry.key() + "\" here"));
    }

    int number(Entry entry, int unless) {
        if (entry == null) {
            return unless;
        }
        String text = tree.text(entry.value(), entry.key()).orElse("1");
        if (text.matches("0*[1-9][0-9]{0,8}")) {
            return Integer.parseInt(text);
        }
        tree.fault(entry.value(), "\"" + text + "\" is no whole number from 1");
        return unless;
    }

    Optional<LocalDate> day(Node node, Map<String, Entry> entries, String key) {
        Optional<String> text = required(node, entries, key);
        try {
            return text.map(LocalDate::parse);
        } catch (DateTimeException noDay) {
            tree.fault(entries.get(key).value(), "\"" + text.orElse("") + "\" is no day; write YYYY-MM-DD");
            return Optional.empty();
        }
    }

    <T> T word(Entry entry, T unless, T[] words, Function<T, String> key) {
        if (entry == null) {
            return unless;
        }
        String text = tree.text(entry.value(), entry.key()).orElse(key.apply(unless));
        for (T word : words) {
            if (key.apply(word).equals(text)) {
                return word;
            }
        }
        List<String> known = Arrays.stream(words).map(key).toList();
        tree.fault(entry.value(), "\"" + text + "\" is none of " + String.join(", ", known));
        return unless;
    }

    boolean yes(Entry entry) {
        String text = text(entry).orElse("no");
        if (!Set.of("yes", "no", "true", "false").contains(text)) {
            tree.fault(entry.value(), "\"" + text + "\" is neither yes nor no");
        }
        return text.equals("yes") || text.equals("true");
    }

    interface Item<T> {
        Optional<T> read(Node node);
    }

    <T> List<T> items(Entry entry, String what, Item<T> item) {
        List<T> list = new ArrayList<>();
        if (entry != null) {
            tree.sequence(entry.value(), what).forEach(node -> item.read(node).ifPresent(list::add));
        }
        return List.copyOf(list);
    }

    Optional<String> text(Entry entry) {
        return entry == null ? Optional.empty() : tree.text(entry.value(), entry.key());
    }

    Optional<String> required(Node node, Map<String, Entry> entries, String key) {
        Entry entry = entries.get(key);
        if (entry == null) {
            tree.fault(node, "the key " + key + " is missing");
            return Optional.empty();
        }
        return tree.text(entry.value(), key);
    }
}
