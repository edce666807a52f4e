package chalkline.formats.conventions;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.conventions.Condition;
import chalkline.core.conventions.Setting;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The schema that editors use knows the same keys as the reader. */
class SchemaTest {
    private static final JsonNode SCHEMA = read();

    private static JsonNode read() {
        Path folder = Path.of("").toAbsolutePath();
        while (!Files.exists(folder.resolve("docs"))) {
            folder = folder.getParent();
        }
        return new JsonMapper()
                .readTree(folder.resolve("docs/conventions.schema.json").toFile());
    }

    @Test
    void knowsEverySettingWithItsDefaultAndChoices() {
        JsonNode set = SCHEMA.get("$defs").get("set").get("properties");
        assertThat(names(set))
                .containsExactlyElementsOf(
                        Arrays.stream(Setting.values()).map(Setting::key).toList());
        for (Setting setting : Setting.values()) {
            JsonNode its = set.get(setting.key());
            if (its.has("default")) {
                assertThat(its.get("default").asString())
                        .isEqualTo(setting.unlessSet().text());
            }
            if (its.has("enum") && !setting.choices().isEmpty()) {
                assertThat(its.get("enum")).hasSize(setting.choices().size());
                its.get("enum").forEach(choice -> assertThat(setting.choices()).contains(choice.asString()));
            }
        }
    }

    @Test
    void knowsEveryConditionAndEveryKeyOfTheFile() {
        assertThat(names(SCHEMA.get("$defs").get("when").get("properties")))
                .containsExactlyElementsOf(
                        Arrays.stream(Condition.values()).map(Condition::key).toList());
        assertThat(names(SCHEMA.get("properties")))
                .containsExactlyInAnyOrder(
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
    }

    private static List<String> names(JsonNode object) {
        return new ArrayList<>(object.propertyNames());
    }
}
