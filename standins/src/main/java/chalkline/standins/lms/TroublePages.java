package chalkline.standins.lms;

import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The page on which the LMS is told to misbehave, and which shows what was done in truth. */
@Controller
public class TroublePages {
    private final Mischief mischief;
    private final Effects effects;
    private final Hands hands;
    private final Turns turns;
    private final JsonMapper json;

    TroublePages(Mischief mischief, Effects effects, Hands hands, Turns turns, JsonMapper json) {
        this.hands = hands;
        this.turns = turns;
        this.mischief = mischief;
        this.effects = effects;
        this.json = json;
    }

    record Field(String name, String value, String says) {}

    record Done(String kind, long times, long subjects, String repeated) {}

    private static final List<List<String>> FIELDS = List.of(
            List.of("latencyMillis", "no call is answered sooner, in milliseconds"),
            List.of("tailMillis", "one call in twenty takes up to so much longer, in milliseconds"),
            List.of("busy", "share of calls answered with 503, from 0 to 1"),
            List.of("tooMany", "share answered with 429"),
            List.of("late", "share answered with 504 after the work was done"),
            List.of("cut", "share of which the connection is cut in the answer"),
            List.of("wrong", "share answered with what is no answer"),
            List.of("refuse", "share of items refused in a batch"),
            List.of("copyFails", "share of copies that fail late"),
            List.of("copyEndless", "share of copies that never end"),
            List.of("meddle", "share of calls after which somebody changes another shell by hand"),
            List.of("failNext", "so many calls are answered with 503, one after the other"),
            List.of("dropNext", "so many are carried out and their answer is lost"),
            List.of("downMillis", "nobody answers for so long, in milliseconds"),
            List.of("callsPerSecond", "calls a second before 429"),
            List.of("largestBatch", "items in a call"),
            List.of("copyMillis", "how long a copy takes, in milliseconds"));

    @GetMapping("/lms/trouble")
    String page(Model model) {
        JsonNode now = json.valueToTree(mischief.now());
        List<Field> fields = new ArrayList<>();
        FIELDS.forEach(
                one -> fields.add(new Field(one.get(0), now.path(one.get(0)).asString(""), one.get(1))));
        List<Done> done = new ArrayList<>();
        effects.all()
                .forEach((kind, effect) -> done.add(
                        new Done(kind, effect.times(), effect.subjects(), String.join(", ", effect.repeated()))));
        model.addAttribute("fields", fields);
        model.addAttribute("done", done);
        return "trouble";
    }

    /** People rename, move, close or delete shells here and there, and put people in and out. */
    @PostMapping("/lms/trouble/hands")
    String hands(@RequestParam String term, @RequestParam int count) {
        turns.take(() -> hands.drift(term, count, System.nanoTime()));
        return "redirect:/lms/trouble";
    }

    @PostMapping("/lms/trouble")
    String set(@ModelAttribute Wire.Trouble wanted) {
        mischief.set(wanted);
        return "redirect:/lms/trouble";
    }
}
