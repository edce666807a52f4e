package chalkline.server.proof;

import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
class ListEffectController {
    private final ListEffectService effects;
    private final ListChangesService changes;
    private final UnmatchedService unmatched;

    ListEffectController(ListEffectService effects, ListChangesService changes, UnmatchedService unmatched) {
        this.changes = changes;
        this.effects = effects;
        this.unmatched = unmatched;
    }

    /** What in the conventions matches nothing in the list in use. */
    @GetMapping("/api/conventions/unmatched")
    List<ProofViews.Unmatched> unmatched() {
        return unmatched.now();
    }

    /** What a list would do if it were taken into use. */
    @GetMapping("/api/arrivals/{id}/effect")
    List<ProofViews.ListEffect> effect(@PathVariable long id) {
        return effects.of(id);
    }

    /** What a list changed against the one before it, by term and department. */
    @GetMapping("/api/arrivals/{id}/changes")
    List<ChangeViews.Changes> changes(@PathVariable long id) {
        return changes.of(id);
    }

    /** The sections of one department of which anything changed. */
    @GetMapping("/api/arrivals/{id}/changes/sections")
    List<ChangeViews.SectionChange> changes(
            @PathVariable long id, @RequestParam String term, @RequestParam String department) {
        return changes.of(id, term, department);
    }
}
