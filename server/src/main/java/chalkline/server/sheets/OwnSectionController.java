package chalkline.server.sheets;

import jakarta.validation.Valid;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Each change answers with what stands after it. */
@RestController
@RequestMapping("/api/terms/{term}/own-sections")
class OwnSectionController {
    private final OwnSectionService own;

    OwnSectionController(OwnSectionService own) {
        this.own = own;
    }

    @GetMapping
    OwnSectionService.View view(@PathVariable String term) {
        return own.view(term);
    }

    @PostMapping("/take-out")
    OwnSectionService.View takeOut(@PathVariable String term, @Valid @RequestBody OwnSectionService.Some some) {
        own.takeOut(some);
        return own.view(term);
    }

    @PostMapping("/merge")
    OwnSectionService.View merge(@PathVariable String term, @Valid @RequestBody OwnSectionService.Some some) {
        own.merge(term, some);
        return own.view(term);
    }

    @PostMapping("/part")
    OwnSectionService.View part(@PathVariable String term, @Valid @RequestBody OwnSectionService.Some some) {
        own.part(some);
        return own.view(term);
    }
}
