package chalkline.formats.conventions;

import chalkline.core.Bounds;
import chalkline.core.arrivals.Guards;
import chalkline.core.calendar.Break;
import chalkline.core.conventions.Condition;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.CrossList;
import chalkline.core.conventions.CrossListing;
import chalkline.core.conventions.Kept;
import chalkline.core.conventions.Kind;
import chalkline.core.conventions.Layer;
import chalkline.core.conventions.Move;
import chalkline.core.conventions.SectionOverride;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.Value;
import chalkline.core.conventions.ValueException;
import chalkline.core.conventions.When;
import chalkline.formats.FaultyFileException;
import chalkline.formats.yaml.Fields;
import chalkline.formats.yaml.Place;
import chalkline.formats.yaml.YamlTree;
import chalkline.formats.yaml.YamlTree.Entry;
import java.time.DateTimeException;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.snakeyaml.engine.v2.nodes.Node;
import org.snakeyaml.engine.v2.nodes.SequenceNode;

/**
 * Reads conventions from YAML 1.2. Unknown, mistyped and repeated keys are faults with line and column; all of them are
 * found in one pass.
 */
public final class ConventionsReader {
    private final YamlTree tree;
    private final Fields fields;
    private final Map<String, Place> places = new HashMap<>();
    /** How many items of each list were read, for their paths. */
    private final Map<String, Integer> counts = new HashMap<>();

    private ConventionsReader(String file) {
        this.tree = new YamlTree(file);
        this.fields = new Fields(tree);
    }

    /**
     * Reads conventions.
     *
     * @param file the name that faults carry
     */
    public static Conventions read(String file, String yaml) throws FaultyFileException {
        return readFile(file, yaml).conventions();
    }

    /**
     * Reads conventions together with the places that a registrar's list decides about.
     *
     * @param file the name that faults carry
     */
    public static ConventionsFile readFile(String file, String yaml) throws FaultyFileException {
        ConventionsReader reader = new ConventionsReader(file);
        Optional<Node> root = reader.tree.parse(yaml);
        Optional<Conventions> conventions = root.flatMap(reader::conventions);
        reader.tree.faults().throwIfAny();
        return new ConventionsFile(conventions.orElseThrow(), reader.places, file);
    }

    private Optional<Conventions> conventions(Node root) {
        Map<String, Entry> entries = tree.mapping(root, "the file");
        fields.known(
                entries,
                "chalkline",
                "zone",
                "weekStart",
                "limits",
                "breaks",
                "crossListing",
                "guards",
                "moves",
                "layers",
                "overrides",
                "crossLists",
                "kept");
        version(root, entries.get("chalkline"));
        Optional<ZoneId> zone = zone(root, entries.get("zone"));
        return Optional.of(new Conventions(
                zone.orElse(java.time.ZoneOffset.UTC),
                weekStart(entries.get("weekStart")),
                limits(entries.get("limits")),
                breaks(entries.get("breaks")),
                crossListing(entries.get("crossListing")),
                guards(entries.get("guards")),
                fields.items(entries.get("moves"), "moves", Bounds.MOVES, this::move),
                fields.items(entries.get("layers"), "layers", Bounds.LAYERS, this::layer),
                fields.items(entries.get("overrides"), "overrides", Bounds.OVERRIDES, this::override),
                crossLists(entries.get("crossLists")),
                fields.items(entries.get("kept"), "kept", Bounds.OVERRIDES, this::kept)));
    }

    private void version(Node root, Entry entry) {
        if (entry == null) {
            tree.fault(root, "the key chalkline is missing; write chalkline: 1");
        } else if (!tree.text(entry.value(), "chalkline").orElse("1").equals("1")) {
            tree.fault(entry.value(), "this version of the file is not known; write chalkline: 1");
        }
    }

    private Optional<ZoneId> zone(Node root, Entry entry) {
        if (entry == null) {
            tree.fault(root, "the key zone is missing; write for example zone: America/Halifax");
            return Optional.empty();
        }
        Optional<String> text = tree.text(entry.value(), "zone");
        try {
            if (text.isPresent() && ZoneId.getAvailableZoneIds().contains(text.get())) {
                return text.map(ZoneId::of);
            }
        } catch (DateTimeException noZone) {
            // answered below, like a name that is in no list
        }
        text.ifPresent(name -> tree.fault(entry.value(), "\"" + name + "\" is no IANA time zone"));
        return Optional.empty();
    }

