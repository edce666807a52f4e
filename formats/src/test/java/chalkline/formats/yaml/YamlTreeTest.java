package chalkline.formats.yaml;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.Bounds;
import chalkline.formats.Fault;
import chalkline.formats.FaultyFileException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.snakeyaml.engine.v2.api.Dump;
import org.snakeyaml.engine.v2.api.DumpSettings;
import org.snakeyaml.engine.v2.api.Load;
import org.snakeyaml.engine.v2.api.LoadSettings;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.Node;
import org.snakeyaml.engine.v2.nodes.SequenceNode;

class YamlTreeTest {
    private static final List<String> TEXTS = List.of(
            "Tides",
            "{label} {title}",
            "a: b",
            "# no comment",
            "- no item",
            "'quoted'",
            "two\nlines",
            "ümläut 学期",
            "",
            " ");

    private static List<Fault> faults(YamlTree tree) {
        try {
            tree.faults().throwIfAny();
            return List.of();
        } catch (FaultyFileException e) {
            return e.faults();
        }
    }

    private static Object random(Random random, int depth) {
        return switch (depth == 0 ? 2 : random.nextInt(3)) {
            case 0 -> {
                Map<String, Object> map = new LinkedHashMap<>();
                for (int i = random.nextInt(4); i > 0; i--) {
                    map.put("key" + i, random(random, depth - 1));
                }
                yield map;
            }
            case 1 -> {
                List<Object> list = new ArrayList<>();
                for (int i = random.nextInt(4); i > 0; i--) {
                    list.add(random(random, depth - 1));
                }
                yield list;
            }
            default -> TEXTS.get(random.nextInt(TEXTS.size()));
        };
    }

    private static Object asObject(YamlTree tree, Node node) {
        if (node instanceof MappingNode) {
            Map<String, Object> map = new LinkedHashMap<>();
            tree.mapping(node, "it").forEach((key, entry) -> map.put(key, asObject(tree, entry.value())));
            return map;
        }
        if (node instanceof SequenceNode) {
            return tree.sequence(node, "it").stream()
                    .map(one -> asObject(tree, one))
                    .toList();
        }
        return tree.text(node, "it").orElseThrow();
    }

    @Test
    void readsWhatTheLibraryWritesAsTheLibraryDoes() {
        // against the library's own loader, which knows no places
        Random random = new Random(12);
        for (int i = 0; i < 500; i++) {
            Object document = Map.of("document", random(random, 4));
            String text = new Dump(DumpSettings.builder().build()).dumpToString(document);
            YamlTree tree = new YamlTree("it.yaml");
            Object read = asObject(tree, tree.parse(text).orElseThrow());
            assertThat(faults(tree)).isEmpty();
            assertThat(read)
                    .isEqualTo(document)
                    .isEqualTo(new Load(LoadSettings.builder().build()).loadFromString(text));
        }
    }

    @Test
    void knowsTheLineAndColumnOfEveryKey() {
        YamlTree tree = new YamlTree("it.yaml");
        Node root = tree.parse("a: 1\nbcd:\n  - e\n  -   f: 2\n").orElseThrow();
        Map<String, YamlTree.Entry> entries = tree.mapping(root, "it");
        assertThat(tree.placeOf(entries.get("a").value())).isEqualTo(new Place(1, 4));
        assertThat(tree.placeOf(entries.get("bcd").keyNode())).isEqualTo(new Place(2, 1));
        List<Node> items = tree.sequence(entries.get("bcd").value(), "bcd");
        assertThat(tree.placeOf(items.get(0))).isEqualTo(new Place(3, 5));
        assertThat(tree.placeOf(tree.mapping(items.get(1), "f").get("f").value()))
                .isEqualTo(new Place(4, 10));
    }

    @Test
    void whatHasTheWrongTypeIsToldAtItsPlace() {
        YamlTree tree = new YamlTree("it.yaml");
        Map<String, YamlTree.Entry> entries =
                tree.mapping(tree.parse("a: [1]\nb: {c: d}\na: 2\n").orElseThrow(), "it");
        assertThat(tree.text(entries.get("a").value(), "a")).isEmpty();
        assertThat(tree.sequence(entries.get("b").value(), "b")).isEmpty();
        assertThat(tree.mapping(entries.get("a").value(), "a")).isEmpty();
        assertThat(faults(tree))
                .extracting(Fault::line, Fault::column)
                .containsExactlyInAnyOrder(
                        org.assertj.core.groups.Tuple.tuple(3L, "1"),
                        org.assertj.core.groups.Tuple.tuple(1L, "4"),
                        org.assertj.core.groups.Tuple.tuple(2L, "4"),
                        org.assertj.core.groups.Tuple.tuple(1L, "4"));
    }

    @Test
    void oneTextStandsForAListOfOne() {
        YamlTree tree = new YamlTree("it.yaml");
        Map<String, YamlTree.Entry> entries =
                tree.mapping(tree.parse("a: one\nb: [one, two]\n").orElseThrow(), "it");
        assertThat(tree.texts(entries.get("a").value(), "a")).containsExactly("one");
        assertThat(tree.texts(entries.get("b").value(), "b")).containsExactly("one", "two");
        assertThat(tree.items(entries.get("a").value())).hasSize(1);
        assertThat(faults(tree)).isEmpty();
    }

    @Test
    void filesThatAreNoDocumentAreRefusedWithTheReason() {
        Map<String, String> reasons = Map.of(
                "",
                "the file is empty",
                "a: 1\n---\nb: 2\n",
                "the file holds several documents; one is wanted",
                "a: [1, 2\n",
                "this is no YAML: ",
                "title: {label} {title}\n",
                "a pattern that starts with { or [ stands in quotes",
                "[".repeat(Bounds.YAML_DEPTH + 1) + "]".repeat(Bounds.YAML_DEPTH + 1),
                "levels stand inside each other");
        reasons.forEach((text, reason) -> {
            YamlTree tree = new YamlTree("it.yaml");
            assertThat(tree.parse(text)).as(text).isEmpty();
            assertThat(faults(tree)).as(text).singleElement().satisfies(fault -> {
                assertThat(fault.file()).isEqualTo("it.yaml");
                assertThat(fault.reason()).contains(reason);
            });
        });
    }
}
