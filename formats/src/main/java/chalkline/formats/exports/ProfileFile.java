package chalkline.formats.exports;

import chalkline.core.Bounds;
import chalkline.core.exports.ExportDraft;
import chalkline.core.exports.ExportReading;
import chalkline.core.naming.YesNo;
import chalkline.formats.FaultyFileException;
import chalkline.formats.yaml.Fields;
import chalkline.formats.yaml.YamlTree;
import chalkline.formats.yaml.YamlTree.Entry;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.snakeyaml.engine.v2.api.Dump;
import org.snakeyaml.engine.v2.api.DumpSettings;
import org.snakeyaml.engine.v2.common.FlowStyle;
import org.snakeyaml.engine.v2.nodes.Node;

/**
 * An export profile as a YAML 1.2 file, read and written; what is as usual is left out. Unknown, mistyped and repeated keys,
 * and everything that makes no profile, are faults with line and column, all found in one pass.
 */
public final class ProfileFile {
    private final YamlTree tree;
    private final Fields fields;
    private final Map<String, Node> places = new HashMap<>();

    private ProfileFile(String file) {
        this.tree = new YamlTree(file);
        this.fields = new Fields(tree);
    }

    /**
     * Reads a profile that is known to be right then.
     *
     * @param file the name that faults carry
     */
    public static ExportDraft read(String file, String yaml) throws FaultyFileException {
        ProfileFile reader = new ProfileFile(file);
        Optional<Node> root = reader.tree.parse(yaml);
        Optional<ExportDraft> draft = root.map(reader::draft);
        reader.tree.faults().throwIfAny();
        ExportReading.of(draft.orElseThrow())
                .wrong()
                .forEach(wrong -> reader.tree.fault(reader.nearest(wrong.path(), root.orElseThrow()), wrong.reason()));
        reader.tree.faults().throwIfAny();
        return draft.orElseThrow();
    }

    /** The place of a path, or of what it stands in where the file does not say it. */
    private Node nearest(String path, Node root) {
        String up = path;
        while (!places.containsKey(up)) {
            int slash = up.lastIndexOf('/');
            if (slash < 0) {
                return root;
            }
            up = up.substring(0, slash);
        }
        return places.get(up);
    }

    private ExportDraft draft(Node root) {
        Map<String, Entry> entries = tree.mapping(root, "the file");
        fields.known(entries, "chalkline", "profile", "rows", "form", "values", "files", "columns", "results");
        if (!text(entries, "", "chalkline", "").equals("1")) {
            tree.fault(root, "this is no file of a version that is known; write chalkline: 1");
        }
        Map<String, Entry> files = part(entries, "files", "name", "by", "rows");
        return new ExportDraft(
                text(entries, "", "profile", ""),
                text(entries, "", "rows", "shells"),
                form(part(entries, "form", "kind", "delimiter", "encoding", "mark", "quotes", "lineEnds", "headings")),
                values(part(entries, "values", "dates", "zone", "yes", "no", "status", "roles")),
                text(files, "files/", "name", ""),
                text(files, "files/", "by", ""),
                fields.number(files.get("rows"), 0, Integer.MAX_VALUE),
                columns(entries.get("columns")),
                results(entries));
    }

    private Map<String, Entry> part(Map<String, Entry> entries, String key, String... keys) {
        Entry entry = entries.get(key);
        if (entry == null) {
            return Map.of();
        }
        places.put(key, entry.value());
        Map<String, Entry> part = tree.mapping(entry.value(), key);
        fields.known(part, keys);
        return part;
    }

    private String text(Map<String, Entry> entries, String path, String key, String unless) {
        Entry entry = entries.get(key);
        if (entry == null) {
            return unless;
        }
        places.put(path + key, entry.value());
        return tree.text(entry.value(), key).orElse(unless);
    }

    private boolean yes(Map<String, Entry> entries, String key, boolean unless) {
        return entries.containsKey(key) ? fields.yes(entries.get(key)) : unless;
    }

    private ExportDraft.Form form(Map<String, Entry> form) {
        ExportDraft.Form usual = ExportDraft.Form.USUAL;
        String[] quotes = {"needed", "always"};
        String[] ends = {"crlf", "lf"};
        return new ExportDraft.Form(
                text(form, "form/", "kind", usual.kind()),
                text(form, "form/", "delimiter", usual.delimiter()),
                text(form, "form/", "encoding", usual.encoding()),
                yes(form, "mark", usual.mark()),
                fields.word(form.get("quotes"), quotes[0], quotes, word -> word).equals(quotes[1]),
                fields.word(form.get("lineEnds"), ends[0], ends, word -> word).equals(ends[0]),
                yes(form, "headings", usual.headings()));
    }

    private ExportDraft.Values values(Map<String, Entry> values) {
        ExportDraft.Values usual = ExportDraft.Values.USUAL;
        return new ExportDraft.Values(
                text(values, "values/", "dates", usual.dates()),
                text(values, "values/", "zone", usual.zone()),
                text(values, "values/", "yes", usual.yes()),
                text(values, "values/", "no", usual.no()),
                words(values, "values/", "status"),
                words(values, "values/", "roles"));
    }

