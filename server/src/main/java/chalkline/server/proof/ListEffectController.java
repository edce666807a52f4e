package chalkline.server.proof;

import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

@RestController
class ListEffectController {
    private final ListEffectService effects;
    private final UnmatchedService unmatched;

    ListEffectController(ListEffectService effects, UnmatchedService unmatched) {
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
}
