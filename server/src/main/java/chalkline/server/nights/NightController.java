package chalkline.server.nights;

import chalkline.core.Bounds;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import java.util.Set;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/nights/by-itself")
class NightController {
    private final ByItselfService byItself;

    NightController(ByItselfService byItself) {
        this.byItself = byItself;
    }

    /**
     * What is to go through by itself.
     *
     * @param kinds of changes; none switches it off
     * @param most how many shells a night may touch
     */
    record Choice(
            @NotNull Set<@NotNull Kind> kinds,
            @Min(1) @Max(Bounds.SHELLS_A_NIGHT) int most) {}

    @GetMapping
    NightViews.View view() {
        return byItself.view();
    }

    @PutMapping
    NightViews.View set(@Valid @RequestBody Choice choice) {
        return byItself.set(choice.kinds(), choice.most());
    }
}
