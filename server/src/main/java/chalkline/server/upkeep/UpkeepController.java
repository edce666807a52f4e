package chalkline.server.upkeep;

import chalkline.core.Bounds;
import chalkline.server.frame.Refusal;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Email;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.format.annotation.DateTimeFormat;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/terms/{term}/upkeep")
class UpkeepController {
    private static final int MOST = 200_000;

    private final DriftService drift;
    private final FirstDayService firstDay;

    UpkeepController(DriftService drift, FirstDayService firstDay) {
        this.drift = drift;
        this.firstDay = firstDay;
    }

    /** What is kept as it was made in the LMS, and why. */
    record Keep(
            @NotBlank String versions,
            @NotNull @Size(min = 1, max = MOST) List<@Valid Chosen> chosen,
            @NotNull @Size(max = Bounds.REASON) String reason) {}

    /** @param closes how many shells the person agreed to have closed */
    record PutBack(
            @NotBlank String versions,
            @NotNull @Size(min = 1, max = MOST) Set<@NotBlank String> keys,
            @Min(0) int closes) {}

    /** The number of a build. */
    record Begun(long build) {}

    /** Where a department's list goes. */
    record Send(
            @NotNull LocalDate day,
            @NotBlank @Size(max = Bounds.NAME) String department,
            @NotBlank @Email @Size(max = 254) String to) {}

    /** How much was sent. */
    record Sent(int shells) {}

    @GetMapping("/drift")
    DriftViews.Sheet drift(@PathVariable String term) {
        return drift.sheet(term);
    }

    /** What keeping theirs would do. */
    @PostMapping("/drift/keeping")
    DriftViews.Keeping keeping(@PathVariable String term, @Valid @RequestBody Keep keep) {
        return drift.lookAtKeeping(term, keep.versions(), keep.chosen());
    }

    @PostMapping("/drift/kept")
    DriftViews.Keeping keep(@PathVariable String term, @Valid @RequestBody Keep keep) {
        if (keep.reason().isBlank()) {
            throw new Refusal("reason", 0, "Say why it stays; whoever looks at it later will ask.");
        }
        return drift.keep(term, keep.versions(), keep.chosen(), keep.reason().strip());
    }

    @PostMapping("/drift/put-back")
    Begun putBack(@PathVariable String term, @Valid @RequestBody PutBack chosen) {
        return new Begun(drift.putBack(term, chosen.versions(), chosen.keys(), chosen.closes()));
    }

    /** The check for a day; the first day of the term, or today once that is over, if none is given. */
    @GetMapping("/first-day")
    FirstDayViews.Sheet firstDay(
            @PathVariable String term,
            @RequestParam(required = false) @DateTimeFormat(iso = DateTimeFormat.ISO.DATE) @Nullable LocalDate day) {
        return firstDay.check(term, day);
    }

    /** Sends a department what was found in its shells. */
    @PostMapping("/first-day/mail")
    Sent send(@PathVariable String term, @Valid @RequestBody Send send) {
        return new Sent(firstDay.send(term, send.day(), send.department(), send.to()));
    }
}