    private Map<String, String> words(Map<String, Entry> entries, String path, String key) {
        Entry entry = entries.get(key);
        if (entry == null) {
            return Map.of();
        }
        places.put(path + key, entry.value());
        Map<String, String> words = new LinkedHashMap<>();
        tree.mapping(entry.value(), key)
                .forEach((word, said) ->
                        words.put(word, tree.text(said.value(), word).orElse("")));
        return words;
    }

    private List<ExportDraft.Column> columns(Entry entry) {
        List<ExportDraft.Column> columns = new ArrayList<>();
        if (entry != null) {
            places.put("columns", entry.value());
            tree.sequence(entry.value(), "columns").forEach(node -> {
                String path = "columns/" + columns.size();
                places.put(path, node);
                Map<String, Entry> column = tree.mapping(node, "a column");
                fields.known(column, "heading", "value", "needed", "longest");
                columns.add(new ExportDraft.Column(
                        text(column, path + "/", "heading", ""),
                        text(column, path + "/", "value", ""),
                        yes(column, "needed", false),
                        fields.number(column.get("longest"), 0, Bounds.FIELD)));
            });
        }
        return columns;
    }

    private Optional<ExportDraft.Results> results(Map<String, Entry> entries) {
        if (!entries.containsKey("results")) {
            return Optional.empty();
        }
        Map<String, Entry> results = part(entries, "results", "match", "outcome", "passed", "reason");
        Entry passed = results.get("passed");
        return Optional.of(new ExportDraft.Results(
                words(results, "results/", "match"),
                text(results, "results/", "outcome", ""),
                passed == null ? List.of() : tree.texts(passed.value(), "passed"),
                text(results, "results/", "reason", "")));
    }

    /** Writes a profile as a file that reads back equal. */
    public static String write(ExportDraft draft) {
        Map<String, Object> root = new LinkedHashMap<>();
        root.put("chalkline", 1);
        root.put("profile", draft.name());
        root.put("rows", draft.rows());
        part(root, "form", form(draft.form()));
        part(root, "values", values(draft.values()));
        Map<String, Object> files = new LinkedHashMap<>();
        unless(files, "name", draft.fileName(), "");
        unless(files, "by", draft.by(), "");
        unless(files, "rows", draft.fileRows(), 0);
        part(root, "files", files);
        root.put("columns", draft.columns().stream().map(ProfileFile::column).toList());
        draft.results().ifPresent(results -> {
            Map<String, Object> said = new LinkedHashMap<>();
            said.put("match", results.match());
            said.put("outcome", results.outcome());
            said.put("passed", results.passed());
            unless(said, "reason", results.reason(), "");
            root.put("results", said);
        });
        return new Dump(DumpSettings.builder()
                        .setDefaultFlowStyle(FlowStyle.BLOCK)
                        .setWidth(120)
                        .build())
                .dumpToString(root);
    }

    private static void unless(Map<String, Object> part, String key, Object value, Object usual) {
        if (!value.equals(usual)) {
            part.put(key, value);
        }
    }

    private static void part(Map<String, Object> root, String key, Map<String, Object> part) {
        if (!part.isEmpty()) {
            root.put(key, part);
        }
    }

    private static Map<String, Object> form(ExportDraft.Form form) {
        ExportDraft.Form usual = ExportDraft.Form.USUAL;
        Map<String, Object> said = new LinkedHashMap<>();
        unless(said, "kind", form.kind(), usual.kind());
        unless(said, "delimiter", form.delimiter(), usual.delimiter());
        unless(said, "encoding", form.encoding(), usual.encoding());
        unless(said, "mark", YesNo.write(form.mark()), "no");
        unless(said, "quotes", form.quoted() ? "always" : "needed", "needed");
        unless(said, "lineEnds", form.crlf() ? "crlf" : "lf", "crlf");
        unless(said, "headings", YesNo.write(form.headings()), "yes");
        return said;
    }

    private static Map<String, Object> values(ExportDraft.Values values) {
        ExportDraft.Values usual = ExportDraft.Values.USUAL;
        Map<String, Object> said = new LinkedHashMap<>();
        unless(said, "dates", values.dates(), usual.dates());
        unless(said, "zone", values.zone(), usual.zone());
        unless(said, "yes", values.yes(), usual.yes());
        unless(said, "no", values.no(), usual.no());
        part(said, "status", Map.copyOf(values.status()));
        part(said, "roles", Map.copyOf(values.roles()));
        return said;
    }

    private static Map<String, Object> column(ExportDraft.Column column) {
        Map<String, Object> said = new LinkedHashMap<>();
        said.put("heading", column.heading());
        said.put("value", column.value());
        unless(said, "needed", YesNo.write(column.needed()), "no");
        unless(said, "longest", column.longest(), 0);
        return said;
    }
}
