package chalkline.server.outlines;

import chalkline.core.calendar.Weeks;
import chalkline.server.conventions.Change;
import chalkline.server.frame.Refusal;
import chalkline.server.templates.TemplateDraft;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api")
class StartController {
    private final ContentPreviews previews;
    private final StartService starts;

    StartController(ContentPreviews previews, StartService starts) {
        this.previews = previews;
        this.starts = starts;
    }

    record AskExample(
            @Valid @NotNull Example example,
            @Nullable @Valid Change change) {}

    record AskPlaced(
            @Valid @NotNull TemplateDraft draft, @NotNull String session) {}

    @GetMapping("/terms/{term}/starts")
    List<StartViews.Row> list(@PathVariable String term, @RequestParam String versions) {
        return previews.list(term, versions);
    }

    @GetMapping("/terms/{term}/start")
    StartViews.Start start(
            @PathVariable String term,
            @RequestParam String versions,
            @RequestParam String key,
            @RequestParam(required = false) @Nullable String from) {
        return previews.start(term, versions, key, from);
    }

    @PostMapping("/terms/{term}/start")
    StartViews.Start keep(@PathVariable String term, @Valid @RequestBody StartService.Adjusted adjusted) {
        starts.keep(term, adjusted);
        return previews.start(term, adjusted.versions(), adjusted.key(), adjusted.from());
    }

    @PostMapping("/terms/{term}/example")
    StartViews.Example example(@PathVariable String term, @Valid @RequestBody AskExample asked) {
        return previews.example(term, asked.example(), asked.change());
    }

    @PostMapping("/terms/{term}/placed")
    StartViews.Placed placed(@PathVariable String term, @Valid @RequestBody AskPlaced asked) {
        return previews.placed(term, asked.draft(), asked.session());
    }

    /** So many weekly units from a first day, and the day on which they have passed: either gives the other. */
    @GetMapping("/weeks")
    StartViews.Span weeks(
            @RequestParam LocalDate first,
            @RequestParam(required = false) @Nullable @Min(0) @Max(999) Integer units,
            @RequestParam(required = false) @Nullable LocalDate end) {
        if (units != null) {
            return new StartViews.Span(first, units, Weeks.endOf(first, units));
        }
        if (end == null) {
            throw new Refusal("units", 0, "Give the number of units, or the day on which they end.");
        }
        return new StartViews.Span(first, Weeks.unitsTo(first, end), end);
    }
}
