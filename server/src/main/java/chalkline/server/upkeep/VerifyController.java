package chalkline.server.upkeep;

import chalkline.core.Bounds;
import jakarta.validation.Valid;
import jakarta.validation.constraints.DecimalMax;
import jakarta.validation.constraints.DecimalMin;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/terms/{term}/upkeep")
class VerifyController {
    private final ReportService reports;
    private final SampleService samples;

    VerifyController(ReportService reports, SampleService samples) {
        this.reports = reports;
        this.samples = samples;
    }

    /**
     * A sample to be drawn.
     *
     * @param share of faulty shells that is not to slip by, such as 0.05
     * @param confidence with which it does not, such as 0.95
     * @param seed null for one by chance
     */
    record Draw(
            @NotNull SampleViews.Of of,
            @DecimalMin("0.001") @DecimalMax("0.5") double share,
            @DecimalMin("0.5") @DecimalMax("0.999") double confidence,
            @Nullable Long seed) {}

    /** @param sound null takes back what was found */
    record Tick(
            @NotBlank @Size(max = Bounds.ID) String key,
            @Nullable Boolean sound,
            @NotNull @Size(max = Bounds.REASON) String found) {}

    @GetMapping("/report")
    ReportViews.Report report(@PathVariable String term) {
        return reports.of(term);
    }

    /** How large samples would be. */
    @GetMapping("/samples/sizes")
    List<SampleViews.Size> sampleSizes(
            @PathVariable String term,
            @RequestParam(defaultValue = "0.05") @DecimalMin("0.001") @DecimalMax("0.5") double share,
            @RequestParam(defaultValue = "0.95") @DecimalMin("0.5") @DecimalMax("0.999") double confidence) {
        return samples.sizes(term, share, confidence);
    }

    /** The last sample of a term; none before the first. */
    @GetMapping("/samples")
    List<SampleViews.Sample> samples(@PathVariable String term) {
        return samples.last(term).stream().toList();
    }

    @PostMapping("/samples")
    SampleViews.Sample draw(@PathVariable String term, @Valid @RequestBody Draw draw) {
        return samples.draw(term, draw.of(), draw.share(), draw.confidence(), draw.seed());
    }

    /** What somebody found in one shell. */
    @PutMapping("/samples/{id}")
    SampleViews.Sample tick(@PathVariable String term, @PathVariable long id, @Valid @RequestBody Tick tick) {
        return samples.tick(term, id, tick.key(), tick.sound(), tick.found().strip());
    }
}
