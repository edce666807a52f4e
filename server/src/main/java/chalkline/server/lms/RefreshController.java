package chalkline.server.lms;

import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/lms/refreshes")
class RefreshController {
    private final RefreshService refreshes;

    RefreshController(RefreshService refreshes) {
        this.refreshes = refreshes;
    }

    /** Reads the LMS again, in the background. */
    @PostMapping
    @ResponseStatus(HttpStatus.ACCEPTED)
    RefreshService.View ask(@RequestParam(defaultValue = "false") boolean everything) {
        return refreshes.ask(everything);
    }

    @GetMapping("/latest")
    RefreshService.View latest() {
        return refreshes.latest();
    }
}
