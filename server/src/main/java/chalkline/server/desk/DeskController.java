package chalkline.server.desk;

import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

@RestController
class DeskController {
    private final DeskService desk;

    DeskController(DeskService desk) {
        this.desk = desk;
    }

    @GetMapping("/api/desk")
    DeskService.Desk desk() {
        return desk.desk();
    }

    @GetMapping("/api/terms/{term}/line")
    DeskService.Line line(@PathVariable String term) {
        return desk.line(term);
    }
}
