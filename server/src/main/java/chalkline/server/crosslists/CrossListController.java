package chalkline.server.crosslists;

import chalkline.core.Bounds;
import chalkline.server.conventions.Change;
import chalkline.server.conventions.ConventionsService;
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
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/terms/{term}/cross-lists")
class CrossListController {
    private final CrossListService crossLists;

    CrossListController(CrossListService crossLists) {
        this.crossLists = crossLists;
    }

    /** @param versions what the sheet was of on which they were chosen */
    record Keep(
            @NotNull String versions,
            @Valid @NotNull Change change,
            @NotNull @Size(max = Bounds.REASON) String note) {}

    @GetMapping
    CrossListViews.Sheet sheet(@PathVariable String term) {
        return crossLists.sheet(term);
    }

    @GetMapping("/sections")
    List<CrossListViews.Found> find(@PathVariable String term, @RequestParam @NotBlank String find) {
        return crossLists.find(term, find);
    }

    @PostMapping("/versions")
    ConventionsService.About keep(@PathVariable String term, @Valid @RequestBody Keep keep) {
        return crossLists.keep(term, keep.versions(), keep.change(), keep.note());
    }

    @PostMapping("/effect")
    CrossListViews.Joining joiningEffect(@PathVariable String term, @Valid @RequestBody Change change) {
        return crossLists.joining(term, change);
    }
}
