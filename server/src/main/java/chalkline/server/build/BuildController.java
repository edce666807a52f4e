package chalkline.server.build;

import chalkline.server.proof.ProofKey;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
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
    private final Progress progress;

    BuildController(BuildService builds, Progress progress) {
        this.builds = builds;
        this.progress = progress;
    }

    /**
     * What to build.
     *
     * @param versions those of the proof that was seen
     * @param keys the shells; all that can be, if empty
     * @param closes how many shells are to be closed by it, as the person was told; none if left out
     */
    record Start(
            @NotNull String versions,
            @NotNull Set<@NotNull String> keys,
            @Nullable @Min(0) Integer closes) {}

    @PostMapping("/api/terms/{term}/builds")
    @ResponseStatus(HttpStatus.ACCEPTED)
    BuildViews.Build start(@PathVariable String term, @Valid @RequestBody Start start) {
        return builds.start(
                ProofKey.of(term, start.versions()), start.keys(), start.closes() == null ? 0 : start.closes());
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
    BuildViews.Build retry(@PathVariable long id) {
        return builds.retry(id);
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
        return progress.watch(id);
    }
}
