package chalkline.formats.yaml;

import chalkline.core.Bounds;
import chalkline.core.naming.Characters;
import chalkline.formats.Fault;
import chalkline.formats.Faults;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.snakeyaml.engine.v2.api.LoadSettings;
import org.snakeyaml.engine.v2.common.FlowStyle;
import org.snakeyaml.engine.v2.composer.Composer;
import org.snakeyaml.engine.v2.exceptions.Mark;
import org.snakeyaml.engine.v2.exceptions.MarkedYamlEngineException;
import org.snakeyaml.engine.v2.exceptions.YamlEngineException;
import org.snakeyaml.engine.v2.nodes.CollectionNode;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.Node;
import org.snakeyaml.engine.v2.nodes.NodeTuple;
import org.snakeyaml.engine.v2.nodes.ScalarNode;
import org.snakeyaml.engine.v2.nodes.SequenceNode;

/** A YAML 1.2 document as a tree of nodes that know their places; what has the wrong type becomes a fault. */
public final class YamlTree {
    /** A key, or an item of a list in one line, whose value starts with a brace and goes on behind it. */
    private static final Pattern BARE_PATTERN = Pattern.compile("[A-Za-z]+: *\\{[A-Za-z.]+(:[^}\"]*)?\\}");

    private final String file;
    private final Faults faults = new Faults();

    public YamlTree(String file) {
        this.file = file;
    }

    public Faults faults() {
        return faults;
    }

    /** The root of the only document; empty, with a fault, where there is none or it cannot be read. */
    public Optional<Node> parse(String text) {
        try {
            List<Node> documents = new ArrayList<>();
            LoadSettings settings = LoadSettings.builder()
                    .setLabel(file)
                    .setCodePointLimit(Bounds.DOCUMENT)
                    .setMaxAliasesForCollections(50)
                    .setUseMarks(true)
                    .build();
            new Composer(settings, new ShallowParser(settings, text)).forEachRemaining(documents::add);
            if (documents.size() == 1) {
                return Optional.of(documents.get(0));
            }
            faults.add(Fault.ofFile(
                    file,
                    documents.isEmpty() ? "the file is empty" : "the file holds several documents; one is wanted"));
        } catch (MarkedYamlEngineException e) {
            Optional<Mark> mark = e.getProblemMark().or(e::getContextMark);
            faults.add(new Fault(
                    file,
                    mark.map(m -> m.getLine() + 1).orElse(1),
                    Integer.toString(mark.map(m -> m.getColumn() + 1).orElse(1)),
                    "this is no YAML: " + e.getProblem() + hint(text, mark)));
        } catch (YamlEngineException e) {
            faults.add(Fault.ofFile(file, "this is no YAML: " + e.getMessage()));
        }
        return Optional.empty();
    }

    /** A pattern without quotes is the usual reason: YAML takes its braces and brackets for its own. */
    private static String hint(String text, Optional<Mark> mark) {
        boolean bare = mark.map(Mark::getLine)
                .map(line -> text.lines().skip(Math.max(0, line - 1)).limit(2))
                .orElse(Stream.empty())
                .anyMatch(line -> BARE_PATTERN.matcher(line).find());
        return bare ? "; a pattern that starts with { or [ stands in quotes: title: \"{label} {title}\"" : "";
    }

    public void fault(Node at, String reason) {
        Place place = placeOf(at);
        faults.add(new Fault(file, place.line(), Integer.toString(place.column()), reason));
    }

    public Place placeOf(Node node) {
        Optional<Mark> mark = node.getStartMark();
        return new Place(
                mark.map(m -> m.getLine() + 1).orElse(1),
                mark.map(m -> m.getColumn() + 1).orElse(1));
    }

    /** One key of a mapping with its value. */
    public record Entry(String key, Node keyNode, Node value) {}

    /** The entries of a mapping by key, in order; a repeated key is a fault and left out. */
    public Map<String, Entry> mapping(Node node, String what) {
        Map<String, Entry> entries = new LinkedHashMap<>();
        if (node instanceof MappingNode mapping) {
            for (NodeTuple tuple : mapping.getValue()) {
                if (tuple.getKeyNode() instanceof ScalarNode key) {
                    Entry entry = new Entry(key.getValue(), key, tuple.getValueNode());
                    if (entries.putIfAbsent(entry.key(), entry) != null) {
                        fault(key, "the key \"" + entry.key() + "\" stands here twice");
                    }
                } else {
                    fault(tuple.getKeyNode(), "a key must be a word");
                }
            }
        } else {
            fault(node, what + " wants keys with values here");
        }
        return entries;
    }

    public List<Node> sequence(Node node, String what) {
        if (node instanceof SequenceNode sequence) {
            return sequence.getValue();
        }
        fault(node, what + " wants a list here");
        return List.of();
    }

    /** The text of a scalar as written. */
    public Optional<String> text(Node node, String what) {
        if (node instanceof ScalarNode scalar) {
            OptionalInt odd = Characters.firstOddInPattern(scalar.getValue());
            if (odd.isPresent()) {
                fault(node, Characters.reason(scalar.getValue(), odd.getAsInt()));
                return Optional.empty();
            }
            return Optional.of(scalar.getValue());
        }
        boolean likePattern = node instanceof MappingNode || node instanceof SequenceNode;
        boolean inOneLine = node.getStartMark().isPresent() && FlowStyle.FLOW.equals(styleOf(node));
        fault(
                node,
                what + " wants one value here"
                        + (likePattern && inOneLine
                                ? "; a pattern that starts with { or [ stands in quotes: " + what
                                        + ": \"{label} {title}\""
                                : ""));
        return Optional.empty();
    }

    private static FlowStyle styleOf(Node node) {
        return node instanceof CollectionNode<?> collection ? collection.getFlowStyle() : FlowStyle.AUTO;
    }

    /** The items of a list, or what stands alone. */
    public List<Node> items(Node node) {
        return node instanceof SequenceNode sequence ? sequence.getValue() : List.of(node);
    }

    /** One text, or a list of them. */
    public List<String> texts(Node node, String what) {
        if (node instanceof SequenceNode sequence) {
            List<String> texts = new ArrayList<>();
            sequence.getValue().forEach(item -> text(item, what).ifPresent(texts::add));
            return texts;
        }
        return text(node, what).map(List::of).orElse(List.of());
    }
}
