package chalkline.server.upkeep;

import chalkline.core.Bounds;
import chalkline.server.conventions.Change;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/terms/{term}/upkeep")
class MoveController {
    private static final int MOST = 100;

    private final MoveService moves;
    private final CategoryService categories;

    MoveController(MoveService moves, CategoryService categories) {
        this.moves = moves;
        this.categories = categories;
    }

    /** Categories by their paths, the levels joined by {@code " / "}. */
    record Paths(@NotNull @Size(min = 1, max = MOST) List<@NotBlank @Size(max = Bounds.FIELD) String> paths) {}

    @GetMapping("/moves")
    MoveViews.Sheet moves(@PathVariable String term) {
        return moves.sheet(term);
    }

    /** What a change would do to shells and categories. */
    @PostMapping("/moves/effect")
    MoveViews.Effect moveEffect(@PathVariable String term, @Valid @RequestBody Change change) {
        return moves.effect(term, change);
    }

    @GetMapping("/categories")
    List<MoveViews.Category> categories(@PathVariable String term) {
        return categories.all(term);
    }

    @PostMapping("/categories/removal")
    List<MoveViews.Gone> removeCategories(@PathVariable String term, @Valid @RequestBody Paths paths) {
        return categories.remove(term, paths.paths());
    }

    /** Makes categories again that were taken out. */
    @PostMapping("/categories/return")
    List<MoveViews.Gone> makeCategoriesAgain(@PathVariable String term, @Valid @RequestBody Paths paths) {
        return categories.makeAgain(term, paths.paths());
    }
}
