package chalkline.server.dates;

import chalkline.server.conventions.Change;
import chalkline.server.conventions.DatesEdit;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/terms/{term}/dates")
class DateController {
    private static final int LARGEST_PAGE = 5000;
    private static final int MOST_LOOKED_AT = 500;
    private static final int FURTHEST_DAYS = 3660;

    private final DateService dates;

    DateController(DateService dates) {
        this.dates = dates;
    }

    record AskMoved(
            @NotNull String versions,
            @NotNull @Size(max = 50_000) List<String> sections,
            @Min(-FURTHEST_DAYS) @Max(FURTHEST_DAYS) int opensBy,
            @Min(-FURTHEST_DAYS) @Max(FURTHEST_DAYS) int closesBy) {}

    record AskEffect(
            @NotNull @Valid Change change,
            @NotNull @Size(max = MOST_LOOKED_AT) Set<String> keys) {}

    @GetMapping
    DateViews.Frame frame(@PathVariable String term) {
        return dates.frame(term);
    }

    @GetMapping("/rows")
    DateViews.Rows rows(
            @PathVariable String term,
            @RequestParam String versions,
            @RequestParam(defaultValue = "") String after,
            @RequestParam(defaultValue = "2000") @Min(1) @Max(LARGEST_PAGE) int limit) {
        return dates.rows(term, versions, after, limit);
    }

    @GetMapping("/day")
    DateViews.Day day(@PathVariable String term, @RequestParam String versions, @RequestParam LocalDate day) {
        return dates.day(term, versions, day);
    }

    /** Dates moved by days, as they would be written; nothing is kept. */
    @PostMapping("/moved")
    List<DatesEdit.Dates> moved(@PathVariable String term, @Valid @RequestBody AskMoved asked) {
        return dates.moved(term, asked.versions(), asked.sections(), asked.opensBy(), asked.closesBy());
    }

    /** Some shells as they would be under a change. */
    @PostMapping("/effect")
    List<DateViews.Row> datesEffect(@PathVariable String term, @Valid @RequestBody AskEffect asked) {
        return dates.effect(term, asked.change(), asked.keys());
    }
}
