package chalkline.formats.held;

import chalkline.core.conventions.Kind;
import chalkline.core.conventions.Setting;
import chalkline.core.naming.YesNo;
import chalkline.core.proof.HeldShell;
import chalkline.formats.Fault;
import chalkline.formats.Faults;
import chalkline.formats.FaultyFileException;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Reads what an LMS holds from a file with one JSON object a line: key, term and code, and any of the settings by their
 * names, lead, sections, activity, openByHand and closed. Other fields are left alone; blank lines are skipped.
 */
public final class HeldReader {
    private static final JsonMapper JSON = new JsonMapper();
    private static final int MOST_FAULTS = 100_000;

    private final String file;
    private final Faults faults = new Faults(MOST_FAULTS);
    private final List<HeldShell> shells = new ArrayList<>();
    private final Set<String> keys = new HashSet<>();

    private HeldReader(String file) {
        this.file = file;
    }

    /**
     * Reads the file.
     *
     * @throws FaultyFileException with every fault, by line
     */
    public static List<HeldShell> read(Path path) throws IOException, FaultyFileException {
        String name = String.valueOf(path.getFileName());
        HeldReader reader = new HeldReader(name);
        String text = decoded(name, Files.readAllBytes(path));
        int number = 0;
        for (String line : (text.startsWith("\uFEFF") ? text.substring(1) : text).split("\r\n|\n|\r", -1)) {
            number++;
            if (!line.isBlank()) {
                reader.line(number, line);
            }
        }
        reader.faults.throwIfAny();
        return reader.shells;
    }

    private static String decoded(String name, byte[] bytes) throws FaultyFileException {
        try {
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(bytes))
                    .toString();
        } catch (CharacterCodingException e) {
            throw new FaultyFileException(List.of(Fault.ofFile(name, "this is not UTF-8")));
        }
    }

    private void line(int number, String line) {
        try {
            JsonNode node = JSON.readTree(line);
            if (node.isObject()) {
                shell(number, node);
            } else {
                fault(number, "1", "a JSON object is wanted on each line");
            }
        } catch (JacksonException e) {
            int column =
                    e.getLocation() == null ? 1 : Math.max(1, e.getLocation().getColumnNr());
            fault(number, Integer.toString(column), "this is no JSON: " + e.getOriginalMessage());
        }
    }

    private void fault(int line, String column, String reason) {
        faults.add(new Fault(file, line, column, reason));
    }

    private void shell(int line, JsonNode node) {
        long before = faults.count();
        String key = required(line, node, "key");
        String term = required(line, node, "term");
        String code = required(line, node, "code");
        if (!key.isEmpty() && !keys.add(key)) {
            fault(line, "key", "the key \"" + key + "\" stands in an earlier line too");
        }
        Map<Setting, String> values = new EnumMap<>(Setting.class);
        for (Setting setting : Setting.values()) {
            value(line, node, setting).ifPresent(text -> values.put(setting, text));
        }
        Optional<String> lead = text(line, node, "lead");
        Optional<List<String>> sections = sections(line, node);
        boolean activity = flag(line, node, "activity");
        boolean byHand = flag(line, node, "openByHand");
        boolean closed = flag(line, node, "closed");
        if (faults.count() == before) {
            shells.add(new HeldShell(key, term, code, values, lead, sections, activity, byHand, closed));
        }
    }

    private String required(int line, JsonNode node, String field) {
        Optional<String> text = text(line, node, field);
        if (text.isEmpty() && !isGiven(node, field)) {
            fault(line, field, "the field is missing");
        }
        return text.orElse("");
    }

    private static boolean isGiven(JsonNode node, String field) {
        return node.has(field) && !node.get(field).isNull();
    }

    private Optional<String> text(int line, JsonNode node, String field) {
        if (!isGiven(node, field)) {
            return Optional.empty();
        }
        JsonNode value = node.get(field);
        if (!value.isString() && !value.isNumber()) {
            fault(line, field, "a text is wanted here");
            return Optional.empty();
        }
        return Optional.of(value.asString());
    }

    private boolean flag(int line, JsonNode node, String field) {
        if (!isGiven(node, field)) {
            return false;
        }
        JsonNode value = node.get(field);
        String text = value.isString() ? value.asString() : "";
        if (!value.isBoolean() && !YesNo.isTrue(text) && !YesNo.isFalse(text)) {
            fault(line, field, "true or false is wanted here");
            return false;
        }
        return value.isBoolean() ? value.asBoolean() : YesNo.isTrue(text);
    }

    private Optional<List<String>> sections(int line, JsonNode node) {
        if (!isGiven(node, "sections")) {
            return Optional.empty();
        }
        List<String> sections = new ArrayList<>();
        if (!texts(node.get("sections"), sections)) {
            fault(line, "sections", "a list of texts is wanted here");
        }
        return Optional.of(sections);
    }

    private static boolean texts(JsonNode list, List<String> into) {
        if (!list.isArray()) {
            return false;
        }
        for (JsonNode item : list) {
            if (!item.isString() && !item.isNumber()) {
                return false;
            }
            into.add(item.asString());
        }
        return true;
    }

    private static String canonical(Setting setting, String text) {
        if (setting.kind() == Kind.YES_NO) {
            return YesNo.read(text).map(YesNo::write).orElse(text);
        }
        return text;
    }

    /** The value of a setting in its canonical text: yes and no for true and false, lists joined by one space. */
    private Optional<String> value(int line, JsonNode node, Setting setting) {
        if (!isGiven(node, setting.key())) {
            return Optional.empty();
        }
        JsonNode value = node.get(setting.key());
        if (value.isArray() && (setting.kind() == Kind.CHOICES || setting.kind() == Kind.TOKENS)) {
            List<String> items = new ArrayList<>();
            if (texts(value, items)) {
                return Optional.of(String.join(" ", items));
            }
        } else if (value.isBoolean()) {
            return Optional.of(YesNo.write(value.asBoolean()));
        } else if (value.isString() || value.isNumber()) {
            return Optional.of(canonical(setting, value.asString()));
        }
        fault(line, setting.key(), "a value of another kind is wanted here");
        return Optional.empty();
    }
}