    private DayOfWeek weekStart(Entry entry) {
        if (entry == null) {
            return DayOfWeek.MONDAY;
        }
        String text = tree.text(entry.value(), "weekStart").orElse("MONDAY");
        try {
            return DayOfWeek.valueOf(text);
        } catch (IllegalArgumentException noDay) {
            tree.fault(entry.value(), "\"" + text + "\" is no day; write for example MONDAY");
            return DayOfWeek.MONDAY;
        }
    }

    private Conventions.Limits limits(Entry entry) {
        if (entry == null) {
            return Conventions.Limits.USUAL;
        }
        Map<String, Entry> entries = tree.mapping(entry.value(), "limits");
        fields.known(entries, "code", "title");
        return new Conventions.Limits(
                fields.number(entries.get("code"), Conventions.Limits.USUAL.code(), Bounds.LIMITS),
                fields.number(entries.get("title"), Conventions.Limits.USUAL.title(), Bounds.LIMITS));
    }

    private Map<String, List<Break>> breaks(Entry entry) {
        Map<String, List<Break>> breaks = new LinkedHashMap<>();
        if (entry != null) {
            tree.mapping(entry.value(), "breaks").values().forEach(term -> {
                places.put("breaks/" + term.key(), tree.placeOf(term.keyNode()));
                breaks.put(term.key(), fields.items(term, "a term's breaks", Bounds.MOVES, this::pause));
            });
        }
        return breaks;
    }

    private Optional<Break> pause(Node node) {
        Map<String, Entry> entries = tree.mapping(node, "a break");
        fields.known(entries, "name", "from", "to");
        Optional<LocalDate> from = fields.day(node, entries, "from");
        Optional<LocalDate> to = fields.day(node, entries, "to");
        if (from.isPresent() && to.isPresent() && to.get().isBefore(from.get())) {
            tree.fault(entries.get("to").value(), "the break ends before it starts");
            return Optional.empty();
        }
        return from.isPresent() && to.isPresent()
                ? Optional.of(
                        new Break(fields.text(entries.get("name"), Bounds.NAME).orElse(""), from.get(), to.get()))
                : Optional.empty();
    }

    private CrossListing crossListing(Entry entry) {
        CrossListing usual = CrossListing.USUAL;
        if (entry == null) {
            return usual;
        }
        Map<String, Entry> entries = tree.mapping(entry.value(), "crossListing");
        fields.known(entries, "allow", "lead", "foldAt", "mark");
        return new CrossListing(
                fields.word(entries.get("allow"), usual.allow(), CrossListing.Allow.values(), CrossListing.Allow::key),
                fields.word(entries.get("lead"), usual.lead(), CrossListing.Lead.values(), CrossListing.Lead::key),
                fields.number(entries.get("foldAt"), usual.foldAt(), Integer.MAX_VALUE),
                marked(entries.get("mark"), usual.mark()));
    }

    private Set<CrossListing.Tier> marked(Entry entry, Set<CrossListing.Tier> usual) {
        if (entry == null) {
            return usual;
        }
        Set<CrossListing.Tier> marked = EnumSet.noneOf(CrossListing.Tier.class);
        for (Node node : tree.sequence(entry.value(), "mark")) {
            fields.word(node, "mark", CrossListing.Tier.values(), CrossListing.Tier::key)
                    .ifPresent(marked::add);
        }
        return marked;
    }

    private Guards guards(Entry entry) {
        Guards usual = Guards.USUAL;
        if (entry == null) {
            return usual;
        }
        Map<String, Entry> entries = tree.mapping(entry.value(), "guards");
        fields.known(entries, "sectionsOut", "instructorsOut", "drops", "from", "departments", "sources");
        Guards campus = guards(entries, usual);
        return new Guards(
                campus.sectionsOut(),
                campus.instructorsOut(),
                campus.drops(),
                campus.from(),
                guardsOfEach(entries.get("departments"), "departments", campus),
                guardsOfEach(entries.get("sources"), "sources", campus));
    }

    private Guards guards(Map<String, Entry> entries, Guards unlessSaid) {
        return new Guards(
                fields.perCent(entries.get("sectionsOut"), unlessSaid.sectionsOut()),
                fields.perCent(entries.get("instructorsOut"), unlessSaid.instructorsOut()),
                fields.perCent(entries.get("drops"), unlessSaid.drops()),
                fields.number(entries.get("from"), unlessSaid.from(), Integer.MAX_VALUE));
    }

