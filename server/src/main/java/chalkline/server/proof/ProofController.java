package chalkline.server.proof;

import chalkline.server.conventions.Change;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/terms/{term}")
class ProofController {
    private static final int LARGEST_PAGE = 5000;

    private final SheetService sheet;
    private final WhyService why;
    private final RosterService rosters;
    private final EffectService effect;

    ProofController(SheetService sheet, WhyService why, RosterService rosters, EffectService effect) {
        this.sheet = sheet;
        this.why = why;
        this.rosters = rosters;
        this.effect = effect;
    }

    @GetMapping("/proof")
    ProofViews.Summary summary(@PathVariable String term) {
        return sheet.summary(term);
    }

    @GetMapping("/proof/rows")
    ProofViews.Rows rows(
            @PathVariable String term,
            @RequestParam String versions,
            @RequestParam(defaultValue = "") String after,
            @RequestParam(defaultValue = "2000") @Min(1) @Max(LARGEST_PAGE) int limit) {
        return sheet.rows(term, versions, after, limit);
    }

    @GetMapping("/proof/shell")
    ProofViews.Shell shell(@PathVariable String term, @RequestParam String versions, @RequestParam String key) {
        return why.shell(term, versions, key);
    }

    /** Who comes into a standing shell and who leaves it, by name. */
    @GetMapping("/proof/roster")
    ProofViews.Roster roster(@PathVariable String term, @RequestParam String versions, @RequestParam String key) {
        return rosters.of(term, versions, key);
    }

    @GetMapping("/facts")
    List<ProofViews.Facts> facts(@PathVariable String term) {
        return effect.facts(term);
    }

    @GetMapping("/layers")
    List<Integer> layers(@PathVariable String term) {
        return effect.matches(term);
    }

    @PostMapping("/effect")
    ProofViews.Effect effect(@PathVariable String term, @Valid @RequestBody Change change) {
        return effect.of(term, change);
    }
}
