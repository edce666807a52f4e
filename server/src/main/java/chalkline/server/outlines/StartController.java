package chalkline.server.outlines;

import jakarta.validation.Valid;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/terms/{term}/start")
class StartController {
    private final StartService starts;

    StartController(StartService starts) {
        this.starts = starts;
    }

    @GetMapping
    StartViews.Start start(
            @PathVariable String term,
            @RequestParam String versions,
            @RequestParam String key,
            @RequestParam(required = false) @Nullable String from) {
        return starts.view(term, versions, key, from);
    }

    @PostMapping
    StartViews.Start keep(@PathVariable String term, @Valid @RequestBody StartService.Adjusted adjusted) {
        return starts.keep(term, adjusted);
    }
}
