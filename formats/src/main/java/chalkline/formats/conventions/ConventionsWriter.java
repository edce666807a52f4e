package chalkline.formats.conventions;

import chalkline.core.arrivals.Guards;
import chalkline.core.calendar.Break;
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
import chalkline.core.conventions.When;
import java.time.DayOfWeek;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.snakeyaml.engine.v2.api.Dump;
import org.snakeyaml.engine.v2.api.DumpSettings;
import org.snakeyaml.engine.v2.common.FlowStyle;

/** Writes conventions as YAML 1.2 that reads back equal; what has its default is left out. */
public final class ConventionsWriter {
    private ConventionsWriter() {}

    public static String write(Conventions conventions) {
        Map<String, Object> root = new LinkedHashMap<>();
        root.put("chalkline", 1);
        root.put("zone", conventions.zone().getId());
        if (conventions.weekStart() != DayOfWeek.MONDAY) {
            root.put("weekStart", conventions.weekStart().name());
        }
        if (!conventions.limits().equals(Conventions.Limits.USUAL)) {
            root.put(
                    "limits",
                    Map.of(
                            "code", conventions.limits().code(),
                            "title", conventions.limits().title()));
        }
        if (!conventions.breaks().isEmpty()) {
            Map<String, Object> breaks = new LinkedHashMap<>();
            conventions
                    .breaks()
                    .forEach((term, list) -> breaks.put(
                            term, list.stream().map(ConventionsWriter::pause).toList()));
            root.put("breaks", breaks);
        }
        if (!conventions.crossListing().equals(CrossListing.USUAL)) {
            root.put("crossListing", crossListing(conventions.crossListing()));
        }
        if (!conventions.guards().equals(Guards.USUAL)) {
            root.put("guards", guards(conventions.guards()));
        }
        list(
                root,
                "moves",
                conventions.moves().stream().map(ConventionsWriter::move).toList());
        list(
                root,
                "layers",
                conventions.layers().stream().map(ConventionsWriter::layer).toList());
        list(
                root,
                "overrides",
                conventions.overrides().stream()
                        .map(ConventionsWriter::override)
                        .toList());
        list(
                root,
                "crossLists",
                conventions.crossLists().stream()
                        .map(ConventionsWriter::crossList)
                        .toList());
        list(
                root,
                "kept",
                conventions.kept().stream().map(ConventionsWriter::kept).toList());
        DumpSettings settings = DumpSettings.builder()
                .setDefaultFlowStyle(FlowStyle.BLOCK)
                .setWidth(1000)
                .setSplitLines(false)
                .setDereferenceAliases(true)
                .build();
        return new Dump(settings).dumpToString(root);
    }

    private static void list(Map<String, Object> root, String key, List<?> items) {
        if (!items.isEmpty()) {
            root.put(key, items);
        }
    }

    private static Map<String, Object> pause(Break pause) {
        Map<String, Object> map = new LinkedHashMap<>();
        map.put("name", pause.name());
        map.put("from", pause.from().toString());
        map.put("to", pause.to().toString());
        return map;
    }

    private static Map<String, Object> crossListing(CrossListing policy) {
        Map<String, Object> map = new LinkedHashMap<>();
        map.put("allow", policy.allow().key());
        map.put("lead", policy.lead().key());
        map.put("foldAt", policy.foldAt());
        if (!policy.mark().equals(CrossListing.USUAL.mark())) {
            map.put(
                    "mark",
                    policy.mark().stream().sorted().map(CrossListing.Tier::key).toList());
        }
        return map;
    }

    private static Map<String, Object> guards(Guards guards) {
        Map<String, Object> map = new LinkedHashMap<>();
        map.put("sectionsOut", guards.sectionsOut());
        map.put("instructorsOut", guards.instructorsOut());
        map.put("drops", guards.drops());
        map.put("from", guards.from());
        putEach(map, "departments", guards.departments());
        putEach(map, "sources", guards.sources());
        return map;
    }

    private static void putEach(Map<String, Object> map, String what, Map<String, Guards> each) {
        if (!each.isEmpty()) {
            Map<String, Object> of = new LinkedHashMap<>();
            each.forEach((key, guards) -> of.put(key, guards(guards)));
            map.put(what, of);
        }
    }

    private static Map<String, Object> move(Move move) {
        Map<String, Object> map = new LinkedHashMap<>();
        when(map, move.when());
        map.put("to", move.to());
        move.since().ifPresent(since -> map.put("since", since));
        move.name().ifPresent(name -> map.put("name", name));
        move.college().ifPresent(college -> map.put("college", college));
        return map;
    }

    private static Map<String, Object> layer(Layer layer) {
        Map<String, Object> map = new LinkedHashMap<>();
        map.put("name", layer.name());
        when(map, layer.when());
        if (!layer.fix().isEmpty()) {
            map.put("fix", layer.fix().stream().map(Setting::key).toList());
        }
        map.put("set", settings(layer.set()));
        if (layer.off()) {
            map.put("off", true);
        }
        return map;
    }

    private static Map<String, Object> override(SectionOverride override) {
        Map<String, Object> map = new LinkedHashMap<>();
        map.put("section", override.section());
        map.put("set", settings(override.set()));
        return map;
    }

    private static Map<String, Object> crossList(CrossList crossList) {
        Map<String, Object> map = new LinkedHashMap<>();
        map.put("id", crossList.id());
        crossList.lead().ifPresent(lead -> map.put("lead", lead));
        map.put("joined", crossList.joined());
        if (crossList.approved()) {
            map.put("approved", true);
        }
        if (!crossList.reason().isEmpty()) {
            map.put("reason", crossList.reason());
        }
        return map;
    }

    private static Map<String, Object> kept(Kept kept) {
        Map<String, Object> map = new LinkedHashMap<>();
        map.put("section", kept.section());
        texts(map, "what", kept.what());
        texts(map, "without", kept.without());
        texts(map, "with", kept.with());
        if (!kept.reason().isEmpty()) {
            map.put("reason", kept.reason());
        }
        return map;
    }

    private static void texts(Map<String, Object> map, String name, Collection<String> texts) {
        if (!texts.isEmpty()) {
            map.put(name, List.copyOf(texts));
        }
    }

    private static void when(Map<String, Object> map, When when) {
        if (!when.conditions().isEmpty()) {
            Map<String, Object> conditions = new LinkedHashMap<>();
            when.conditions()
                    .forEach((condition, values) ->
                            conditions.put(condition.key(), values.size() == 1 ? values.get(0) : values));
            map.put("when", conditions);
        }
    }

    private static Map<String, Object> settings(Map<Setting, Value> settings) {
        Map<String, Object> map = new LinkedHashMap<>();
        settings.forEach((setting, value) -> map.put(setting.key(), plain(setting, value)));
        return map;
    }

    private static Object plain(Setting setting, Value value) {
        return setting.kind() == Kind.CHOICES || setting.kind() == Kind.TOKENS ? value.items() : value.text();
    }
}
