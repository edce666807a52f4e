package chalkline.server.conventions;

import chalkline.core.Bounds;
import chalkline.core.conventions.Condition;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Layer;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.VersionDifferences;
import chalkline.core.naming.Modifier;
import chalkline.core.naming.Token;
import chalkline.server.frame.Refusal;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/conventions")
class ConventionsController {
    private final ConventionsService conventions;

    ConventionsController(ConventionsService conventions) {
        this.conventions = conventions;
    }

    record ConditionView(String key, List<String> values) {}

    record LayerView(String name, List<ConditionView> when, Map<String, String> set, List<String> fix, boolean off) {}

    record ConventionsView(ConventionsService.About about, String zone, List<LayerView> layers, GuardsEdit guards) {}

    record SettingView(String key, String name, String kind, List<String> choices, String unlessSet) {}

    record TokenView(String name, String help) {}

    record Vocabulary(
            List<SettingView> settings, List<TokenView> tokens, List<TokenView> modifiers, List<String> conditions) {}

    record Keep(
            @Valid @NotNull Change change,
            @NotNull @Size(max = Bounds.REASON) String note) {}

    /** The version that holds now. */
    @GetMapping
    ConventionsView current() {
        int number = conventions.current();
        Conventions now = conventions.version(number);
        return new ConventionsView(
                conventions.about(number),
                now.zone().getId(),
                now.layers().stream().map(ConventionsController::view).toList(),
                GuardsEdit.of(now.guards()));
    }

    private static LayerView view(Layer layer) {
        Map<String, String> set = new LinkedHashMap<>();
        layer.set().forEach((setting, value) -> set.put(setting.key(), value.text()));
        return new LayerView(
                layer.name(),
                layer.when().conditions().entrySet().stream()
                        .map(entry -> new ConditionView(entry.getKey().key(), entry.getValue()))
                        .toList(),
                set,
                layer.fix().stream().map(Setting::key).toList(),
                layer.off());
    }

    /** What conventions are written with. */
    @GetMapping("/vocabulary")
    Vocabulary vocabulary() {
        return new Vocabulary(
                Arrays.stream(Setting.values())
                        .map(setting -> new SettingView(
                                setting.key(),
                                setting.plainName(),
                                setting.kind().name(),
                                setting.choices(),
                                setting.unlessSet().text()))
                        .toList(),
                Arrays.stream(Token.values())
                        .map(token -> new TokenView(token.text(), token.help()))
                        .toList(),
                Modifier.HELP.entrySet().stream()
                        .map(one -> new TokenView(one.getKey(), one.getValue()))
                        .toList(),
                Arrays.stream(Condition.values()).map(Condition::key).toList());
    }

    @GetMapping("/versions")
    List<ConventionsService.About> versions() {
        return conventions.latest();
    }

    @GetMapping(value = "/versions/{number}/file", produces = MediaType.APPLICATION_YAML_VALUE)
    String file(@PathVariable int number) {
        return conventions.yaml(number);
    }

    /** What a version says differently from an earlier one. */
    @GetMapping("/versions/{number}/since/{before}")
    List<VersionDifferences.Difference> differences(@PathVariable int number, @PathVariable int before) {
        return conventions.differences(before, number);
    }

    @PostMapping("/versions")
    ConventionsService.About keep(@Valid @RequestBody Keep keep) {
        if (keep.change().crossLists() != null) {
            throw new Refusal("crossLists", 0, "Cross-lists are kept at /api/terms/{term}/cross-lists/versions.");
        }
        return conventions.keep(keep.change(), keep.note());
    }
}