    /** Of single departments or sources; what is not said of one is as for the campus. */
    private Map<String, Guards> guardsOfEach(Entry entry, String what, Guards campus) {
        if (entry == null) {
            return Map.of();
        }
        Map<String, Guards> each = new LinkedHashMap<>();
        tree.mapping(entry.value(), what).forEach((key, one) -> {
            Map<String, Entry> entries = tree.mapping(one.value(), what + "." + key);
            fields.known(entries, "sectionsOut", "instructorsOut", "drops", "from");
            each.put(key, guards(entries, campus));
        });
        return each;
    }

    /** The path of the next item of a list, which stands at a node. */
    private String path(String list, Node at) {
        String path = list + "/" + (counts.merge(list, 1, Integer::sum) - 1);
        places.put(path, tree.placeOf(at));
        return path;
    }

    private Optional<Move> move(Node node) {
        Map<String, Entry> entries = tree.mapping(node, "a move");
        fields.known(entries, "when", "to", "since", "name", "college");
        String path = path("moves", node);
        entries.values().forEach(entry -> places.put(path + "/" + entry.key(), tree.placeOf(entry.value())));
        Optional<String> to = fields.required(node, entries, "to");
        return to.map(org -> new Move(
                when(entries.get("when"), path),
                org,
                fields.text(entries.get("since"), Bounds.ID),
                fields.text(entries.get("name"), Bounds.NAME),
                fields.text(entries.get("college"), Bounds.ID)));
    }

    private Optional<Layer> layer(Node node) {
        Map<String, Entry> entries = tree.mapping(node, "a layer");
        fields.known(entries, "name", "when", "fix", "set", "off");
        return Optional.of(new Layer(
                fields.text(entries.get("name"), Bounds.NAME).orElse(""),
                when(entries.get("when"), path("layers", node)),
                settings(entries.get("set")),
                fixed(entries.get("fix")),
                fields.yes(entries.get("off"))));
    }

    private When when(Entry entry, String path) {
        Map<Condition, List<String>> conditions = new LinkedHashMap<>();
        if (entry != null) {
            for (Entry condition : tree.mapping(entry.value(), "when").values()) {
                Optional<Condition> named = Condition.named(condition.key());
                if (named.isEmpty()) {
                    tree.fault(condition.keyNode(), "there is no condition \"" + condition.key() + "\"");
                    continue;
                }
                List<String> values = tree.texts(condition.value(), condition.key());
                try {
                    When.of(Map.of(named.get(), values));
                    conditions.put(named.get(), values);
                    List<Node> nodes = tree.items(condition.value());
                    for (int i = 0; i < nodes.size(); i++) {
                        places.put(path + "/when/" + condition.key() + "/" + i, tree.placeOf(nodes.get(i)));
                    }
                } catch (ValueException e) {
                    tree.fault(condition.value(), e.getMessage());
                }
            }
        }
        try {
            return When.of(conditions);
        } catch (ValueException checkedAbove) {
            throw new IllegalStateException(checkedAbove);
        }
    }

    private Map<Setting, Value> settings(Entry entry) {
        Map<Setting, Value> settings = new LinkedHashMap<>();
        if (entry != null) {
            for (Entry set : tree.mapping(entry.value(), "set").values()) {
                setting(set.key(), set.keyNode())
                        .ifPresent(setting ->
                                value(setting, set.value()).ifPresent(value -> settings.put(setting, value)));
            }
        }
        return settings;
    }

    private Optional<Setting> setting(String key, Node at) {
        Optional<Setting> setting = Setting.named(key);
        if (setting.isEmpty()) {
            tree.fault(at, "there is no setting \"" + key + "\"");
        }
        return setting;
    }

    private Optional<Value> value(Setting setting, Node node) {
        try {
            if (node instanceof SequenceNode && (setting.kind() == Kind.CHOICES || setting.kind() == Kind.TOKENS)) {
                return Optional.of(Value.of(setting, tree.texts(node, setting.key())));
            }
            Optional<String> text = tree.text(node, setting.key());
            return text.isEmpty() ? Optional.empty() : Optional.of(Value.of(setting, text.get()));
        } catch (ValueException e) {
            String place = setting.kind() == Kind.PATTERN ? "column " + e.column() + " of the pattern: " : "";
            tree.fault(node, setting.key() + ": " + place + e.getMessage());
            return Optional.empty();
        }
    }

