package chalkline.standins.lms;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Plain pages that show what stands in the LMS: the category tree with counts, and one shell. */
@Controller
public class LmsPages {
    private static final TypeReference<List<Map<String, Object>>> UNITS = new TypeReference<>() {};

    private final Shelves shelves;
    private final Shells shells;
    private final JsonMapper json;

    LmsPages(Shelves shelves, Shells shells, JsonMapper json) {
        this.shelves = shelves;
        this.shells = shells;
        this.json = json;
    }

    record Branch(String name, String path, int indent, int shells, boolean locked, boolean here) {}

    record Setting(String name, String value) {}

    @GetMapping("/lms")
    String tree(@RequestParam(defaultValue = "") String category, Model model) {
        List<Wire.ListedCategory> all = shelves.all();
        List<Branch> branches = new ArrayList<>();
        int total = 0;
        for (Wire.ListedCategory one : all) {
            String path = String.join(Shelves.SEPARATOR, one.path());
            int below = all.stream()
                    .filter(other -> startsWith(other.path(), one.path()))
                    .mapToInt(Wire.ListedCategory::shells)
                    .sum();
            total += one.shells();
            branches.add(new Branch(
                    one.path().get(one.path().size() - 1),
                    path,
                    (one.path().size() - 1) * 20,
                    below,
                    one.locked(),
                    path.equals(category)));
        }
        model.addAttribute("branches", branches);
        model.addAttribute("total", total);
        model.addAttribute("category", category);
        model.addAttribute("shells", category.isEmpty() ? List.of() : shells.in(category));
        return "tree";
    }

    @GetMapping("/lms/shell")
    String shell(@RequestParam String key, Model model) {
        Wire.Shell shell = shells.find(key).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        List<Setting> settings = new ArrayList<>();
        shell.settings().forEach((name, value) -> settings.add(new Setting(name, value)));
        List<Wire.Person> people = shells.people(shell.id());
        model.addAttribute("shell", shell);
        model.addAttribute("path", String.join(Shelves.SEPARATOR, shell.category()));
        model.addAttribute("state", shell.closed() ? "closed" : shell.open() ? "open to students" : "shut to students");
        model.addAttribute("settings", settings);
        model.addAttribute("outline", json.readValue(shells.outline(key), UNITS));
        model.addAttribute("people", people);
        model.addAttribute("count", people.size());
        return "shell";
    }

    private static boolean startsWith(List<String> path, List<String> above) {
        return path.size() >= above.size() && path.subList(0, above.size()).equals(above);
    }
}
