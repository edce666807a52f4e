package chalkline.server.teaching;

import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
class TeachingController {
    private final TeachingService teaching;

    TeachingController(TeachingService teaching) {
        this.teaching = teaching;
    }

    @GetMapping("/api/teaching")
    TeachingViews.Teaching mine() {
        return teaching.mine();
    }
}
