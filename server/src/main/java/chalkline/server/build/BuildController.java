package chalkline.server.build;

import chalkline.server.proof.ProofKey;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

@RestController
class BuildController {
    private final BuildService builds;
    private final BuildCosts costs;
    private final Progress progress;
    private final OwnBuilds own;

    BuildController(BuildService builds, BuildCosts costs, Progress progress, OwnBuilds own) {
        this.own = own;
        this.costs = costs;
        this.builds = builds;
        this.progress = progress;
    }

    /**
     * What to build.
     *
     * @param versions those of the proof that was seen
     * @param keys the shells; all that can be, if empty
     * @param closes how many shells are to be closed by it, as the person was told; none if left out
     * @param trial how many shells are carried out before it pauses for somebody to look; none if left out
     * @param at when it begins; at once if left out
     */
    record Start(
            @NotNull String versions,
            @NotNull Set<@NotNull String> keys,
            @Nullable @Min(0) Integer closes,
            @Nullable @Min(0) @Max(1000) Integer trial,
            @Nullable Instant at) {}

    /** @param causes what failed for these reasons only; all that is left, if empty or left out */
    record Retry(@Nullable List<@NotNull String> causes) {}

    @PostMapping("/api/terms/{term}/builds")
    @ResponseStatus(HttpStatus.ACCEPTED)
    BuildViews.Build start(@PathVariable String term, @Valid @RequestBody Start start) {
        return builds.start(
                ProofKey.of(term, start.versions()),
                new BuildService.Order(start.keys(), or0(start.closes()), or0(start.trial()), start.at(), false));
    }

    private static int or0(@Nullable Integer number) {
        return number == null ? 0 : number;
    }

    /** What it would cost. */
    @PostMapping("/api/terms/{term}/builds/cost")
    BuildViews.Cost cost(@PathVariable String term, @Valid @RequestBody Start start) {
        return costs.of(ProofKey.of(term, start.versions()), start.keys());
    }

    @GetMapping("/api/terms/{term}/builds")
    List<BuildViews.Listed> latest(@PathVariable String term) {
        return builds.latest(term);
    }

    @GetMapping("/api/builds/{id}")
    BuildViews.Build one(@PathVariable long id) {
        return builds.view(id);
    }

    @GetMapping("/api/builds/{id}/shells")
    List<BuildViews.Shell> shells(@PathVariable long id, @RequestParam String department) {
        return builds.shells(id, department);
    }

    @GetMapping("/api/builds/{id}/steps")
    List<BuildViews.Step> steps(@PathVariable long id, @RequestParam String shell) {
        return builds.steps(id, shell);
    }

    @PostMapping("/api/builds/{id}/retry")
    @ResponseStatus(HttpStatus.ACCEPTED)
    BuildViews.Build retry(@PathVariable long id, @Valid @RequestBody Retry retry) {
        return builds.retry(id, retry.causes() == null ? List.of() : retry.causes());
    }

    /** Begins nothing more until it is gone on with. */
    @PostMapping("/api/builds/{id}/pause")
    @ResponseStatus(HttpStatus.ACCEPTED)
    BuildViews.Build pause(@PathVariable long id) {
        return builds.pause(id);
    }

    @PostMapping("/api/builds/{id}/go-on")
    @ResponseStatus(HttpStatus.ACCEPTED)
    BuildViews.Build goOn(@PathVariable long id) {
        return builds.goOn(id);
    }

    /** Plans how it is taken back. */
    @PostMapping("/api/builds/{id}/take-back")
    @ResponseStatus(HttpStatus.ACCEPTED)
    BuildViews.Build takeBack(@PathVariable long id) {
        return builds.takeBack(id);
    }

    /** Ends the build before it is through. */
    @PostMapping("/api/builds/{id}/end")
    @ResponseStatus(HttpStatus.ACCEPTED)
    BuildViews.Build end(@PathVariable long id) {
        return builds.end(id);
    }

    /** How the build stands, again and again until it has ended. */
    @GetMapping(value = "/api/builds/{id}/progress", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    SseEmitter progress(@PathVariable long id) {
        builds.view(id);
        return progress.watch(id, own.sight());
    }
}
