package chalkline.standins.registrar;

import java.util.Arrays;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The page on which the registrar's days go by. */
@Controller
public class RegistrarPages {
    private final Registrar registrar;

    RegistrarPages(Registrar registrar) {
        this.registrar = registrar;
    }

    record Choice(String name, String says, boolean chosen) {}

    @GetMapping("/registrar")
    String page(Model model) {
        Registrar.Now now = registrar.now();
        model.addAttribute("now", now);
        model.addAttribute("tomorrow", now.day() + 1);
        model.addAttribute(
                "nights",
                Arrays.stream(Night.values())
                        .map(night -> new Choice(night.name(), says(night), night == now.night()))
                        .toList());
        model.addAttribute(
                "forms",
                List.of(
                        form("1.1", "OneRoster 1.1, all of it", false, now),
                        form("1.2", "OneRoster 1.2, all of it", false, now),
                        form("1.1", "OneRoster 1.1, changes only", true, now),
                        form("1.2", "OneRoster 1.2, changes only", true, now)));
        return "registrar";
    }

    private static Choice form(String version, String says, boolean delta, Registrar.Now now) {
        return new Choice(
                version + (delta ? " delta" : ""), says, version.equals(now.version()) && delta == now.delta());
    }

    private static String says(Night night) {
        return switch (night) {
            case WELL -> "goes well";
            case BROKEN -> "is cut off";
            case HALVED -> "loses every second class";
            case DOUBLED -> "has every row twice";
        };
    }

    @PostMapping("/registrar/day")
    String day(@RequestParam int to) {
        registrar.goTo(Math.max(0, to));
        return "redirect:/registrar";
    }

    @PostMapping("/registrar/night")
    String night(@RequestParam Night night) {
        registrar.night(night);
        return "redirect:/registrar";
    }

    @PostMapping("/registrar/form")
    String form(@RequestParam String form) {
        registrar.form(new Registrar.Form(form.substring(0, 3), form.endsWith("delta")));
        return "redirect:/registrar";
    }
}
