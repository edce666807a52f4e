package chalkline.server.upkeep;

import chalkline.core.Bounds;
import chalkline.server.build.Away;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

@RestController
class LifeController {
    private final LifeService life;
    private final Extensions extensions;
    private final ArchiveService archive;
    private final MasterUse masters;
    private final StoryService stories;

    LifeController(
            LifeService life, Extensions extensions, ArchiveService archive, MasterUse masters, StoryService stories) {
        this.stories = stories;
        this.masters = masters;
        this.life = life;
        this.extensions = extensions;
        this.archive = archive;
    }

    /**
     * Shells to be opened or shut.
     *
     * @param by a day on which they are to be open at the latest; null where each opens when it does
     */
    record Open(
            @NotBlank String versions,
            @NotNull @Size(min = 1, max = 50_000) Set<@NotBlank String> keys,
            boolean open,
            @Nullable LocalDate by,
            @Nullable @Size(max = Bounds.FIELD) String opens,
            @Nullable @Size(max = Bounds.FIELD) String closes,
            @NotBlank @Size(max = Bounds.REASON) String reason) {}

    /** A student to be let in longer. */
    record Longer(
            @NotBlank @Size(max = Bounds.ID) String key,
            @NotBlank @Size(max = Bounds.ID) String user,
            @NotNull LocalDate until,
            @NotBlank @Size(max = Bounds.REASON) String reason) {}

    /** @param shells how many the person was told of */
    record Put(@NotNull Away away, @Min(1) int shells) {}

    /** @param shells how many the person was told of */
    record Take(
            @NotBlank @Size(max = Bounds.ID) String master,
            @Min(1) int shells) {}

    /** The number of a build. */
    record Begun(long build) {}

    @GetMapping("/api/terms/{term}/upkeep/shells")
    LifeViews.Sheet openShells(@PathVariable String term) {
        return life.sheet(term);
    }

    @PostMapping("/api/terms/{term}/upkeep/opening")
    LifeViews.Begun open(@PathVariable String term, @Valid @RequestBody Open open) {
        return life.open(
                term,
                open.versions(),
                new LifeService.Opening(
                        open.keys(),
                        open.open(),
                        open.by(),
                        open.opens(),
                        open.closes(),
                        open.reason().strip()));
    }

    /** The students of a shell as the LMS has them now. */
    @GetMapping("/api/terms/{term}/upkeep/shells/{key}/students")
    List<LifeViews.Student> students(@PathVariable String term, @PathVariable String key) {
        return extensions.students(term, key);
    }

    @GetMapping("/api/terms/{term}/upkeep/extensions")
    List<LifeViews.Extension> extensions(@PathVariable String term) {
        return extensions.of(term);
    }

    @PostMapping("/api/terms/{term}/upkeep/extensions")
    List<LifeViews.Extension> letInLonger(@PathVariable String term, @Valid @RequestBody Longer longer) {
        return extensions.give(
                term,
                longer.key(),
                longer.user(),
                longer.until(),
                longer.reason().strip());
    }

    @DeleteMapping("/api/terms/{term}/upkeep/extensions/{id}")
    void letInNoLonger(@PathVariable String term, @PathVariable long id) {
        extensions.end(term, id);
    }

    /** A shell's whole life. */
    @GetMapping("/api/terms/{term}/upkeep/shells/{key}/story")
    LifeViews.Story story(@PathVariable String term, @PathVariable String key) {
        return stories.of(term, key);
    }

    @GetMapping("/api/terms/{term}/upkeep/masters")
    List<LifeViews.FromMaster> fromMasters(@PathVariable String term) {
        return masters.of(term);
    }

    /** Takes what was edited in a master into shells in which nobody has worked. */
    @PostMapping("/api/terms/{term}/upkeep/masters")
    Begun takeEdits(@PathVariable String term, @Valid @RequestBody Take take) {
        return new Begun(masters.take(term, take.master(), take.shells()));
    }

    @GetMapping("/api/upkeep/archive")
    LifeViews.Archive archive() {
        return archive.view();
    }

    @PutMapping("/api/upkeep/archive/rule")
    LifeViews.Archive setRule(@Valid @RequestBody LifeViews.Rule rule) {
        return archive.set(rule);
    }

    @PostMapping("/api/terms/{term}/upkeep/archive")
    Begun putAway(@PathVariable String term, @Valid @RequestBody Put put) {
        return new Begun(archive.putAway(term, put.away(), put.shells()));
    }
}