    private Set<Setting> fixed(Entry entry) {
        Set<Setting> fixed = EnumSet.noneOf(Setting.class);
        if (entry != null) {
            for (Node node : tree.sequence(entry.value(), "fix")) {
                tree.text(node, "fix").flatMap(key -> setting(key, node)).ifPresent(fixed::add);
            }
        }
        return fixed;
    }

    private Optional<SectionOverride> override(Node node) {
        Map<String, Entry> entries = tree.mapping(node, "an override");
        fields.known(entries, "section", "set");
        Optional<String> section = fields.required(node, entries, "section");
        String path = path("overrides", node);
        section.ifPresent(id -> places.put(
                path + "/section", tree.placeOf(entries.get("section").value())));
        Map<Setting, Value> set = new EnumMap<>(Setting.class);
        set.putAll(settings(entries.get("set")));
        return section.map(id -> new SectionOverride(id, set));
    }

    private Optional<Kept> kept(Node node) {
        Map<String, Entry> entries = tree.mapping(node, "what is kept");
        fields.known(entries, "section", "what", "without", "with", "reason");
        Optional<String> section = fields.required(node, entries, "section");
        Set<String> what = new LinkedHashSet<>(texts(entries.get("what"), "what"));
        what.stream()
                .filter(word -> !isKept(word))
                .forEach(word -> tree.fault(
                        entries.get("what").value(),
                        "\"" + word + "\" is neither a setting nor closed, deleted or standing"));
        return section.map(id -> new Kept(
                id,
                what,
                texts(entries.get("without"), "without"),
                texts(entries.get("with"), "with"),
                fields.text(entries.get("reason"), Bounds.REASON).orElse("")));
    }

    private static boolean isKept(String word) {
        return Setting.named(word).isPresent()
                || Arrays.stream(Kept.Part.values()).anyMatch(part -> part.key().equals(word));
    }

    private List<String> texts(Entry entry, String name) {
        List<String> texts = new ArrayList<>();
        if (entry != null) {
            List<Node> nodes = tree.sequence(entry.value(), name);
            if (nodes.size() > Bounds.CONDITION_VALUES) {
                tree.fault(entry.value(), "at most " + Bounds.CONDITION_VALUES + " of " + name);
            }
            for (Node node : nodes.subList(0, Math.min(nodes.size(), Bounds.CONDITION_VALUES))) {
                tree.text(node, name).ifPresent(text -> {
                    Bounds.tooLong(text, Bounds.ID).ifPresent(reason -> tree.fault(node, reason));
                    texts.add(text);
                });
            }
        }
        return texts;
    }

    private List<CrossList> crossLists(Entry entry) {
        Set<String> ids = new HashSet<>();
        return fields.items(entry, "crossLists", Bounds.OVERRIDES, node -> {
            Map<String, Entry> entries = tree.mapping(node, "a cross-list");
            fields.known(entries, "id", "lead", "joined", "approved", "reason");
            path("crossLists", node);
            Optional<String> id = fields.required(node, entries, "id");
            if (id.isPresent() && !ids.add(id.get())) {
                tree.fault(entries.get("id").value(), "an earlier cross-list has the id \"" + id.get() + "\" too");
            }
            Entry joined = entries.get("joined");
            List<String> sections = joined == null ? List.of() : joined(joined);
            if (joined == null) {
                tree.fault(node, "the key joined is missing");
            }
            return id.map(text -> new CrossList(
                    text,
                    fields.text(entries.get("lead"), Bounds.ID),
                    sections,
                    fields.yes(entries.get("approved")),
                    fields.text(entries.get("reason"), Bounds.REASON).orElse("")));
        });
    }

    private List<String> joined(Entry entry) {
        List<String> sections = new ArrayList<>();
        List<Node> nodes = tree.sequence(entry.value(), "joined");
        if (nodes.size() > Bounds.JOINED) {
            tree.fault(entry.value(), "at most " + Bounds.JOINED + " sections join a cross-list");
        }
        nodes.stream()
                .limit(Bounds.JOINED)
                .forEach(node -> tree.text(node, "joined").ifPresent(sections::add));
        return sections;
    }
}
