package chalkline.standins.lms;

import java.util.ArrayList;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;

/** Plain pages that show what stands in the LMS: the category tree with counts, and one shell. */
@Controller
public class LmsPages {
    private final Shelves shelves;
    private final Shells shells;
    private final Outlines outlines;

    LmsPages(Shelves shelves, Shells shells, Outlines outlines) {
        this.shelves = shelves;
        this.shells = shells;
        this.outlines = outlines;
    }

    record Branch(String name, String path, int indent, int shells, boolean locked, boolean here) {}

    record Setting(String name, String value) {}

    record ShownUnit(String title, String days, List<ShownItem> items) {}

    record ShownItem(String title, String about) {}

    @GetMapping("/lms")
    String tree(@RequestParam(defaultValue = "") String category, Model model) {
        List<Wire.ListedCategory> all = shelves.all();
        List<Branch> branches = new ArrayList<>();
        int total = 0;
        for (Wire.ListedCategory one : all) {
            String path = String.join(Shelves.SEPARATOR, one.levels());
            int below = all.stream()
                    .filter(other -> startsWith(other.levels(), one.levels()))
                    .mapToInt(Wire.ListedCategory::shells)
                    .sum();
            total += one.shells();
            branches.add(new Branch(
                    one.levels().get(one.levels().size() - 1),
                    path,
                    (one.levels().size() - 1) * 20,
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
        model.addAttribute("entryCode", shells.entryCode(shell.id()));
        model.addAttribute("settings", settings);
        model.addAttribute(
                "outline", outlines.of(key).stream().map(LmsPages::shown).toList());
        model.addAttribute("people", people);
        model.addAttribute("count", people.size());
        return "shell";
    }

    private static ShownUnit shown(Wire.Unit unit) {
        return new ShownUnit(
                unit.title(),
                unit.first() == null ? "" : unit.first() + " to " + unit.last(),
                unit.items().stream().map(LmsPages::shown).toList());
    }

    private static ShownItem shown(Wire.Item item) {
        StringBuilder about = new StringBuilder(item.kind());
        if (item.points() != null) {
            about.append(", ").append(item.points().toPlainString()).append(" points");
        }
        if (item.due() != null) {
            about.append(", due ").append(item.due());
        }
        if (item.size() != null) {
            about.append(", ").append(item.size()).append(" bytes");
        }
        return new ShownItem(item.title(), about.toString());
    }

    private static boolean startsWith(List<String> levels, List<String> above) {
        return levels.size() >= above.size() && levels.subList(0, above.size()).equals(above);
    }
}
